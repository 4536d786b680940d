import { explainRangeAt } from '../explain/explain';
import { rangeContext } from '../page/rangeContext';
import type { Handlers } from '../http/handler';
import { thenServe } from '../serving/served';
import type { Services } from '../services';
import { pageTime, readAddress } from '../page/compose';
import { sharedRules } from './sharedRules';
import { listRange } from './listRange';
import { rangeStore } from './savedRanges';

type Own =
  | 'ranges'
  | 'createRange'
  | 'readRange'
  | 'saveRange'
  | 'deleteRange'
  | 'rangeChanges'
  | 'publishRange'
  | 'explainRange'
  | 'rangeProducts';

/** Saved ranges, and what the clauses of any range do. */
export const rangeHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  ranges: () => rangeStore.list(),
  createRange: ({ body, user }) => rangeStore.create(sequelize, body, user.id),
  readRange: ({ params }) => rangeStore.read(params.id),
  saveRange: ({ params, body, user }) => rangeStore.save(sequelize, params.id, body, user.id),
  deleteRange: ({ params, user }) => rangeStore.remove(sequelize, params.id, user.id),
  rangeChanges: ({ params }) => rangeStore.changes(sequelize, host.serving(), params.id),
  publishRange: ({ params, body, user }) =>
    thenServe(host, rangeStore.publish(sequelize, params.id, body, user.id)),
  explainRange: async ({ body: { rule, address } }) => {
    const { snapshot, zone } = host.serving();
    const context = rangeContext(await sharedRules(), pageTime(), zone);
    return explainRangeAt(snapshot, readAddress(address)?.path, rule, context);
  },
  rangeProducts: async ({ body }) => {
    const { snapshot, zone } = host.serving();
    const context = rangeContext(await sharedRules(), pageTime(), zone);
    return listRange(snapshot, body, readAddress(body.address)?.path, context);
  },
});
