import type { Role, User } from '@fond/contract';
import { UserModel } from '../database/models';
import { DEMO_SIGN_IN } from './demoSignIn';
import { hashPassword, isPassword } from './passwords';

export const userOf = ({ id, name, email, role }: UserModel): User => ({
  id,
  name,
  email: email ?? '',
  role,
});

export async function addUser(
  name: string,
  email: string,
  password: string,
  role: Role = 'owner',
): Promise<User> {
  const row = await UserModel.create({
    name,
    email: email.toLowerCase(),
    passwordHash: await hashPassword(password),
    role,
    createdAt: new Date(),
  });
  return userOf(row);
}

/** The user with this email and password, or null. Takes as long for an unknown email as for a wrong password. */
export async function findUser(email: string, password: string): Promise<User | null> {
  const row = await UserModel.findOne({ where: { email: email.toLowerCase() } });
  const right = await isPassword(row?.passwordHash, password);
  return row && right ? userOf(row) : null;
}

/** Whether nobody can sign in. Where the demo is off, its account is none. */
export async function isUnpeopled(demo: boolean): Promise<boolean> {
  const emails = await UserModel.findAll({ attributes: ['email'], where: { removedAt: null } });
  return !emails.some(({ email }) => demo || email !== DEMO_SIGN_IN.email);
}

/** Somebody who may still be here, and since when their sessions hold; null for who was removed. */
export async function personOf(id: number): Promise<{ user: User; sessionsFrom: number } | null> {
  const row = await UserModel.findByPk(id);
  if (!row || row.removedAt) return null;
  return { user: userOf(row), sessionsFrom: row.sessionsFrom?.getTime() ?? 0 };
}

/** The role somebody has now. */
export const roleOf = async (id: number): Promise<Role> => (await personOf(id))?.user.role ?? 'viewer';
