import type { Handlers } from '../http/handler';
import type { Services } from '../services';
import {
  createRedirect,
  deleteRedirect,
  importRedirects,
  listRedirects,
  saveRedirect,
  testRedirect,
} from './redirects';

type Own =
  | 'redirects'
  | 'createRedirect'
  | 'saveRedirect'
  | 'deleteRedirect'
  | 'testRedirect'
  | 'importRedirects';

/** Addresses that lead to others. */
export const redirectHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  redirects: () => listRedirects(host.serving().snapshot),
  createRedirect: ({ body, user }) => createRedirect(sequelize, host.serving().snapshot, body, user.id),
  saveRedirect: ({ params, body, user }) =>
    saveRedirect(sequelize, host.serving().snapshot, params.id, body, user.id),
  deleteRedirect: ({ params, user }) => deleteRedirect(sequelize, params.id, user.id),
  testRedirect: ({ query }) => testRedirect(host.serving().snapshot, query.path),
  importRedirects: ({ body, user }) => importRedirects(sequelize, body.csv, user.id),
});
