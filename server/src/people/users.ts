import { hash, verify } from '@node-rs/argon2';
import type { Role, User } from '@fond/contract';
import { UserModel } from '../database/models';

/** Work of one hash: 19 MiB, two passes (OWASP's least for Argon2id). */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const userOf = ({ id, name, email, role }: UserModel): User => ({ id, name, email, role });

export async function addUser(
  name: string,
  email: string,
  password: string,
  role: Role = 'owner',
): Promise<User> {
  const row = await UserModel.create({
    name,
    email: email.toLowerCase(),
    passwordHash: await hash(password, COST),
    role,
    createdAt: new Date(),
  });
  return userOf(row);
}

let nobody: Promise<string> | null = null;

/** The user with this email and password, or null. Takes as long for an unknown email as for a wrong password. */
export async function findUser(email: string, password: string): Promise<User | null> {
  const row = await UserModel.findOne({ where: { email: email.toLowerCase() } });
  const expected = row?.passwordHash ?? (await (nobody ??= hash('nobody has this password', COST)));
  const right = await verify(expected, password);
  return row && right ? userOf(row) : null;
}

/** The role somebody has now; nobody who was removed has one. */
export async function roleOf(id: number): Promise<Role> {
  const row = await UserModel.findByPk(id, { attributes: ['role'] });
  return row?.role ?? 'viewer';
}
