import { existsSync } from 'node:fs';
import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createConnection } from 'mariadb';
import { pino } from 'pino';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { startDatabase } from './process';

const log = pino({ level: 'fatal' });
let folders: string[];
beforeEach(async () => {
  folders = await Promise.all([1, 2].map(() => mkdtemp(path.join(tmpdir(), 'fond-process-'))));
});
afterEach(async () => {
  for (const folder of folders) await rm(folder, { recursive: true, force: true });
});

async function tablesOfServer(url: string): Promise<number> {
  const { hostname, port } = new URL(url);
  const connection = await createConnection({ host: hostname, port: Number(port), user: 'root' });
  const [{ tables }] = (await connection.query(
    "SELECT COUNT(*) AS tables FROM information_schema.TABLES WHERE TABLE_SCHEMA = 'mysql'",
  )) as { tables: bigint }[];
  await connection.end();
  return Number(tables);
}

describe('the database', () => {
  it('is made beside another that is being made at the same time', async () => {
    const both = await Promise.all(folders.map((folder) => startDatabase(folder, 0, log)));
    const tables = await Promise.all(both.map(({ url }) => tablesOfServer(url)));
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
    const tables = await tablesOfServer(database.url);
    await database.stop();
    expect(tables).toBeGreaterThan(20);
    expect(existsSync(unfinished)).toBe(false);
  });
});
