import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import type { PlanChanges, Preview, ProductLine, StoredPlan } from '@fond/contract';
import { productShelf, type Plan, type ProductModel, type ProductShelf, type Sieve } from '@fond/core';
import { changesOf, publishPlans } from '../support/plans';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
let house: StoredPlan;
let address: string;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
});
afterAll(() => server.stop());
beforeEach(async () => {
  desk = await server.signIn();
  house = (await desk.get('/api/plans/house')).body;
  const { body } = await server.guest.get('/api/shop/listing').query({ aisle: '/cookware/pans' });
  address = `/products/${body.items[0].slug}`;
});

const shown = async (): Promise<ProductModel> =>
  (await server.guest.get('/api/shop/page').query({ address })).body;
const withShelf = (shelf: ProductShelf): Plan => ({
  ...house.plan,
  productPage: { ...house.plan.productPage, shelves: [shelf] },
});
const two = (heading: string): ProductShelf =>
  productShelf('related', { kind: 'related' }, { heading: { en: heading }, most: 2 });

describe('what stands below a product', () => {
  it('is seen in the window before it is published, and by shoppers afterwards', async () => {
    const plan = withShelf(two('More like it'));
    const preview = (await desk.post('/api/preview', { plan, address })).body as Preview;
    const page = preview.page as ProductModel;
    expect(page).toMatchObject({
      kind: 'product',
      plan: { id: 'house' },
      shelves: [{ heading: 'More like it' }],
    });
    expect(page.shelves[0].cards).toHaveLength(2);
    expect((await shown()).shelves[0]?.heading).not.toBe('More like it');

    const saved = (await desk.put('/api/plans/house', { plan, version: house.version })).body as StoredPlan;
    const changes = (await changesOf(desk, 'house')) as PlanChanges;
    // Knives have a plan of their own in the demo shop, which builds on the house plan and follows it here.
    const { products } = (await server.guest.get('/api/health')).body;
    expect(changes).toMatchObject({ changes: [], productPages: products });
    expect(changes.heirs).toMatchObject([
      { id: 'knives', kept: [] },
      { id: 'front', kept: [] },
    ]);
    await publishPlans(desk, [{ id: 'house', version: saved.version }], '');
    expect((await shown()).shelves[0].cards.map(({ sku }) => sku)).toEqual(
      page.shelves[0].cards.map(({ sku }) => sku),
    );
  });

  it('is counted for the product of the page, clause by clause', async () => {
    const rule = two('').range;
    const sieve = (await desk.post('/api/explain/range', { rule, address })).body as Sieve;
    expect(sieve.source).toBeGreaterThan(10);
    expect(sieve.count).toBe(sieve.steps[0].left);
    const nowhere = (await desk.post('/api/explain/range', { rule, address: '/cookware' })).body as Sieve;
    expect(nowhere).toMatchObject({ source: 0, help: [{ kind: 'source' }] });
  });

  it('can be named products, in their order', async () => {
    const skus = ((await desk.get('/api/catalogue/products?q=kettle')).body as ProductLine[])
      .slice(0, 3)
      .map(({ sku }) => sku)
      .reverse();
    const plan = withShelf({ ...two(''), range: { source: { kind: 'named', skus }, clauses: [] }, most: 3 });
    const page = ((await desk.post('/api/preview', { plan, address })).body as Preview).page as ProductModel;
    expect(page.shelves[0].cards.map(({ sku }) => sku)).toEqual(skus);
  });
});
