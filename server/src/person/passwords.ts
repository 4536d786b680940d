import { hash, verify } from '@node-rs/argon2';

/** Work of one hash: 19 MiB, two passes (OWASP's least for Argon2id). */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const hashPassword = (password: string): Promise<string> => hash(password, COST);

let nobody: Promise<string> | null = null;

/** Whether a password is the one behind a hash; takes as long where there is no hash to compare it with. */
export async function isPassword(hashed: string | undefined, password: string): Promise<boolean> {
  const right = await verify(
    hashed ?? (await (nobody ??= hashPassword('nobody has this password'))),
    password,
  );
  return hashed !== undefined && right;
}
