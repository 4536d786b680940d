import type { Handlers } from '../http/handler';
import { pageTime, readAddress } from '../page/compose';
import { rangeContext } from '../page/rangeContext';
import { blendStore } from '../range/savedBlends';
import { sharedRules } from '../range/sharedRules';
import { thenServe } from '../serving/served';
import type { Services } from '../services';
import { tryBlend } from './tryBlend';

type Own =
  | 'blends'
  | 'createBlend'
  | 'readBlend'
  | 'saveBlend'
  | 'deleteBlend'
  | 'blendChanges'
  | 'publishBlend'
  | 'tryBlend';

/** Keys of orders that are made of several. */
export const blendHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  blends: () => blendStore.list(),
  createBlend: ({ body, user }) => blendStore.create(sequelize, body, user.id),
  readBlend: ({ params }) => blendStore.read(params.id),
  saveBlend: ({ params, body, user }) => blendStore.save(sequelize, params.id, body, user.id),
  deleteBlend: ({ params, user }) => blendStore.remove(sequelize, params.id, user.id),
  blendChanges: ({ params }) => blendStore.changes(sequelize, host.serving(), params.id),
  publishBlend: ({ params, body, user }) =>
    thenServe(host, blendStore.publish(sequelize, params.id, body, user.id)),
  tryBlend: async ({ body }) => {
    const { snapshot, edition, zone } = host.serving();
    const context = rangeContext(await sharedRules(), pageTime(), zone);
    return tryBlend(snapshot, edition, body, readAddress(body.address)?.path, context);
  },
});
