import type { Handlers } from '../http/mount';
import type { Services } from '../services';
import { standOf } from '../shop/pages';
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
  redirects: () => listRedirects(standOf(host).snapshot),
  createRedirect: ({ body, user }) => createRedirect(sequelize, standOf(host).snapshot, body, user.id),
  saveRedirect: ({ params, body, user }) =>
    saveRedirect(sequelize, standOf(host).snapshot, params.id, body, user.id),
  deleteRedirect: ({ params, user }) => deleteRedirect(sequelize, params.id, user.id),
  testRedirect: ({ query }) => testRedirect(standOf(host).snapshot, query.path),
  importRedirects: ({ body, user }) => importRedirects(sequelize, body.csv, user.id),
});
