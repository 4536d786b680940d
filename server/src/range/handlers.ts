import { explainRangeAt } from '../explain/explain';
import { rangeContext } from '../page/rangeContext';
import type { Handlers } from '../http/handler';
import { thenServe } from '../serving/served';
import type { Services } from '../services';
import { pageTime, readAddress } from '../page/compose';
import {
  createRange,
  deleteRange,
  listRanges,
  publishRange,
  rangeChanges,
  readRange,
  savedRanges,
  saveRange,
} from './savedRanges';

type Own =
  | 'ranges'
  | 'createRange'
  | 'readRange'
  | 'saveRange'
  | 'deleteRange'
  | 'rangeChanges'
  | 'publishRange'
  | 'explainRange';

/** Saved ranges, and what the clauses of any range do. */
export const rangeHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  ranges: () => listRanges(),
  createRange: ({ body, user }) => createRange(sequelize, body, user.id),
  readRange: ({ params }) => readRange(params.id),
  saveRange: ({ params, body, user }) => saveRange(sequelize, params.id, body, user.id),
  deleteRange: ({ params, user }) => deleteRange(sequelize, params.id, user.id),
  rangeChanges: ({ params }) => rangeChanges(host.serving().snapshot, params.id),
  publishRange: ({ params, body: { version, note }, user }) =>
    thenServe(host, publishRange(sequelize, params.id, version, note, user.id)),
  explainRange: async ({ body: { rule, address } }) => {
    const { snapshot, zone } = host.serving();
    const context = rangeContext({ ranges: await savedRanges() }, pageTime(), zone);
    return explainRangeAt(snapshot, readAddress(address)?.path, rule, context);
  },
});
