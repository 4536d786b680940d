import type { Handlers } from '../http/handler';
import { thenServe } from '../serving/served';
import type { Services } from '../services';
import {
  createCollection,
  deleteCollection,
  listCollections,
  readCollection,
  saveCollection,
} from './collections';
import { exportGroups } from './groupFile';
import { importGroups, tryGroups } from './importGroups';

type Own =
  | 'exportGroups'
  | 'tryGroups'
  | 'importGroups'
  | 'collections'
  | 'createCollection'
  | 'readCollection'
  | 'saveCollection'
  | 'deleteCollection';

/** Collections, by hand or by rule. */
export const collectionHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  exportGroups: ({ response }) => {
    response.attachment('groups.json');
    return exportGroups(sequelize);
  },
  tryGroups: ({ body }) => tryGroups(sequelize, body),
  importGroups: ({ body, user }) => thenServe(host, importGroups(sequelize, body, user.id)),
  collections: () => listCollections(sequelize, host.serving().snapshot),
  createCollection: ({ body, user }) => thenServe(host, createCollection(sequelize, body, user.id)),
  readCollection: ({ params }) => readCollection(sequelize, params.id),
  saveCollection: ({ params, body, user }) =>
    thenServe(host, saveCollection(sequelize, params.id, body, user.id)),
  deleteCollection: ({ params, user }) => thenServe(host, deleteCollection(sequelize, params.id, user.id)),
});
