import { atAllWidths } from '@fond/core';
import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { Plan, Shelf } from '@fond/core';
import { contentHash } from '../../server/src/edition/editions';
import { withShelf } from '../support/plans';

const ROOT = path.resolve(import.meta.dirname, '../..');
const WITHIN = { timeout: 60_000, interval: 100 };
const OWNER = { email: 'ines@pellmere.example', password: 'correct-horse' };
const CATALOGUE = `sku,title,category,price
P-1,Sauté pan,Cookware > Pans,40
P-2,Crêpe pan,Cookware > Pans,25
B-1,Loaf tin,Baking,12
`;

let folder: string;
let port: number;
let running: ChildProcess | null = null;

beforeAll(async () => {
  folder = await mkdtemp(path.join(tmpdir(), 'fond-process-'));
  port = await new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const found = (probe.address() as AddressInfo).port;
      probe.close(() => resolve(found));
    });
  });
});
afterAll(async () => {
  if (running) await end('SIGTERM');
  await rm(folder, { recursive: true, force: true });
});

const run = (script: string, ...args: string[]): ChildProcess =>
  spawn(process.execPath, ['--import', 'tsx', `server/src/${script}.ts`, ...args], {
    cwd: ROOT,
    env: {
      ...process.env,
      FOND_DATA: folder,
      FOND_PORT: String(port),
      FOND_DB_PORT: '0',
      FOND_DEMO: '0',
      FOND_LOG: 'error',
    },
    stdio: ['pipe', 'pipe', 'inherit'],
  });

async function start(): Promise<void> {
  running = run('start', '--quiet');
  await vi.waitFor(async () => expect((await fetch(`${address()}/api/health`)).status).toBe(200), WITHIN);
}

/** What a command-line tool said, once it has ended well. */
async function said(tool: ChildProcess): Promise<string> {
  let text = '';
  tool.stdout!.on('data', (chunk) => (text += String(chunk)));
  expect(await once(tool, 'close')).toEqual([0, null]);
  return text;
}

/** Writes a product file and takes it in. */
async function take(name: string, content: string): Promise<string> {
  const file = path.join(folder, name);
  await writeFile(file, content);
  return said(run('importFile', file));
}

async function end(signal: NodeJS.Signals): Promise<number | null> {
  const ended = once(running!, 'exit') as Promise<[number | null]>;
  running!.kill(signal);
  running = null;
  const [code] = await ended;
  return code;
}

const address = (): string => `http://127.0.0.1:${port}`;
const get = async (url: string): Promise<{ status: number; body: string }> => {
  const response = await fetch(address() + url);
  return { status: response.status, body: await response.text() };
};

async function signIn(): Promise<{ headers: Record<string, string> }> {
  const response = await fetch(`${address()}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(OWNER),
  });
  const { csrfToken } = (await response.json()) as { csrfToken: string };
  const cookie = response.headers.get('set-cookie')!.split(';')[0];
  return { headers: { cookie, 'X-CSRF-Token': csrfToken, 'content-type': 'application/json' } };
}

/** The process of the database that runs on the tests' folder. */
async function databasePid(): Promise<number> {
  const ps = spawn('pgrep', ['-f', `mariadbd.*--datadir=${folder}/`], {
    stdio: ['ignore', 'pipe', 'ignore'],
  });
  let text = '';
  for await (const chunk of ps.stdout) text += String(chunk);
  return Number(text.trim().split('\n')[0] || NaN);
}

describe('the running application', () => {
  it('gets its products and its first person from the command line, and serves them at once', async () => {
    await start();
    expect((await get('/shop/cookware/pans')).status).toBe(404);
    expect(await take('catalogue.csv', CATALOGUE)).toContain('3 products read, 3 new');
    const tool = run('addUser', OWNER.email, 'Ines Marlow');
    tool.stdin!.end(`${OWNER.password}\n`);
    expect(await said(tool)).toContain('Ines Marlow can sign in');
    await vi.waitFor(
      async () => expect((await get('/shop/cookware/pans')).body).toContain('Crêpe pan'),
      WITHIN,
    );
  });

  it('finds everything it had after it was killed in the middle', async () => {
    const desk = await signIn();
    const house = (await (await fetch(`${address()}/api/plans/house`, desk)).json()) as {
      plan: object;
      version: number;
    };
    const renamed = { ...house.plan, name: 'Renamed before the end' };
    const saved = await fetch(`${address()}/api/plans/house`, {
      method: 'PUT',
      ...desk,
      body: JSON.stringify({ plan: renamed, version: house.version }),
    });
    expect(saved.status).toBe(200);
    await end('SIGKILL');
    // The database goes down with its application.
    await vi.waitFor(async () => expect(await databasePid()).toBeNaN(), WITHIN);

    await start();
    // The session lives in the database, so the same cookie still opens the desk.
    const again = (await (await fetch(`${address()}/api/plans/house`, desk)).json()) as {
      plan: { name: string };
    };
    expect(again.plan.name).toBe('Renamed before the end');
    expect(JSON.parse((await get('/api/health')).body)).toMatchObject({ products: 3 });
  });

  it('has the old edition or the new one, whole, whenever it is killed while publishing', async () => {
    const desk = await signIn();
    const read = async <T>(url: string): Promise<T> =>
      (await (await fetch(address() + url, desk)).json()) as T;
    const send = (url: string, method: string, body: object): Promise<Response> =>
      fetch(address() + url, { method, ...desk, body: JSON.stringify(body) });
    let answered = (await read<{ edition: number }>('/api/health')).edition;
    for (const [round, delay] of [0, 4, 9, 15, 30].entries()) {
      const { plan, version } = await read<{ plan: Plan; version: number }>('/api/plans/house');
      // Two settings that belong together: an edition that holds only one of them was torn.
      const mark = 10 + round;
      const marked = { ...withShelf(plan, { gap: atAllWidths(mark) }), name: `House ${mark}` };
      const saved = await send('/api/plans/house', 'PUT', { plan: marked, version });
      const next = ((await saved.json()) as { version: number }).version;
      const publishing = send('/api/publications', 'POST', {
        plans: [{ id: 'house', version: next }],
        note: '',
      })
        .then(async (answer) => ((await answer.json()) as { number: number }).number)
        .catch(() => null);
      await new Promise((resolve) => setTimeout(resolve, delay));
      await end('SIGKILL');
      answered = (await publishing) ?? answered;
      await vi.waitFor(async () => expect(await databasePid()).toBeNaN(), WITHIN);
      await start();
      const { edition } = await read<{ edition: number }>('/api/health');
      expect([answered, answered + 1]).toContain(edition);
      answered = edition;
      const { document, edition: summary } = await read<{
        document: { documents: Plan[]; ranges: []; blends: [] };
        edition: { hash: string; live: boolean };
      }>(`/api/editions/${edition}`);
      expect(summary).toMatchObject({ live: true, hash: contentHash(document) });
      const house = document.documents.find(({ id }) => id === 'house')!;
      const gap = house.fixtures.find((fixture): fixture is Shelf => fixture.type === 'shelf')!.gap.wide;
      if (house.name.startsWith('House 1')) expect(house.name).toBe(`House ${gap}`);
    }
  });

  it('goes on showing the shop while the database is away, says so at the desk, and recovers by itself', async () => {
    const desk = await signIn();
    const before = await get('/shop/cookware/pans');
    process.kill(await databasePid(), 'SIGKILL');
    await vi.waitFor(async () => {
      const floor = await fetch(`${address()}/api/floor`, desk);
      expect(floor.status).toBe(503);
      expect(await floor.json()).toMatchObject({ type: '/problems/database-away' });
    }, WITHIN);
    expect((await get('/shop/cookware/pans')).status).toBe(before.status);
    expect((await get('/api/shop/listing?aisle=/baking')).status).toBe(200);
    await vi.waitFor(
      async () => expect((await fetch(`${address()}/api/floor`, desk)).status).toBe(200),
      WITHIN,
    );
  });

  it('does the same while the database hangs, and keeps nobody waiting for it', async () => {
    const desk = await signIn();
    const pid = await databasePid();
    process.kill(pid, 'SIGSTOP');
    try {
      await vi.waitFor(async () => {
        const ready = await fetch(`${address()}/api/health/ready`, { signal: AbortSignal.timeout(1000) });
        expect(ready.status).toBe(503);
      }, WITHIN);
      const floor = await fetch(`${address()}/api/floor`, { ...desk, signal: AbortSignal.timeout(1000) });
      expect(floor.status).toBe(503);
      expect((await get('/api/shop/listing?aisle=/baking')).status).toBe(200);
      expect((await get('/api/health')).status).toBe(200);
    } finally {
      process.kill(pid, 'SIGCONT');
    }
    await vi.waitFor(
      async () => expect((await fetch(`${address()}/api/floor`, desk)).status).toBe(200),
      WITHIN,
    );
  });

  it('stops cleanly when it is told to, and its database with it', async () => {
    expect(await end('SIGTERM')).toBe(0);
    expect(await databasePid()).toBeNaN();
  });
});
