import type { Handlers } from '../http/handler';
import type { Services } from '../services';
import { thenServe } from '../serving/served';
import { readTrial, trialOutlook } from './report';
import { trialFile } from './trialFile';
import { addTrialVersion, createTrial, endTrial, listTrials, startTrial } from './trials';

type Own =
  | 'trials'
  | 'trialOutlook'
  | 'readTrial'
  | 'trialFile'
  | 'createTrial'
  | 'addTrialVersion'
  | 'startTrial'
  | 'endTrial';

/** Versions of a plan, shown to shares of shoppers. */
export const trialHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  trials: () => listTrials(sequelize),
  trialOutlook: ({ query }) => trialOutlook(sequelize, host.serving(), query),
  readTrial: ({ params }) => readTrial(sequelize, host.serving(), params.id),
  trialFile: async ({ params, response }) => {
    const file = await trialFile(sequelize, params.id);
    response.attachment('trial.csv').type('text/csv; charset=utf-8').send(file);
  },
  createTrial: ({ body, user }) => thenServe(host, createTrial(sequelize, body, user.id)),
  addTrialVersion: ({ params, body, user }) => addTrialVersion(sequelize, params.id, body, user.id),
  startTrial: ({ params, user }) => thenServe(host, startTrial(sequelize, params.id, user.id)),
  endTrial: ({ params, body, user }) =>
    thenServe(host, endTrial(sequelize, host.serving(), params.id, body.keep, user.id)),
});
