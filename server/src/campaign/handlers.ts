import type { Handlers } from '../http/handler';
import { thenServe } from '../serving/served';
import type { Services } from '../services';
import { createCampaign, endCampaign, listCampaigns, moveCampaign } from './campaigns';

type Own = 'campaigns' | 'createCampaign' | 'moveCampaign' | 'endCampaign';

/** Plans that go live at a moment and leave again. */
export const campaignHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  campaigns: () => listCampaigns(host.serving()),
  createCampaign: ({ body, user }) => createCampaign(sequelize, host.serving(), body, user.id),
  moveCampaign: ({ params, body, user }) => moveCampaign(sequelize, host.serving(), params.id, body, user.id),
  endCampaign: ({ params, user }) =>
    thenServe(host, endCampaign(sequelize, host.serving(), params.id, user.id)),
});
