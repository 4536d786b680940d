import type { Handlers } from '../http/handler';
import { served } from '../serving/served';
import type { Services } from '../services';
import {
  createCollection,
  deleteCollection,
  listCollections,
  readCollection,
  saveCollection,
} from './collections';

type Own = 'collections' | 'createCollection' | 'readCollection' | 'saveCollection' | 'deleteCollection';

/** Collections, by hand or by rule. */
export const collectionHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  collections: () => listCollections(sequelize, host.serving().snapshot),
  createCollection: ({ body, user }) => served(host, createCollection(sequelize, body, user.id)),
  readCollection: ({ params }) => readCollection(sequelize, params.id),
  saveCollection: ({ params, body, user }) =>
    served(host, saveCollection(sequelize, params.id, body, user.id)),
  deleteCollection: ({ params, user }) => served(host, deleteCollection(sequelize, params.id, user.id)),
});
