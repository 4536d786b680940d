import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { LinkedProducts, PictureLibrary, ProductSheet } from '@fond/contract';
import type { PatternCheck, ProductModel } from '@fond/core';
import { readPlan } from '../support/plans';
import { startShop, type Desk, type TestServer } from '../support/server';

const SKU = 'PK-1017';
const OTHERS = ['PK-1020', 'PK-1003', 'PK-1028'];

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startShop();
  desk = await server.signIn();
});
afterAll(() => server.stop());

const links = async (sku = SKU): Promise<LinkedProducts[]> =>
  (await desk.get(`/api/catalogue/products/${sku}/links`)).body as LinkedProducts[];
const link = (as: string, skus: readonly string[], sku = SKU) =>
  desk.put(`/api/catalogue/products/${sku}/links`, { as, skus });
const slugOf = async (sku: string): Promise<string> => {
  const { cells } = (await desk.get(`/api/catalogue/products/${sku}`)).body as ProductSheet;
  return cells.find(({ column }) => column === 'slug')!.value;
};
const page = async (sku = SKU): Promise<ProductModel> =>
  (await server.guest.get('/api/shop/page').query({ address: `/products/${await slugOf(sku)}` }))
    .body as ProductModel;
const shelf = async (id: string): Promise<string[] | undefined> =>
  (await page()).shelves.find((one) => one.id === id)?.cards.map(({ sku }) => sku);

describe('products that are linked by hand', () => {
  it('stand below each other in their order at once, and are told from the other side', async () => {
    const answer = await link('with', OTHERS);
    expect((answer.body as LinkedProducts[])[0].links.map(({ sku }) => sku)).toEqual(OTHERS);
    const sold = new Set(
      (
        (await desk.post('/api/catalogue/products/lookup', { skus: OTHERS })).body.found as {
          sku: string;
          inStock: boolean;
        }[]
      )
        .filter(({ inStock }) => !inStock)
        .map(({ sku }) => sku),
    );
    expect(await shelf('goes-with')).toEqual(OTHERS.filter((sku) => !sold.has(sku)));
    expect((await links(OTHERS[1])).map(({ as, back }) => [as, back.map(({ sku }) => sku)])).toEqual([
      ['with', [SKU]],
      ['instead', []],
    ]);
    await link('with', []);
    expect(await shelf('goes-with')).toBeUndefined();
  });

  it('are refused by their place where one is unknown, named twice, or the product itself', async () => {
    await link('instead', [OTHERS[0]]);
    const refused = await link('instead', [OTHERS[1], 'constructor', SKU]);
    expect(refused.body).toMatchObject({
      status: 400,
      errors: [{ path: 'skus.1' }, { path: 'skus.2', message: 'is the product itself' }],
    });
    expect((await link('instead', [OTHERS[1], OTHERS[1]])).status).toBe(400);
    expect((await link('beside', [])).status).toBe(400);
    expect((await link('with', [], 'NOTHING')).status).toBe(404);
    expect(
      (await links())[1].links.map(({ sku }) => sku),
      'nothing was changed',
    ).toEqual([OTHERS[0]]);
  });

  it('are left out of the shop while they are put aside, and go with a product that is deleted', async () => {
    await link('with', OTHERS);
    const stand = (sku: string, value: string) =>
      desk.post('/api/catalogue/edits', { cells: [{ sku, column: 'standing', value, seen: null }] });
    await stand(OTHERS[1], 'aside');
    expect((await links())[0].links.find(({ sku }) => sku === OTHERS[1])).toMatchObject({ live: false });
    expect(await shelf('goes-with')).not.toContain(OTHERS[1]);
    await desk.delete(`/api/catalogue/products/${OTHERS[1]}`);
    expect((await links())[0].links.map(({ sku }) => sku)).toEqual([OTHERS[0], OTHERS[2]]);
  });

  it('go along with a copy of their product', async () => {
    await link('instead', [OTHERS[0]]);
    await desk.post('/api/catalogue/products', { sku: 'COPY-1', title: 'A copy', from: SKU });
    expect((await links('COPY-1'))[1].links.map(({ sku }) => sku)).toEqual([OTHERS[0]]);
  });
});

describe('what a picture shows in words', () => {
  it('is told on the product’s page in each language, and found missing in the library', async () => {
    const [first] = ((await desk.get(`/api/catalogue/products/${SKU}`)).body as ProductSheet).pictures;
    const silent = async (): Promise<number> =>
      ((await desk.get('/api/pictures/library?silent=en')).body as PictureLibrary).total;
    const before = await silent();
    const answer = await desk.put('/api/pictures/library/words', {
      source: first.source,
      alts: { en: ' A dark pan from the side ', fr: '' },
      focus: { x: 30, y: 60 },
    });
    expect(answer.body).toMatchObject({ alts: { en: 'A dark pan from the side' }, focus: { x: 30, y: 60 } });
    expect(await silent()).toBe(before - 1);
    expect((await page()).images[0]).toMatchObject({
      alt: 'A dark pan from the side',
      focus: { x: 30, y: 60 },
    });
    const { text } = await server.guest.get(`/shop/products/${await slugOf(SKU)}`);
    expect(text).toContain('alt="A dark pan from the side"');
    await desk.put('/api/pictures/library/words', { source: first.source, alts: {}, focus: null });
    expect((await page()).images[0]).not.toHaveProperty('alt');
    const refused = await desk.put('/api/pictures/library/words', {
      source: 'nothing.png',
      alts: {},
      focus: null,
    });
    expect(refused.status).toBe(404);
  });
});

describe('what a plan tells search engines of its products', () => {
  it('is looked at over all of them, before anything is saved', async () => {
    const { plan } = await readPlan(desk, 'house');
    const search = { title: { en: '{title} · {category} · {sku}' }, description: {} };
    const drafted = { ...plan, productPage: { ...plan.productPage, search } };
    const ask = (document: object) => desk.post('/api/explain/patterns', { plan: document, lang: 'en' });
    const check = (await ask(drafted)).body as PatternCheck;
    expect(check).toMatchObject({ twins: 0, unknown: [] });
    expect(check.products).toBeGreaterThan(200);
    expect(check.long.title).toBeGreaterThan(0);
    expect(check.examples[0].title).toContain(' · ');
    const broken = {
      ...plan,
      productPage: { ...plan.productPage, search: { ...search, title: { en: '{' } } },
    };
    expect((await ask(broken)).body).toMatchObject({
      status: 400,
      errors: [{ path: 'plan.productPage.search.title' }],
    });
  });
});
