import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import type {
  ArrangedAisle,
  BlendTrial,
  ProductLine,
  ProductWhy,
  RangeProducts,
  StoredBlend,
  StoredPlan,
} from '@fond/contract';
import { USUAL_PIN, type BlendFactor, type OwnOrder, type Plan } from '@fond/core';
import { publishStored } from '../support/plans';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
let house: StoredPlan;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
});
afterAll(() => server.stop());
beforeEach(async () => {
  desk = await server.signIn();
  house = (await desk.get('/api/plans/house')).body;
});

const factor = (id: string, basis: BlendFactor['basis'], weight = 50): BlendFactor => ({
  id,
  basis,
  weight,
  reversed: false,
  missing: 50,
});
const DEAREST = [factor('price', { kind: 'figure', figure: 'price' })];
const CHEAPEST = [{ ...DEAREST[0], reversed: true }];
let made = 0;
const newBlend = async (factors: readonly BlendFactor[] = DEAREST): Promise<StoredBlend> =>
  (await desk.post('/api/blends', { name: `Blend ${++made}`, factors })).body;
const ordered = (plan: Plan, order: Partial<OwnOrder>): Plan => ({
  ...plan,
  fixtures: plan.fixtures.map((one) =>
    one.type === 'shelf' ? { ...one, order: { ...one.order, ...order } } : one,
  ),
});
const sortedBy = (plan: Plan, { id }: StoredBlend): Plan =>
  ordered(plan, { levels: [{ key: 'blend', of: id, reversed: false }] });
const pricesAt = async (aisle: string): Promise<number[]> => {
  const { body } = await server.guest.get('/api/shop/listing').query({ aisle, size: 200 });
  return body.items
    .map(({ price }: { price: { amount: number } | null }) => price?.amount ?? null)
    .filter((amount: number | null) => amount !== null);
};
const falling = (numbers: readonly number[]): boolean =>
  numbers.every((number, at) => !at || number <= numbers[at - 1]);
const publishHouse = async (plan: Plan): Promise<void> => {
  const { version } = (await desk.get('/api/plans/house')).body;
  const saved = await desk.put('/api/plans/house', { plan, version });
  expect(saved.status).toBe(200);
  await publishStored(desk, 'house');
};

describe('a blend', () => {
  it('is kept under a name of its own, over the version that one has seen', async () => {
    const blend = await newBlend();
    expect(blend).toMatchObject({ version: 1, factors: DEAREST, usedIn: [] });
    const put = (version: number, factors: readonly BlendFactor[]) =>
      desk.put(`/api/blends/${blend.id}`, { name: blend.name, factors, version });
    expect((await put(1, CHEAPEST)).body).toMatchObject({ version: 2, factors: CHEAPEST });
    expect((await put(1, CHEAPEST)).status, 'the same once more is the same save').toBe(200);
    const newer = await put(1, DEAREST);
    expect([newer.status, newer.body.theirs.version]).toEqual([409, 2]);
    const taken = await desk.post('/api/blends', { name: blend.name, factors: DEAREST });
    expect([taken.status, taken.body.errors[0].path]).toEqual([400, 'name']);
    expect((await desk.delete(`/api/blends/${blend.id}`)).status).toBe(204);
    expect((await desk.get(`/api/blends/${blend.id}`)).status).toBe(404);
  });

  it('is refused where a factor says nothing, or something twice', async () => {
    const faults = async (...factors: object[]): Promise<string[]> => {
      const { status, body } = await desk.post('/api/blends', { name: 'Wrong', factors });
      expect(status).toBe(400);
      return body.errors.map(({ path }: { path: string }) => path);
    };
    const [one] = DEAREST;
    expect(await faults()).toEqual(['factors']);
    expect(await faults(one, one)).toEqual(['factors.1']);
    expect(await faults({ ...one, weight: 101 })).toEqual(['factors.0.weight']);
    expect(await faults({ ...one, basis: { kind: 'newness', halfLife: 0 } })).toEqual([
      'factors.0.basis.halfLife',
    ]);
    expect(await faults({ ...one, basis: { kind: 'values', attribute: 'material', values: [] } })).toEqual([
      'factors.0.basis.values',
    ]);
  });

  it('sorts a page once its plan is published, and is published by itself afterwards', async () => {
    const blend = await newBlend();
    await publishHouse(sortedBy(house.plan, blend));
    const dearest = await pricesAt('/cookware');
    expect(dearest.length).toBeGreaterThan(20);
    expect(falling(dearest)).toBe(true);

    await desk.put(`/api/blends/${blend.id}`, { name: blend.name, factors: CHEAPEST, version: 1 });
    expect(falling(await pricesAt('/cookware')), 'until it is published').toBe(true);
    expect((await desk.delete(`/api/blends/${blend.id}`)).body.type).toBe('/problems/blend-in-use');
    const { changes } = (await desk.get(`/api/blends/${blend.id}/changes`)).body;
    expect(changes.map(({ path }: { path: string }) => path)).toContain('/cookware');
    const published = await desk.post(`/api/blends/${blend.id}/publish`, { version: 2, note: '' });
    expect(published.body).toMatchObject({ note: `Blend “${blend.name}”`, live: true });
    expect(falling((await pricesAt('/cookware')).reverse())).toBe(true);

    const { number } = published.body;
    const compared = (await desk.get(`/api/editions/${number - 1}/compared/${number}`)).body;
    expect(compared.blends).toEqual([{ name: blend.name, before: DEAREST, after: CHEAPEST }]);
    await publishHouse(house.plan);
  });

  it('goes with a file of plans, and comes back as one that is here already', async () => {
    const blend = await newBlend();
    const plan = sortedBy(house.plan, blend);
    const { version } = (await desk.get('/api/plans/house')).body;
    await desk.put('/api/plans/house', { plan, version });
    const file = (await desk.get('/api/export/plans').query({ plans: 'house' })).body;
    expect(file.blends).toEqual([{ id: blend.id, name: blend.name, factors: DEAREST }]);
    const { imported } = (await desk.post('/api/import/plans', { file, mapping: {} })).body;
    const read = (await desk.get(`/api/plans/${imported[0].id}`)).body.plan as Plan;
    const shelf = read.fixtures.find((one) => one.type === 'shelf')!;
    expect(shelf.order.levels).toEqual([{ key: 'blend', of: blend.id, reversed: false }]);
    await desk.put('/api/plans/house', { plan: house.plan, version: version + 1 });
  });

  it('is tried on an aisle: each score told factor by factor, with what rose and fell', async () => {
    const { body, status } = await desk.post('/api/explain/blend', {
      factors: CHEAPEST,
      before: DEAREST,
      address: '/cookware',
      most: 12,
    });
    expect(status).toBe(200);
    const { aisle, products, rose, fell, having } = body as BlendTrial;
    expect(products).toHaveLength(12);
    const [first] = products;
    expect(first).toMatchObject({ place: 1, score: 1, factors: [{ id: 'price', share: 1, adds: 1 }] });
    expect(first.before).toBeGreaterThan(aisle.count / 2);
    expect([rose.length, fell.length]).toEqual([10, 10]);
    expect(rose[0].from - rose[0].to).toBeGreaterThanOrEqual(rose[9].from - rose[9].to);
    expect(having).toEqual([{ id: 'price', count: expect.any(Number) }]);
    const nowhere = await desk.post('/api/explain/blend', {
      factors: CHEAPEST,
      before: null,
      address: '/nowhere',
      most: 12,
    });
    expect(nowhere.body.type).toBe('/problems/unknown-aisle');
  });
});

describe('why a product stands at its place', () => {
  const why = async (plan: Plan, sku: string): Promise<ProductWhy> =>
    (await desk.post('/api/explain/product', { plan, address: '/cookware', sku })).body;

  it('names the blend with its factors, and what its neighbours have', async () => {
    const blend = await newBlend();
    const plan = sortedBy(house.plan, blend);
    const { body } = await desk.post('/api/preview', { plan, address: '/cookware' });
    const cards = body.page.fixtures.find(({ type }: { type: string }) => type === 'shelf').cards;
    const { place } = await why(plan, cards[1].sku);
    expect(place).toMatchObject({
      place: 2,
      by: 'order',
      pin: null,
      levels: [
        {
          key: 'blend',
          of: blend.id,
          blend: { name: blend.name, factors: [{ number: expect.any(Number) }] },
        },
      ],
      above: { sku: cards[0].sku },
      below: { sku: cards[2].sku },
    });
    const [{ above, here, below }] = place!.levels;
    expect(Number(above)).toBeGreaterThanOrEqual(Number(here));
    expect(Number(here)).toBeGreaterThanOrEqual(Number(below));
  });

  it('names the pin with who set it, and shows what the range does not have all the same', async () => {
    const elsewhere = (await server.guest.get('/api/shop/listing').query({ aisle: '/baking', size: 1 })).body
      .items[0].sku as string;
    const pin = {
      ...USUAL_PIN,
      sku: elsewhere,
      place: 3,
      by: 'Mara',
      at: '2026-06-01T09:00:00.000Z',
    };
    const report = async (plan: Plan) =>
      (await desk.post('/api/preview', { plan, address: '/cookware' })).body.report;
    const plain = ordered(house.plan, { pins: [pin] });
    expect((await report(plain)).lostPins).toMatchObject([{ sku: elsewhere, reason: 'not-here' }]);
    const shown = ordered(house.plan, { pins: [{ ...pin, anyway: true }] });
    expect((await report(shown)).pins).toMatchObject([{ sku: elsewhere, place: 3 }]);
    const answer = await why(shown, elsewhere);
    expect(answer.inside).toBe(false);
    expect(answer.place).toMatchObject({
      place: 3,
      by: 'pin',
      pin: { by: 'Mara', anyway: true },
      above: { by: 'pin', level: null },
    });
  });
});

describe('the products of a range', () => {
  it('are told window by window in an aisle, with why one is among them or not', async () => {
    const rule = { source: { kind: 'catalogue' }, clauses: [{ kind: 'sale' }] };
    const ask = async (change: object) =>
      (await desk.post('/api/explain/range/products', { rule, address: '/', from: 0, size: 200, ...change }))
        .body as RangeProducts;
    const all = await ask({});
    expect(all.products).toHaveLength(all.total);
    const second = await ask({ from: 10, size: 5 });
    expect(second.products).toEqual(all.products.slice(10, 15));
    const { why: inside } = await ask({ sku: all.products[0].sku });
    expect(inside).toMatchObject({ inside: true, firstFailed: null });
    const others = (await desk.get('/api/catalogue/products?aisle=/cookware')).body as ProductLine[];
    const other = others.find(({ sku }) => !all.products.some((one) => one.sku === sku))!;
    expect((await ask({ sku: other.sku })).why).toMatchObject({ inside: false, firstFailed: 0 });
    const nobody = await desk.post('/api/explain/range/products', {
      rule,
      address: '/',
      from: 0,
      size: 5,
      sku: 'NOBODY',
    });
    expect(nobody.status).toBe(404);
  });
});

describe('the board of an aisle', () => {
  it('has all its products as the draft arranges them, with figures, beside what is live', async () => {
    const sku = (await server.guest.get('/api/shop/listing').query({ aisle: '/cookware', size: 9 })).body
      .items[8].sku as string;
    const plan = ordered(house.plan, { pins: [{ ...USUAL_PIN, sku, place: 1 }] });
    const { body } = await desk.post('/api/explain/arrangement', { plan, address: '/cookware' });
    const { products, live, total } = body as ArrangedAisle;
    expect(products).toHaveLength(total);
    expect(products[0]).toMatchObject({ sku, by: 'pin', figures: { stock: expect.any(Number) } });
    expect(new Set(products.map((one) => one.sku)).size).toBe(total);
    expect([...live!].sort()).toEqual(products.map((one) => one.sku).sort());
    expect(live![8]).toBe(sku);
    const bare = { ...house.plan, fixtures: house.plan.fixtures.filter(({ type }) => type !== 'shelf') };
    const none = await desk.post('/api/explain/arrangement', { plan: bare, address: '/cookware' });
    expect(none.status).toBe(404);
  });
});
