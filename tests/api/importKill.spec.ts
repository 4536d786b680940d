import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import { QueryTypes, type Sequelize } from 'sequelize';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { connect } from '../../server/src/database/connect';
import { startDatabase, type DatabaseProcess } from '../../server/src/database/process';

const ROOT = path.resolve(import.meta.dirname, '../..');
const WITHIN = { timeout: 90_000, interval: 20 };
const PRODUCTS = 3_000;

let folder: string;
let database: DatabaseProcess;
let sequelize: Sequelize;
let port: number;
beforeAll(async () => {
  folder = await mkdtemp(path.join(tmpdir(), 'fond-kill-'));
  database = await startDatabase(folder, 0, pino({ level: 'fatal' }));
  sequelize = connect(database.url);
  port = await new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port: found } = probe.address() as AddressInfo;
      probe.close(() => resolve(found));
    });
  });
});
afterAll(async () => {
  await sequelize.close();
  await database.stop();
  await rm(folder, { recursive: true, force: true });
});

const run = (script: string, ...args: string[]): ChildProcess =>
  spawn(process.execPath, ['--import', 'tsx', `server/src/${script}.ts`, ...args], {
    cwd: ROOT,
    env: {
      ...process.env,
      FOND_DATA: path.join(folder, 'data'),
      FOND_PORT: String(port),
      FOND_DB_URL: database.url,
      FOND_DEMO: '0',
      FOND_LOG: 'error',
    },
    stdio: 'ignore',
  });

const ask = <T extends object>(sql: string): Promise<T[]> =>
  sequelize.query<T>(sql, { type: QueryTypes.SELECT });
const count = async (sql: string): Promise<number> => {
  const [row] = await ask<{ n: number }>(sql).catch(() => [{ n: 0 }]);
  return Number(row.n);
};
const products = (): Promise<number> => count('SELECT COUNT(*) AS n FROM products');
const health = async (): Promise<{ products: number } | null> =>
  fetch(`http://127.0.0.1:${port}/api/health`)
    .then(async (answer) => (answer.ok ? ((await answer.json()) as { products: number }) : null))
    .catch(() => null);

async function tableOf(name: string, price: number): Promise<string> {
  const file = path.join(folder, name);
  const lines = Array.from(
    { length: PRODUCTS },
    (_, at) =>
      `K-${at},Kettle number ${at} with a name of some length so that the file is read on a thread,Kettles > Of ${at % 7},${price},${at % 9}`,
  );
  await writeFile(file, `sku,title,category,price,Handles\n${lines.join('\n')}\n`);
  return file;
}

/** Kills a tool once some of its file is taken over, and not all. */
async function killedHalfway(tool: ChildProcess): Promise<void> {
  const halfway = 'SELECT COUNT(*) AS n FROM imports WHERE applied > 0 AND done_at IS NULL';
  await vi.waitFor(async () => expect(await count(halfway)).toBe(1), WITHIN);
  tool.kill('SIGKILL');
  await once(tool, 'exit');
}

describe('an import that is killed', () => {
  it('before it was decided has changed nothing', async () => {
    const file = await tableOf('first.csv', 20);
    const tool = run('importFile', file);
    await vi.waitFor(
      async () => expect(await count('SELECT COUNT(*) AS n FROM import_rows')).toBeGreaterThan(0),
      WITHIN,
    );
    const decided = await count('SELECT COUNT(*) AS n FROM imports');
    tool.kill('SIGKILL');
    await once(tool, 'exit');
    if (decided === 0 && (await count('SELECT COUNT(*) AS n FROM imports')) === 0) {
      expect(await products()).toBe(0);
      expect(await count('SELECT COUNT(*) AS n FROM categories')).toBe(0);
    }
  });

  it('in the middle of being taken over is brought to its end by a server that starts, and seen as a whole', async () => {
    const file = await tableOf('second.csv', 30);
    await killedHalfway(run('importFile', file));
    const before = await products();
    // The lease of the killed one runs out by itself; nobody waits for that here.
    await sequelize.query("UPDATE jobs SET lease_until = '2020-01-01' WHERE state IN ('queued', 'running')");
    const server = run('start', '--quiet');
    await vi.waitFor(async () => expect((await health())?.products).toBe(PRODUCTS), WITHIN);
    expect(before).toBeLessThanOrEqual(PRODUCTS);
    expect(await products()).toBe(PRODUCTS);
    expect(await count('SELECT COUNT(*) AS n FROM products WHERE price_cents = 3000')).toBe(PRODUCTS);
    const jobs = await ask<{ state: string }>(
      "SELECT state FROM jobs WHERE kind = 'import' ORDER BY created_at DESC LIMIT 1",
    );
    expect(jobs).toEqual([{ state: 'done' }]);
    server.kill('SIGTERM');
    expect(await once(server, 'exit')).toEqual([0, null]);
  });

  it('by a stop that is asked for ends within ten seconds, and goes on at the next start', async () => {
    const file = await tableOf('third.csv', 40);
    const server = run('start', '--quiet');
    await vi.waitFor(async () => expect(await health()).not.toBeNull(), WITHIN);
    await killedHalfway(run('importFile', file));
    await sequelize.query("UPDATE jobs SET lease_until = '2020-01-01' WHERE state IN ('queued', 'running')");
    const asked = Date.now();
    server.kill('SIGTERM');
    await once(server, 'exit');
    expect(Date.now() - asked).toBeLessThan(10_000);
    const again = run('start', '--quiet');
    await vi.waitFor(
      async () =>
        expect(await count('SELECT COUNT(*) AS n FROM products WHERE price_cents = 4000')).toBe(PRODUCTS),
      WITHIN,
    );
    again.kill('SIGTERM');
    await once(again, 'exit');
  });
});
