import { once } from 'node:events';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { FeedAnswer, FeedChange, FeedState } from '@fond/contract';
import { ShopSystem } from '../../server/src/feed/shopSystem';
import { select } from '../../server/src/database/rows';
import { startShop, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
let token: string;
let id: number;
beforeAll(async () => {
  server = await startShop();
  desk = await server.signIn();
  const { status, body } = await desk.post('/api/feed/systems', { name: 'Back office' });
  expect(status).toBe(201);
  ({ token } = body as { token: string });
  ({ id } = (body as { system: { id: number } }).system);
});
afterAll(() => server.stop());

let keys = 0;
const send = (changes: readonly FeedChange[], key = `batch-${++keys}`, by = token) =>
  server.guest.post('/api/feed/batches').set('Authorization', `Bearer ${by}`).send({ key, changes });
const fates = async (changes: readonly FeedChange[], key?: string): Promise<string[]> => {
  const { status, body } = await send(changes, key);
  expect(status, JSON.stringify(body)).toBe(200);
  return (body as FeedAnswer).results.map(({ fate }) => fate);
};
const row = async (sku: string) => {
  const [product] = await select<{ stock: number; sold: number; price: number }>(
    server.application.sequelize,
    'SELECT stock, sold, price_cents AS price FROM products WHERE sku = ?',
    [sku],
  );
  return product;
};
const feed = async (): Promise<FeedState> => (await desk.get('/api/feed')).body as FeedState;

describe('a batch of another system', () => {
  it('changes prices, stock and sales, and shoppers see it in the next answer', async () => {
    await fates([{ sku: 'PK-1017', number: 1, set: { stock: 10, sold: 5, price: 12.5, was: null } }]);
    expect(await fates([{ sku: 'PK-1017', number: 2, add: { stock: -3, sold: 3 } }])).toEqual(['changed']);
    expect(await row('PK-1017')).toEqual({ stock: 7, sold: 8, price: 1250 });
    const { body } = await server.guest.get('/api/shop/listing').query({ aisle: '/search', q: 'PK-1017' });
    expect(body.items).toMatchObject([{ sku: 'PK-1017', price: { amount: 12.5 } }]);
    const [{ sold }] = await select<{ sold: number }>(
      server.application.sequelize,
      `SELECT d.sold FROM product_days d JOIN products p ON p.id = d.product_id
        WHERE p.sku = 'PK-1017' AND d.day = UTC_DATE()`,
    );
    expect(sold).toBeGreaterThanOrEqual(3);
  });

  it('that comes again does nothing more, and is answered as before', async () => {
    const changes = [{ sku: 'PK-1018', number: 1, set: { stock: 4 } }];
    await fates(changes, 'twice-1');
    await fates([{ sku: 'PK-1018', number: 2, set: { stock: 9 } }]);
    const { body } = await send(changes, 'twice-1');
    expect(body).toEqual({ again: true, results: [{ sku: 'PK-1018', fate: 'changed', message: null }] });
    expect((await row('PK-1018')).stock).toBe(9);
    const known = (await feed()).batches.find(({ key }) => key === 'twice-1')!;
    expect([known.times, known.system]).toEqual([2, 'Back office']);
    const other = await send([{ sku: 'PK-1018', number: 3, set: { stock: 1 } }], 'twice-1');
    expect([other.status, other.body.type]).toEqual([409, '/problems/key-reused']);
  });

  it('sent twice at the same moment is done once', async () => {
    await fates([{ sku: 'PK-1019', number: 1, set: { stock: 50 } }]);
    const sales = [{ sku: 'PK-1019', number: 2, add: { stock: -1 } }];
    const answers = await Promise.all([1, 2, 3, 4].map(() => send(sales, 'at-once')));
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200, 200]);
    expect(answers.filter(({ body }) => !(body as FeedAnswer).again)).toHaveLength(1);
    expect((await row('PK-1019')).stock).toBe(49);
  });

  it('keeps the order of each product, within a batch and between batches', async () => {
    expect(
      await fates([
        { sku: 'PK-1020', number: 5, set: { stock: 5 } },
        { sku: 'PK-1020', number: 7, add: { stock: 2 } },
        { sku: 'PK-1020', number: 6, set: { stock: 100 } },
      ]),
    ).toEqual(['changed', 'changed', 'late']);
    expect(await fates([{ sku: 'PK-1020', number: 7, set: { stock: 1 } }])).toEqual(['late']);
    expect((await row('PK-1020')).stock).toBe(7);
  });

  it('has what can’t be refused told one by one, and all else done', async () => {
    const { body } = await send([
      { sku: 'PK-1021', number: 1, set: { price: 'free' } },
      { sku: 'PK-1021', number: 1, set: { constructor: 'x' } },
      { sku: 'PK-1021', number: 1, set: { stock: 3 } },
      { sku: 'PK-1021', number: 2, add: { stock: -4 } },
      { sku: 'NEW-0', number: 1, set: { price: 3 } },
      { sku: 'PK-1021', number: 3, set: { stock: 3 } },
    ]);
    expect((body as FeedAnswer).results.map(({ fate, message }) => message ?? fate)).toEqual([
      expect.stringContaining('“free” is no price'),
      'There is no column “constructor”.',
      'changed',
      'The shop has 3 of it; 4 can’t go.',
      'There is no such product; a new one needs a title.',
      'changed',
    ]);
    const [latest] = (await feed()).batches;
    expect(latest.counts).toMatchObject({ refused: 4 });
    expect(latest.refused).toHaveLength(3);
  });

  it('makes products that are new, each under an address of its own', async () => {
    const title = 'Copper ladle from the till';
    expect(
      await fates([
        {
          sku: 'NEW-1',
          number: 1,
          set: { title, category: 'Tools', price: '8.90', tags: ['Gift', 'Copper'] },
        },
        { sku: 'NEW-2', number: 1, set: { title } },
        { sku: 'NEW-2', number: 2, set: { stock: 4 } },
      ]),
    ).toEqual(['made', 'made', 'made']);
    const { body } = await server.guest.get('/api/shop/listing').query({ aisle: '/search', q: title });
    expect((body.items as { slug: string }[]).map(({ slug }) => slug).toSorted()).toEqual([
      'copper-ladle-from-the-till',
      'copper-ladle-from-the-till-2',
    ]);
  });

  it('is refused without a token, with a wrong one, and while its system is kept out', async () => {
    const changes = [{ sku: 'PK-1022', number: 1, set: { stock: 1 } }];
    const none = await server.guest.post('/api/feed/batches').send({ key: 'none-1', changes });
    expect([none.status, none.body.type]).toEqual([401, '/problems/system-unknown']);
    expect((await send(changes, 'wrong-1', `${token}x`)).status).toBe(401);
    const owner = await server.signIn();
    expect((await owner.put(`/api/feed/systems/${id}`, { name: 'Back office', off: true })).status).toBe(200);
    expect((await send(changes)).body.detail).toContain('kept out');
    await owner.put(`/api/feed/systems/${id}`, { name: 'Back office', off: false });
    expect((await send(changes)).status).toBe(200);
    const stored = await select<{ hash: string }>(
      server.application.sequelize,
      'SELECT token_hash AS hash FROM feed_systems',
    );
    expect(stored.some(({ hash }) => token.includes(hash))).toBe(false);
  });

  it('of nothing, of too much, or without numbers is refused whole', async () => {
    expect((await send([])).status).toBe(400);
    expect((await send([{ sku: 'PK-1022', number: 0, set: {} }])).status).toBe(400);
    expect((await send([{ sku: 'PK-1022', number: 3 }])).status).toBe(400);
  });
});

describe('the simulated shop system', () => {
  let listening: Server;
  let system: ShopSystem;
  beforeAll(async () => {
    listening = server.application.app.listen(0, '127.0.0.1');
    await once(listening, 'listening');
    const { port } = listening.address() as AddressInfo;
    system = new ShopSystem(
      server.application.sequelize,
      `http://127.0.0.1:${port}`,
      pino({ level: 'silent' }),
    );
    system.start();
  });
  afterAll(async () => {
    await system.stop();
    listening.close();
  });

  const change = async (wish: object): Promise<void> => {
    const { status } = await desk.put('/api/feed/shop-system', {
      running: true,
      pace: 1,
      trouble: 'none',
      ...wish,
    });
    expect(status).toBe(204);
  };
  const came = (holds: (state: FeedState) => boolean): Promise<FeedState> =>
    vi.waitFor(
      async () => {
        const state = await feed();
        expect(holds(state), JSON.stringify(state.batches.slice(0, 2))).toBe(true);
        return state;
      },
      { timeout: 20_000, interval: 200 },
    );
  const latest = ({ batches }: FeedState) => batches.find((batch) => batch.system === 'Pellmere till');

  it('sells by the same address as any other system', async () => {
    await change({});
    // It says so once its batch was answered, which the list of batches may tell before.
    const state = await came(
      (now) => (latest(now)?.counts.changed ?? 0) > 0 && now.shopSystem!.said.startsWith('Turn '),
    );
    expect(state.shopSystem!.said).toMatch(/^Turn \d+: /);
  });

  it('can be made to fail in each way, and be seen to', async () => {
    await change({ trouble: 'faulty' });
    await came((now) => latest(now)!.refused.some(({ message }) => message.includes('on request')));
    await change({ trouble: 'twice' });
    await came((now) => latest(now)!.times === 2);
    await change({ trouble: 'late' });
    await came((now) => latest(now)!.key.endsWith('-late') && latest(now)!.counts.late > 0);
    await change({ trouble: 'down' });
    await came((now) => now.shopSystem!.said.includes('It is down'));
  });

  it('is paused', async () => {
    await change({ running: false });
    const { shopSystem } = await feed();
    expect(shopSystem).toMatchObject({ running: false, pace: 1 });
    expect(
      (await desk.put('/api/feed/shop-system', { running: true, pace: 2, trouble: 'none' })).status,
    ).toBe(400);
  });
});
