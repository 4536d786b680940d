import { DEMO_SIGN_IN } from './demoSignIn';
import type { Handlers } from '../http/handler';
import { problem } from '../problem/problem';
import { thenServe } from '../serving/served';
import { sessionOf, signIn, signOut } from './session';
import { ToldAfterwards } from '../http/toldAfterwards';
import type { Services } from '../services';
import {
  addPerson,
  changeRole,
  endSessions,
  listPeople,
  readActivity,
  removePerson,
  setPassword,
} from './people';
import { makeOwner } from './firstOwner';
import { changeSettings, readSettings } from '../setting/settings';
import { findUser, isUnpeopled } from './users';

type Own =
  | 'signInHelp'
  | 'signIn'
  | 'makeOwner'
  | 'whoAmI'
  | 'signOut'
  | 'changePassword'
  | 'people'
  | 'addPerson'
  | 'changeRole'
  | 'removePerson'
  | 'resetPassword'
  | 'endSessions'
  | 'settings'
  | 'changeSettings'
  | 'activity';

/** Who may do what, the settings of the shop, and the record of what was done. */
export const personHandlers = ({ sequelize, host, demo }: Services): Handlers<Own> => ({
  signInHelp: async () => ({ demo, nobody: await isUnpeopled(demo !== null) }),
  signIn: async ({ body: { email, password }, request }) => {
    const user = await findUser(email, password);
    // Everybody can read the demo's password, so it opens nothing where the demo is off.
    const published = email.toLowerCase() === DEMO_SIGN_IN.email && password === DEMO_SIGN_IN.password;
    if (!user || (published && !demo)) throw problem('sign-in-refused', 'Check both and try again.');
    return signIn(request, user);
  },
  makeOwner: async ({ body, request }) => signIn(request, await makeOwner(sequelize, body, demo !== null)),
  whoAmI: ({ request }) => sessionOf(request),
  signOut: ({ request, response }) => signOut(request, response),
  changePassword: async ({ body: { current, password }, user, request }) => {
    if (!(await findUser(user.email, current)))
      throw problem('bad-input', 'Nothing was changed.', [
        { path: 'current', message: 'is not your password' },
      ]);
    await setPassword(sequelize, user.id, password, user.id);
    return new ToldAfterwards(() => signIn(request, user));
  },

  people: () => listPeople(),
  addPerson: ({ body, user }) => addPerson(sequelize, body, user.id),
  changeRole: ({ params, body, user }) => changeRole(sequelize, params.id, body.role, user.id),
  removePerson: ({ params, user }) => removePerson(sequelize, params.id, user.id),
  resetPassword: ({ params, body, user }) => setPassword(sequelize, params.id, body.password, user.id),
  endSessions: ({ params, user }) => endSessions(sequelize, params.id, user.id),

  settings: () => readSettings(sequelize),
  changeSettings: ({ body, user }) => thenServe(host, changeSettings(sequelize, body, user.id)),
  activity: ({ query }) => readActivity(query),
});
