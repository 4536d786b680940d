import { execFile } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { readFile, writeFile } from 'node:fs/promises';
import { userInfo } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';

const run = promisify(execFile);
/** The user that Debian's package makes for its own server. */
const DEBIAN_USER = 'mysql';
const SCHEMA = 'fond';

/** What the application signs in to its database with. */
export interface Account {
  user: string;
  password: string;
  schema: string;
}

/** Who the database server runs as, and who may do everything in it by its socket. */
export interface Owner {
  /** Null where this process is nobody's superuser, and the server runs as the same user. */
  user: string | null;
  /** The data stands below folders that the user may not enter, so it is allowed to read past them. */
  readsPast: boolean;
  administrator: string;
}

/** The application's account on the database of a data folder; its password stands in a file for the owner's eyes alone. */
export async function accountOf(folder: string): Promise<Account> {
  const file = path.join(folder, 'database.password');
  const known = await readFile(file, 'utf8').catch(() => '');
  const password = known || randomBytes(24).toString('base64url');
  if (!known) await writeFile(file, password, { mode: 0o600 });
  return { user: 'fond', password, schema: SCHEMA };
}

/**
 * A server that runs as root lets whoever gets into it read and write every file of the machine, so it is given to the
 * user that Debian's package made for it.
 */
export async function ownerFor(folder: string): Promise<Owner> {
  const administrator = userInfo().username;
  if (process.getuid?.() !== 0) return { user: null, readsPast: false, administrator };
  const owner: Owner = { user: DEBIAN_USER, readsPast: false, administrator };
  const [command, ...args] = asOwner(owner, ['test', '-x', folder]);
  const reaches = await run(command, args).then(
    () => true,
    () => false,
  );
  return { ...owner, readsPast: !reaches };
}

/** A command line as its owner runs it. */
export function asOwner(
  { user, readsPast }: Owner,
  command: readonly string[],
  more: readonly string[] = [],
): [string, ...string[]] {
  const past = ['--inh-caps=+dac_read_search', '--ambient-caps=+dac_read_search'];
  const as = user ? [`--reuid=${user}`, `--regid=${user}`, '--clear-groups', ...(readsPast ? past : [])] : [];
  return ['setpriv', ...as, ...more, '--', ...command];
}

/** Hands a file or a folder, with all in it, to the owner. */
export async function giveTo({ user }: Owner, what: string): Promise<void> {
  if (user) await run('chown', ['-R', `${user}:`, what]);
}

/**
 * What the server does before it takes its first connection: the application's account is there and may use its own
 * schema alone; nobody else signs in but the administrator, by the socket. The accounts without a password that earlier
 * releases used are gone then.
 */
export function firstStatements({ user, password, schema }: Account, { administrator }: Owner): string {
  const who = `'${administrator}'@'localhost'`;
  return [
    `CREATE DATABASE IF NOT EXISTS ${schema} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci`,
    "DELETE FROM mysql.global_priv WHERE User = '' OR (User = 'root' AND Host <> 'localhost')",
    'FLUSH PRIVILEGES',
    `CREATE USER IF NOT EXISTS ${who}`,
    `ALTER USER ${who} IDENTIFIED VIA unix_socket`,
    `GRANT ALL PRIVILEGES ON *.* TO ${who} WITH GRANT OPTION`,
    ...(administrator === 'root' ? [] : ["DROP USER IF EXISTS 'root'@'localhost'"]),
    `CREATE USER IF NOT EXISTS '${user}'@'127.0.0.1'`,
    `ALTER USER '${user}'@'127.0.0.1' IDENTIFIED BY '${password}'`,
    `GRANT ALL PRIVILEGES ON ${schema}.* TO '${user}'@'127.0.0.1'`,
  ]
    .map((statement) => `${statement};\n`)
    .join('');
}
