import type { DemoSignIn } from '@fond/contract';
import { UserModel } from '../database/models';
import { isPassword } from './passwords';

/** Everybody can read it here, so it opens nothing where the demo is off. */
export const DEMO_SIGN_IN: DemoSignIn = { email: 'merchandiser@pellmere.example', password: 'shelf-ticket' };

/** Ends the sessions that were begun with the demo's password; somebody who has chosen another one goes on. */
export async function endDemoSessions(): Promise<void> {
  const row = await UserModel.findOne({ where: { email: DEMO_SIGN_IN.email } });
  if (row && (await isPassword(row.passwordHash, DEMO_SIGN_IN.password)))
    await row.update({ sessionsFrom: new Date() });
}
