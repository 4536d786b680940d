import { existsSync } from 'node:fs';
import { execFile } from 'node:child_process';
import { mkdir, mkdtemp, readFile, rm, stat, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import { createConnection, type Connection } from 'mariadb';
import { pino } from 'pino';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { administer } from '../../../tests/support/databaseServer';
import { startDatabase, type DatabaseProcess } from './process';

const run = promisify(execFile);
const log = pino({ level: 'fatal' });
let folders: string[];
beforeEach(async () => {
  folders = await Promise.all([1, 2].map(() => mkdtemp(path.join(tmpdir(), 'fond-process-'))));
});
afterEach(async () => {
  for (const folder of folders) await rm(folder, { recursive: true, force: true });
});

async function tablesOf(database: DatabaseProcess): Promise<number> {
  const connection = await administer(database);
  const [{ tables }] = (await connection.query(
    "SELECT COUNT(*) AS tables FROM information_schema.TABLES WHERE TABLE_SCHEMA = 'mysql'",
  )) as { tables: bigint }[];
  await connection.end();
  return Number(tables);
}

/** Signs in over TCP. */
const connectAs = (url: string, user: string, password?: string): Promise<Connection> =>
  createConnection({ host: '127.0.0.1', port: Number(new URL(url).port), user, password });

describe('the database', () => {
  it('is made beside another that is being made at the same time', async () => {
    const both = await Promise.all(folders.map((folder) => startDatabase(folder, 0, log)));
    const tables = await Promise.all(both.map(tablesOf));
    for (const one of both) await one.stop();
    expect(tables[0]).toBeGreaterThan(20);
    expect(tables[1]).toBe(tables[0]);
  });

  it('is made anew where its making was broken off', async () => {
    const [folder] = folders;
    const unfinished = path.join(folder, 'mariadb.unfinished');
    await mkdir(path.join(unfinished, 'mysql'), { recursive: true });
    await writeFile(path.join(unfinished, 'ibdata1'), 'half of it');
    const database = await startDatabase(folder, 0, log);
    const tables = await tablesOf(database);
    await database.stop();
    expect(tables).toBeGreaterThan(20);
    expect(existsSync(unfinished)).toBe(false);
  });

  it('runs without privileges, and lets the application into its own schema alone', async () => {
    const [folder] = folders;
    const database = await startDatabase(folder, 0, log);
    try {
      const status = await readFile(`/proc/${database.pid()}/status`, 'utf8');
      if (process.getuid!() === 0) expect(status).not.toMatch(/^Uid:\t0\t/m);
      expect((await stat(path.join(folder, 'database.password'))).mode & 0o777).toBe(0o600);
      for (const user of ['root', 'fond', ''])
        await expect(connectAs(database.url, user)).rejects.toThrow(/denied/i);
      const { username, password } = new URL(database.url);
      const own = await connectAs(database.url, username, password);
      await expect(own.query('SELECT * FROM mysql.global_priv')).rejects.toThrow(/denied/i);
      await expect(own.query('CREATE DATABASE another')).rejects.toThrow(/denied/i);
      await expect(own.query("SELECT 1 INTO OUTFILE '/tmp/fond-outside'")).rejects.toThrow();
      await own.end();
      const connection = await administer(database);
      await expect(connection.query("SELECT 1 INTO OUTFILE '/tmp/fond-outside'")).rejects.toThrow(/secure/i);
      await connection.end();
    } finally {
      await database.stop();
    }
  });

  it('of an earlier release, that anybody could sign in to as root, is brought over with all in it', async () => {
    const [folder] = folders;
    await makeEarlier(folder);
    const database = await startDatabase(folder, 0, log);
    try {
      const { username, password } = new URL(database.url);
      const own = await connectAs(database.url, username, password);
      expect(await own.query('SELECT what FROM fond.kept')).toEqual([{ what: 'of before' }]);
      await own.end();
      await expect(connectAs(database.url, 'root')).rejects.toThrow(/denied/i);
    } finally {
      await database.stop();
    }
  });

  it('clears away what the process before it left behind when it was killed', async () => {
    const [folder] = folders;
    const before = await mkdtemp(path.join(tmpdir(), 'fond-db-'));
    await writeFile(path.join(folder, 'database.temporary'), before);
    const database = await startDatabase(folder, 0, log);
    await database.stop();
    expect(existsSync(before)).toBe(false);
  });
});

/** A data folder as the first releases made it: root without a password, files of the user who ran it. */
async function makeEarlier(folder: string): Promise<void> {
  const data = path.join(folder, 'mariadb');
  await mkdir(data);
  const environment = { ...process.env, PATH: `${process.env['PATH']}:/usr/sbin` };
  await run(
    'mariadb-install-db',
    [
      '--no-defaults',
      '--user=root',
      `--datadir=${data}`,
      '--auth-root-authentication-method=normal',
      '--skip-test-db',
    ],
    { env: environment },
  );
  const statements = path.join(folder, 'earlier.sql');
  await writeFile(
    statements,
    "CREATE DATABASE fond;\nCREATE TABLE fond.kept (what TEXT);\nINSERT INTO fond.kept VALUES ('of before');\n",
  );
  await run(
    'sh',
    ['-c', `mariadbd --no-defaults --user=root --datadir=${data} --bootstrap < ${statements}`],
    { env: environment },
  );
}
