import { USUAL_BADGES, usual, type Fixture } from '@fond/core';
import { createPlan, savePlan } from '../support/plans';
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import type {
  CollectionSummary,
  CollectionInput,
  ProductLine,
  StoredCollection,
  StoredPlan,
  StoredRange,
} from '@fond/contract';
import type { Plan } from '@fond/core';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
let kettles: string[];
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
});
afterAll(() => server.stop());
beforeEach(async () => {
  desk = await server.signIn();
  const found = (await desk.get('/api/catalogue/products?q=kettle')).body as ProductLine[];
  kettles = found.slice(0, 4).map(({ sku }) => sku);
});

const byHand = (title: string, skus: readonly string[]): CollectionInput => ({
  slug: '',
  titles: { en: title },
  descriptions: {},
  clauses: null,
  skus,
});
const make = async (wish: CollectionInput): Promise<StoredCollection> => {
  const { status, body } = await desk.post('/api/collections', wish);
  expect(status).toBe(201);
  return body;
};
const wishOf = ({ slug, titles, descriptions, clauses, skus }: StoredCollection): CollectionInput => ({
  slug,
  titles,
  descriptions,
  clauses,
  skus,
});
const save = (stored: StoredCollection, change: Partial<CollectionInput>) =>
  desk.put(`/api/collections/${stored.id}`, { ...wishOf(stored), ...change, version: stored.version });
const inShop = async (slug: string): Promise<{ status: number; skus: string[]; total: number }> => {
  const { status, body } = await server.guest
    .get('/api/shop/listing')
    .query({ aisle: `/collections/${slug}`, size: 200 });
  return { status, skus: (body.items ?? []).map(({ sku }: { sku: string }) => sku), total: body.total };
};

describe('a collection by hand', () => {
  it('is an aisle at once, with the products that were put in', async () => {
    const made = await make(byHand('Tea for four', kettles));
    expect(made).toMatchObject({ slug: 'tea-for-four', skus: kettles, byHand: 4, version: 1 });
    expect((await inShop('tea-for-four')).skus.sort()).toEqual([...kettles].sort());
  });

  it('keeps the order it was given, and a plan can sort its shelf by it', async () => {
    const turned = [kettles[2], kettles[0], kettles[3], kettles[1]];
    const made = await make(byHand('Tea in turn', kettles));
    expect((await save(made, { skus: turned })).body.skus).toEqual(turned);
    const house = (await desk.get('/api/plans/house')).body as StoredPlan;
    const plan: Plan = {
      ...house.plan,
      fixtures: house.plan.fixtures.map((fixture) =>
        fixture.type === 'shelf'
          ? { ...fixture, order: { ...fixture.order, levels: [{ key: 'named', reversed: false }] } }
          : fixture,
      ),
    };
    const { body } = await desk.post('/api/preview', { plan, address: '/collections/tea-in-turn' });
    const shelf = body.page.fixtures.find(({ type }: { type: string }) => type === 'shelf');
    expect(shelf.cards.map(({ sku }: { sku: string }) => sku)).toEqual(turned);
  });

  it('leaves a product’s other collections alone when it gives one up', async () => {
    const first = await make(byHand('Tea one', kettles));
    const second = await make(byHand('Tea two', kettles));
    await save(first, { skus: kettles.slice(0, 1) });
    expect((await inShop('tea-one')).skus).toEqual(kettles.slice(0, 1));
    expect((await inShop('tea-two')).total).toBe(4);
    expect((await desk.get(`/api/collections/${second.id}`)).body.skus).toEqual(kettles);
  });

  it('refuses article numbers that nothing has, and changes nothing', async () => {
    const made = await make(byHand('Tea kept', kettles));
    const answer = await save(made, { titles: { en: 'Tea lost' }, skus: ['NO-1', ...kettles] });
    expect(answer.status).toBe(400);
    expect(answer.body.errors).toEqual([{ path: 'skus', message: '“NO-1” is not in the catalogue' }]);
    expect((await desk.get(`/api/collections/${made.id}`)).body).toMatchObject({
      titles: { en: 'Tea kept' },
      skus: kettles,
      version: 1,
    });
  });
});

describe('a collection by rule', () => {
  it('holds what meets the rule and follows the catalogue', async () => {
    const made = await make({
      ...byHand('Starred tea', []),
      clauses: [{ kind: 'featured' }, { kind: 'title', text: 'kettle' }],
    });
    const { total } = await inShop(made.slug);
    // The search also finds what only mentions kettles.
    const found = (await desk.get('/api/catalogue/products?q=kettle')).body as ProductLine[];
    const plain = found.filter(({ title }) => /kettle/i.test(title));
    const unmarked = plain.find(({ featured }) => !featured)!.sku;
    expect(total).toBe(plain.filter(({ featured }) => featured).length);
    await desk.put(`/api/catalogue/products/${unmarked}/featured`, { featured: true });
    expect((await inShop(made.slug)).skus).toContain(unmarked);
    await desk.put(`/api/catalogue/products/${unmarked}/featured`, { featured: false });
    expect((await inShop(made.slug)).total).toBe(total);
  });

  it('keeps what was put in by hand for when the rule is given up', async () => {
    const made = await make(byHand('Tea both ways', kettles));
    const ruled = (await save(made, { clauses: [{ kind: 'sale' }] })).body as StoredCollection;
    expect((await inShop(made.slug)).total).not.toBe(4);
    await save(ruled, { clauses: null });
    expect((await inShop(made.slug)).total).toBe(4);
  });

  it('may not ask for collections, as it could lead back to itself', async () => {
    const answer = await desk.post('/api/collections', {
      ...byHand('Loop', []),
      clauses: [{ kind: 'any', of: [{ kind: 'collection', collection: 1 }] }],
    });
    expect(answer.status).toBe(400);
    expect(answer.body.errors[0].message).toContain('name the products’ own properties');
  });

  it('counts the same in the list, in the sieve and in the shop', async () => {
    const all = (await desk.get('/api/collections')).body as CollectionSummary[];
    const ruled = all.find(({ clauses }) => clauses !== null && clauses.length > 0)!;
    const rule = { source: { kind: 'catalogue' }, clauses: ruled.clauses };
    const sieve = (await desk.post('/api/explain/range', { rule, address: '/' })).body;
    expect(ruled.products).toBe(sieve.count);
    expect((await inShop(ruled.slug)).total).toBe(sieve.count);
  });
});

describe('the address and the words of a collection', () => {
  it('are its own: another collection’s address is refused beside the field', async () => {
    const made = await make(byHand('Tea alone', kettles));
    const answer = await desk.post('/api/collections', { ...byHand('Other tea', []), slug: made.slug });
    expect(answer.body.errors).toEqual([
      { path: 'slug', message: '“tea-alone” is the address of another collection already' },
    ]);
    expect((await make(byHand('Tea alone', []))).slug).toBe('tea-alone-2');
  });

  it('need a title in the shop’s own language, and keep only harmless HTML', async () => {
    const untitled = await desk.post('/api/collections', { ...byHand('', []), titles: { fr: 'Thé' } });
    expect(untitled.body.errors).toEqual([{ path: 'titles.en', message: 'is missing; it names the aisle' }]);
    const made = await make({
      ...byHand('Harmless tea', []),
      descriptions: { en: '<p>Warm <b>and</b> dry<script>alert(1)</script></p>' },
    });
    expect(made.descriptions).toEqual({ en: '<p>Warm <b>and</b> dry</p>' });
  });

  it('are not overwritten unseen: a newer version is told, and can be saved over', async () => {
    const made = await make(byHand('Tea at noon', kettles));
    await save(made, { titles: { en: 'Tea at one' } });
    const late = await save(made, { titles: { en: 'Tea at two' } });
    expect(late.status).toBe(409);
    expect(late.body.theirs).toMatchObject({ titles: { en: 'Tea at one' }, version: 2 });
    const over = await desk.put(`/api/collections/${made.id}`, {
      ...wishOf(made),
      titles: { en: 'Tea at two' },
      version: 2,
    });
    expect(over.body).toMatchObject({ titles: { en: 'Tea at two' }, version: 3 });
  });
});

describe('deleting a collection', () => {
  it('takes its aisle away', async () => {
    const made = await make(byHand('Tea gone', kettles));
    expect((await desk.delete(`/api/collections/${made.id}`)).status).toBe(204);
    expect((await inShop('tea-gone')).status).toBe(404);
    expect((await desk.get(`/api/collections/${made.id}`)).status).toBe(404);
  });

  it('is refused while a range or a plan names it', async () => {
    const made = await make(byHand('Tea named', kettles));
    const range = (
      await desk.post('/api/ranges', {
        name: 'Only tea',
        rule: { source: { kind: 'catalogue' }, clauses: [{ kind: 'collection', collection: made.id }] },
      })
    ).body as StoredRange;
    const refused = await desk.delete(`/api/collections/${made.id}`);
    expect(refused.status).toBe(409);
    expect(refused.body.detail).toContain('the range “Only tea”');
    await desk.delete(`/api/ranges/${range.id}`);
    expect((await desk.delete(`/api/collections/${made.id}`)).status).toBe(204);
  });

  it('is refused while a badge or a featured product of a plan names it', async () => {
    const made = await make(byHand('Tea shown', kettles));
    const clauses = [{ kind: 'collection' as const, collection: made.id }];
    const badge = { ...USUAL_BADGES.rules[0], id: 'tea', clauses };
    const { plan, version } = await createPlan(desk, 'Tea badges', []);
    const badged = { ...plan, badges: { rules: [badge], most: 3 } };
    expect((await savePlan(desk, badged, version)).status).toBe(200);
    const refused = await desk.delete(`/api/collections/${made.id}`);
    expect(refused.body.detail).toContain('the plan “Tea badges”');
    const spotlight: Fixture = {
      ...usual('spotlight'),
      type: 'spotlight',
      range: { source: { kind: 'catalogue' }, clauses },
      levels: [{ key: 'newest', reversed: false }],
      heading: {},
      button: {},
      side: 'start',
      description: true,
    };
    expect(
      (await savePlan(desk, { ...plan, fixtures: [...plan.fixtures, spotlight] }, version + 1)).status,
    ).toBe(200);
    expect((await desk.delete(`/api/collections/${made.id}`)).status).toBe(409);
    expect((await savePlan(desk, plan, version + 2)).status).toBe(200);
    expect((await desk.delete(`/api/collections/${made.id}`)).status).toBe(204);
  });
});

describe('a product file', () => {
  it('puts products behind those that were arranged, and the same file again changes nothing', async () => {
    const made = await make(byHand('Tea filed', kettles.slice(0, 2).reverse()));
    const file = `sku,title,collections\n${kettles[3]},A kettle,Tea filed\n`;
    await desk.importFile('more.csv', file);
    expect((await desk.get(`/api/collections/${made.id}`)).body.skus).toEqual([
      kettles[1],
      kettles[0],
      kettles[3],
    ]);
    const again = await desk.importFile('more.csv', file);
    expect(again.report).toMatchObject({ changed: 0, unchanged: 1 });
  });
});
