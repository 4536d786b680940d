import type { Handlers } from '../http/mount';
import { served } from '../http/served';
import type { Services } from '../services';
import { standOf } from '../shop/pages';
import { createCampaign, endCampaign, listCampaigns, moveCampaign } from './campaigns';

type Own = 'campaigns' | 'createCampaign' | 'moveCampaign' | 'endCampaign';

/** Plans that go live at a moment and leave again. */
export const campaignHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  campaigns: () => listCampaigns(standOf(host)),
  createCampaign: ({ body, user }) => createCampaign(sequelize, standOf(host), body, user.id),
  moveCampaign: ({ params, body, user }) => moveCampaign(sequelize, standOf(host), params.id, body, user.id),
  endCampaign: ({ params, user }) => served(host, endCampaign(sequelize, standOf(host), params.id, user.id)),
});
