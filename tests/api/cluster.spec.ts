import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createConnection } from 'mariadb';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { ProductLookup } from '@fond/contract';
import { freePorts, startCluster, type Cluster } from '../support/cluster';
import { PASSWORD, signInTo, type Desk } from '../support/server';

const ROOT = path.resolve(import.meta.dirname, '../..');
const NODES = 3;
const STARS = 150;
const EMAIL = 'ines@pellmere.example';

let cluster: Cluster;
const folders: string[] = [];
const servers: ChildProcess[] = [];
const desks: Desk[] = [];

/** One of the programs, on a node of the cluster. */
const run = (node: number, port: number, script: string, ...args: string[]): ChildProcess =>
  spawn(process.execPath, ['--import', 'tsx', `server/src/${script}.ts`, ...args], {
    cwd: ROOT,
    env: {
      ...process.env,
      FOND_DATA: folders[node],
      FOND_PORT: String(port),
      FOND_DB_URL: cluster.urls[node],
      FOND_DEMO: '0',
      FOND_LOG: 'silent',
    },
    stdio: ['pipe', 'ignore', 'ignore'],
  });

beforeAll(async () => {
  cluster = await startCluster(NODES);
  const ports = await freePorts(NODES);
  for (let node = 0; node < NODES; node++) {
    folders.push(await mkdtemp(path.join(tmpdir(), 'fond-node-')));
    if (node === 0) {
      const adding = run(0, ports[0], 'addUser', EMAIL, 'Ines', 'owner');
      adding.stdin!.end(`${PASSWORD}\n`);
      expect(await once(adding, 'exit')).toEqual([0, null]);
    }
    servers.push(run(node, ports[node], 'start', '--quiet'));
    const url = `http://127.0.0.1:${ports[node]}`;
    await vi.waitFor(async () => expect((await fetch(`${url}/api/health`)).status).toBe(200), {
      timeout: 60_000,
      interval: 100,
    });
    desks.push(await signInTo(url, EMAIL));
  }
});
afterAll(async () => {
  for (const server of servers) {
    const ended = once(server, 'exit');
    server.kill('SIGKILL');
    await ended;
  }
  await cluster.stop();
  for (const folder of folders) await rm(folder, { recursive: true, force: true });
});

const skus = Array.from({ length: 30 }, (_, at) => `C-${at}`);
const file = (price: number): string =>
  ['sku,title,category,price', ...skus.map((sku, at) => `${sku},Pan ${at},Pans,${price + at}`)].join('\n');
const star = (node: number, sku: string, featured: boolean) =>
  desks[node].put(`/api/catalogue/products/${sku}/featured`, { featured });

type Line = Pick<ProductLookup['found'][number], 'sku' | 'price' | 'featured'>;

/** What the server of a node serves. */
async function servedBy(node: number): Promise<Line[]> {
  const { body } = await desks[node].post('/api/catalogue/products/lookup', { skus });
  return (body as ProductLookup).found.map(({ sku, price, featured }) => ({ sku, price, featured }));
}

/** What the database of a node holds. */
async function heldBy(node: number): Promise<Line[]> {
  const connection = await createConnection(cluster.urls[node]);
  const rows = await connection.query<{ sku: string; price: number; featured: number }[]>(
    'SELECT sku, price_cents / 100 AS price, featured FROM products WHERE sku IN (?)',
    [skus],
  );
  await connection.end();
  const bySku = new Map(rows.map((row) => [row.sku, row]));
  return skus.flatMap((sku) => {
    const row = bySku.get(sku);
    return row ? { sku, price: Number(row.price), featured: Boolean(row.featured) } : [];
  });
}

async function allServeWhatIsHeld(nodes: readonly number[]): Promise<void> {
  const held = await heldBy(nodes[0]);
  expect(held).toHaveLength(skus.length);
  for (const node of nodes) {
    await expect.poll(() => heldBy(node), { timeout: 20_000 }).toEqual(held);
    await expect.poll(() => servedBy(node), { timeout: 20_000 }).toEqual(held);
  }
}

describe('servers on a cluster of databases', () => {
  it('see what was imported through any of them', async () => {
    expect((await desks[0].importFile('pans.csv', file(10))).report).toMatchObject({ created: 30 });
    await allServeWhatIsHeld([0, 1, 2]);
    expect((await desks[2].importFile('pans.csv', file(20))).report).toMatchObject({ changed: 30 });
    await allServeWhatIsHeld([0, 1, 2]);
  });

  it('lose no mark of a storm on all nodes, and serve what the databases hold', async () => {
    const storm = Array.from({ length: STARS }, (_, at) => ({
      sku: skus[(at * 7) % skus.length],
      featured: at % 3 > 0,
    }));
    const told = await Promise.all(
      desks.map(async (_, node) => {
        const statuses: number[] = [];
        for (const { sku, featured } of storm.filter((_, at) => at % NODES === node))
          statuses.push((await star(node, sku, featured)).status);
        return statuses;
      }),
    );
    expect(told.flat().filter((status) => status !== 204)).toEqual([]);
    await allServeWhatIsHeld([0, 1, 2]);
  });

  it('go on after a node was lost, whose server says so and serves what it had', async () => {
    await cluster.kill(2);
    await expect
      .poll(async () => (await star(1, 'C-1', true)).status, { timeout: 60_000, interval: 300 })
      .toBe(204);
    expect((await star(0, 'C-2', true)).status).toBe(204);
    await allServeWhatIsHeld([0, 1]);
    await expect
      .poll(async () => (await desks[2].get('/api/health/ready')).status, { timeout: 30_000 })
      .toBe(503);
    expect((await desks[2].get('/api/shop/listing?aisle=/pans')).body.total).toBe(30);
  });
});
