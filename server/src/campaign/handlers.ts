import type { Handlers } from '../http/handler';
import { thenServe } from '../serving/served';
import type { Services } from '../services';
import { readCalendar } from './calendar';
import { createCampaign, endCampaign, listCampaigns, moveCampaign, repeatCampaign } from './campaigns';

type Own = 'calendar' | 'campaigns' | 'createCampaign' | 'moveCampaign' | 'repeatCampaign' | 'endCampaign';

/** Plans that go live at a moment and leave again. */
export const campaignHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  calendar: ({ query }) => readCalendar(sequelize, host.serving(), query),
  campaigns: () => listCampaigns(host.serving()),
  createCampaign: ({ body, user }) => createCampaign(sequelize, host.serving(), body, user.id),
  moveCampaign: ({ params, body, user }) => moveCampaign(sequelize, host.serving(), params.id, body, user.id),
  repeatCampaign: ({ params, body, user }) =>
    repeatCampaign(sequelize, host.serving(), params.id, body, user.id),
  endCampaign: ({ params, user }) =>
    thenServe(host, endCampaign(sequelize, host.serving(), params.id, user.id)),
});
