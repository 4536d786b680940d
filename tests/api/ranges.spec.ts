import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import type { Floor, ProductLine, ProductWhy, ShelfReport, StoredPlan, StoredRange } from '@fond/contract';
import {
  USUAL_PIN,
  orderGroup,
  AISLE_RANGE,
  usual,
  USUAL_PROMOTION,
  type Clause,
  type Fixture,
  type Plan,
  type RangeRule,
  type Shelf,
} from '@fond/core';
import { changesOf, publishPlans } from '../support/plans';
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

const shelfChanged = (change: Partial<Shelf>): Plan => ({
  ...house.plan,
  fixtures: house.plan.fixtures.map((fixture) =>
    fixture.type === 'shelf' ? { ...fixture, ...change } : fixture,
  ),
});
const ruled = (...clauses: Clause[]): RangeRule => ({ ...AISLE_RANGE, clauses });
const preview = async (plan: Plan, address: string): Promise<{ report: ShelfReport; total: number }> => {
  const { body } = await desk.post('/api/preview', { plan, address });
  const shelf = body.page.fixtures.find((fixture: { type: string }) => fixture.type === 'shelf');
  return { report: body.report, total: shelf.total };
};
const categoryAt = async (path: string): Promise<number> => {
  const { aisles } = (await desk.get('/api/floor')).body;
  return Number(aisles.find((aisle: { path: string }) => aisle.path === path).key.split(':')[1]);
};
const onSale: RangeRule = { source: { kind: 'catalogue' }, clauses: [{ kind: 'sale' }] };
const newRange = async (name: string, rule = onSale): Promise<StoredRange> =>
  (await desk.post('/api/ranges', { name, rule })).body;

describe('the range of a shelf', () => {
  it('decides what the page shows, and its sieve ends at the page’s total', async () => {
    const plan = shelfChanged({
      range: ruled(
        { kind: 'stock', states: ['in', 'low'] },
        { kind: 'any', of: [{ kind: 'sale' }, { kind: 'number', field: 'rating', from: 4, to: null }] },
      ),
    });
    const { report, total } = await preview(plan, '/cookware');
    expect(total).toBeGreaterThan(0);
    expect(report.sieve.count).toBe(total);
    expect(report.sieve.steps).toHaveLength(2);
    expect(report.sieve.steps[1].of).toHaveLength(2);
    expect(report.sieve.source).toBeGreaterThan(total);
  });

  it('shows which left-over clause emptied it, and what dropping it brings back', async () => {
    const knives: Clause = {
      kind: 'category',
      category: await categoryAt('/knives-and-boards'),
      below: true,
      main: false,
    };
    const plan = shelfChanged({ range: ruled({ kind: 'sale' }, knives) });
    const { report, total } = await preview(plan, '/table');
    expect(total).toBe(0);
    const drop = report.sieve.help.find((help) => help.kind === 'drop' && help.clause === 1);
    const { body } = await desk.post('/api/explain/range', {
      rule: ruled({ kind: 'sale' }),
      address: '/table',
    });
    expect(drop).toMatchObject({ count: body.count });
    expect(body.count).toBeGreaterThan(0);
  });

  it('refuses a price from 80 to 20 at its place and keeps the stored draft', async () => {
    const plan = shelfChanged({ range: ruled({ kind: 'number', field: 'price', from: 80, to: 20 }) });
    const answer = await desk.put('/api/plans/house', { plan, version: house.version });
    expect(answer.status).toBe(400);
    expect(answer.body.errors[0].path).toMatch(/range\.clauses\.0$/);
    expect(answer.body.errors[0].message).toContain('from 80 down to 20');
    expect((await desk.get('/api/plans/house')).body.plan).toEqual(house.plan);
  });

  it('answers a thousand clauses and a search text without end with a limit, at once', async () => {
    const many = Array.from({ length: 1000 }, (): Clause => ({ kind: 'sale' }));
    const answer = await desk.post('/api/preview', {
      plan: shelfChanged({ range: ruled(...many) }),
      address: '/',
    });
    expect(answer.status).toBe(400);
    expect(JSON.stringify(answer.body.errors)).toContain('200 clauses');
    expect(
      (await server.guest.get('/api/shop/listing').query({ aisle: '/search', q: 'x'.repeat(10_000) })).status,
    ).toBe(400);
  });

  it('names a clause about an attribute that is gone and shows the page without it', async () => {
    const gone: Clause = { kind: 'attribute', attribute: 'glaze', values: ['matt'] };
    const { report, total } = await preview(shelfChanged({ range: ruled(gone, { kind: 'featured' }) }), '/');
    const { total: without } = await preview(shelfChanged({ range: ruled({ kind: 'featured' }) }), '/');
    expect(report.sieve.steps[0].fault).toEqual({ kind: 'attribute', name: 'glaze' });
    expect(total).toBe(without);
  });

  it('by the main category or by any is one choice with both counts', async () => {
    const { aisles } = (await desk.get('/api/floor')).body as Floor;
    const tops = aisles.filter(({ kind, products }) => kind === 'category' && products > 0);
    const reports = await Promise.all(tops.map(({ path }) => preview(house.plan, path)));
    const at = reports.findIndex(({ report }) => report.mainOnly.any > report.mainOnly.main);
    const main = shelfChanged({
      range: { source: { kind: 'aisle', below: true, main: true }, clauses: [] },
    });
    expect((await preview(main, tops[at].path)).total).toBe(reports[at].report.mainOnly.main);
    expect(reports[at].total).toBe(reports[at].report.mainOnly.any);
  });

  it('of named products keeps their order', async () => {
    const skus = ((await desk.get('/api/catalogue/products?q=kettle')).body as ProductLine[])
      .slice(0, 3)
      .map(({ sku }) => sku)
      .reverse();
    const plan = shelfChanged({
      range: { source: { kind: 'named', skus: [...skus, 'NO-SUCH'] }, clauses: [] },
      order: { ...(house.plan.fixtures.at(-1) as Shelf).order, levels: [{ key: 'named', reversed: false }] },
    });
    const { body } = await desk.post('/api/preview', { plan, address: '/' });
    const shelf = body.page.fixtures.find((fixture: { type: string }) => fixture.type === 'shelf');
    expect(shelf.cards.map((card: { sku: string }) => card.sku)).toEqual(skus);
  });
});

describe('why a product is here or not', () => {
  it('tells every clause, the first that fails, or the place and what put it there', async () => {
    const plan = shelfChanged({ range: ruled({ kind: 'stock', states: ['in', 'low'] }, { kind: 'sale' }) });
    const lines = (await desk.get('/api/catalogue/products?aisle=/cookware')).body as ProductLine[];
    const answers = await Promise.all(
      lines.map(
        async ({ sku }) =>
          (await desk.post('/api/explain/product', { plan, address: '/cookware', sku })).body as ProductWhy,
      ),
    );
    for (const answer of answers) {
      expect(answer.inSource).toBe(true);
      expect(answer.clauses).toHaveLength(2);
      expect(answer.inside).toBe(answer.clauses.every(({ meets }) => meets));
      expect(answer.place === null).toBe(!answer.inside);
    }
    expect(answers.some(({ firstFailed }) => firstFailed === 1)).toBe(true);
    const places = answers.flatMap(({ place }) => (place ? [place.place] : []));
    expect(new Set(places).size).toBe(places.length);
  });

  it('names the group that put it there, and looks through a saved range to the clause that fails', async () => {
    const order = { ...(house.plan.fixtures.at(-1) as Shelf).order };
    const grouped = shelfChanged({
      order: { ...order, groups: [orderGroup('end', 'end', [{ kind: 'sale' }])] },
    });
    const range = await newRange('Reduced and rated', {
      source: { kind: 'catalogue' },
      clauses: [{ kind: 'sale' }, { kind: 'number', field: 'rating', from: 4.9, to: null }],
    });
    const saved = shelfChanged({ range: { source: { kind: 'saved', range: range.id }, clauses: [] } });
    const lines = (await desk.get('/api/catalogue/products?aisle=/cookware')).body as ProductLine[];
    const why = async (plan: Plan, sku: string): Promise<ProductWhy> =>
      (await desk.post('/api/explain/product', { plan, address: '/cookware', sku })).body;
    const groups = await Promise.all(lines.map(async ({ sku }) => (await why(grouped, sku)).place?.group));
    expect(groups).toContainEqual({ name: '', at: 'end', clauses: [{ kind: 'sale' }] });
    expect(groups).toContain(null);
    const answers = await Promise.all(lines.slice(0, 20).map(({ sku }) => why(saved, sku)));
    for (const { inSource, saved: within } of answers) {
      expect(within).toMatchObject({ name: 'Reduced and rated', inSource: true });
      expect(within!.clauses).toHaveLength(2);
      expect(inSource).toBe(within!.inside);
    }
    expect(answers.some(({ saved: within }) => within!.firstFailed === 0)).toBe(true);
  });

  it('tells of a promoting shelf too, whose named products stand as they are named', async () => {
    const skus = ((await desk.get('/api/catalogue/products?aisle=/cookware')).body as ProductLine[])
      .filter(({ inStock }) => inStock)
      .slice(0, 3)
      .map(({ sku }) => sku)
      .reverse();
    const promotion: Fixture = {
      ...usual('row'),
      ...USUAL_PROMOTION,
      range: { source: { kind: 'named', skus }, clauses: [] },
      levels: [{ key: 'named', reversed: false }],
      most: 2,
    };
    const plan = { ...house.plan, fixtures: [promotion, ...house.plan.fixtures] };
    const places = await Promise.all(
      skus.map(async (sku) => {
        const answer = await desk.post('/api/explain/product', {
          plan,
          address: '/cookware',
          sku,
          fixture: 'row',
        });
        return (answer.body as ProductWhy).place;
      }),
    );
    expect(places.map((place) => place?.place)).toEqual([1, 2, 3]);
    expect(places.map((place) => place?.shown)).toEqual([2, 2, 2]);
    const { body } = await desk.post('/api/preview', { plan, address: '/cookware' });
    const row = body.page.fixtures.find(({ id }: { id: string }) => id === 'row');
    expect(row.cards.map(({ sku }: { sku: string }) => sku)).toEqual(skus.slice(0, 2));
  });

  it('shows the pin that holds a product, and a pin that can’t hold as a finding', async () => {
    const [first, second] = (await desk.get('/api/catalogue/products?aisle=/cookware')).body as ProductLine[];
    const order = { ...(house.plan.fixtures.at(-1) as Shelf).order };
    const plan = shelfChanged({
      order: {
        ...order,
        pins: [
          { ...USUAL_PIN, sku: second.sku, place: 2 },
          { ...USUAL_PIN, sku: 'NO-SUCH', place: 5 },
        ],
      },
    });
    const { report } = await preview(plan, '/cookware');
    expect(report.pins).toEqual([{ sku: second.sku, title: second.title, place: 2 }]);
    expect(report.lostPins).toEqual([{ sku: 'NO-SUCH', title: 'NO-SUCH', place: 5, reason: 'unknown' }]);
    const why = (await desk.post('/api/explain/product', { plan, address: '/cookware', sku: second.sku }))
      .body;
    expect(why.place).toMatchObject({ place: 2, by: 'pin' });
    expect(
      (await desk.post('/api/explain/product', { plan, address: '/cookware', sku: 'NO-SUCH' })).status,
    ).toBe(404);
    expect(
      (await desk.post('/api/explain/product', { plan, address: '/nowhere', sku: first.sku })).body.type,
    ).toBe('/problems/unknown-aisle');
  });
});

describe('advice on facets', () => {
  it('covers every facet of the catalogue, in words of the shop', async () => {
    const { body } = await desk.post('/api/explain/facets', { plan: house.plan, address: '/cookware/pans' });
    const material = body.find((row: { key: string }) => row.key === 'material');
    expect(material).toMatchObject({ label: 'Material', verdict: 'use', reason: 'helps' });
    expect(material.top[0].value).toMatch(/^[A-Z]/);
    expect(body.map((row: { key: string }) => row.key)).toEqual(
      expect.arrayContaining(['price', 'sale', 'stock', 'tag']),
    );
  });
});

describe('saved ranges', () => {
  it('are listed with the plans that show them, and shoppers see a change when it is published', async () => {
    const range = await newRange('Offers');
    const linked = shelfChanged({ range: { source: { kind: 'saved', range: range.id }, clauses: [] } });
    const saved = await desk.put('/api/plans/house', { plan: linked, version: house.version });
    const listed = (await desk.get('/api/ranges')).body as StoredRange[];
    expect(listed.find(({ id }) => id === range.id)!.usedIn).toEqual([
      // The front's and the knives' plans build on it, and so show it too.
      { plan: { id: 'front', name: 'Front' }, aside: false },
      { plan: { id: 'house', name: house.plan.name }, aside: false },
      { plan: { id: 'knives', name: 'Knives, four across' }, aside: false },
    ]);
    await publishPlans(desk, [{ id: 'house', version: saved.body.version }], '');
    const total = async (): Promise<number> =>
      (await server.guest.get('/api/shop/listing').query({ aisle: '/cookware' })).body.total;
    const before = await total();

    const narrower: RangeRule = {
      ...onSale,
      clauses: [{ kind: 'sale' }, { kind: 'number', field: 'saving', from: 20, to: null }],
    };
    const changed = await desk.put(`/api/ranges/${range.id}`, { name: 'Offers', rule: narrower, version: 1 });
    expect(changed.body.version).toBe(2);
    expect(await total()).toBe(before);
    const changes = (await changesOf(desk, 'house')).changes;
    expect(changes.length).toBeGreaterThan(0);
    await publishPlans(desk, [{ id: 'house', version: saved.body.version }], 'Deeper cuts');
    expect(await total()).toBeLessThan(before);

    expect((await desk.delete(`/api/ranges/${range.id}`)).body.type).toBe('/problems/range-in-use');
    await desk.put('/api/plans/house', { plan: house.plan, version: saved.body.version });
    expect((await desk.delete(`/api/ranges/${range.id}`)).status).toBe(204);
    expect((await desk.get(`/api/ranges/${range.id}`)).status).toBe(404);
  });

  it('can be published by themselves, under the plans as they are live', async () => {
    const range = await newRange('Alone');
    const publish = (version: number) => desk.post(`/api/ranges/${range.id}/publish`, { version, note: '' });
    expect((await publish(1)).body.detail).toContain('No published plan uses this range');
    const linked = shelfChanged({ range: { source: { kind: 'saved', range: range.id }, clauses: [] } });
    const saved = await desk.put('/api/plans/house', { plan: linked, version: house.version });
    await publishPlans(desk, [{ id: 'house', version: saved.body.version }], '');
    // The draft goes on; what is live stays under the range that is published.
    const renamed = { ...linked, name: 'Not to be published' };
    const ahead = await desk.put('/api/plans/house', { plan: renamed, version: saved.body.version });
    expect((await desk.get(`/api/ranges/${range.id}/changes`)).body.changes).toEqual([]);

    const none: RangeRule = { ...onSale, clauses: [{ kind: 'title', text: 'no such thing' }] };
    await desk.put(`/api/ranges/${range.id}`, { name: 'Alone', rule: none, version: 1 });
    const { changes } = (await desk.get(`/api/ranges/${range.id}/changes`)).body;
    expect(changes.map(({ path }: { path: string }) => path)).toContain('/cookware');
    expect((await publish(1)).body).toMatchObject({
      type: '/problems/newer-draft',
      theirs: { version: 2 },
    });
    const published = await publish(2);
    expect(published.body).toMatchObject({ live: true, note: 'Range “Alone”' });
    const shown = (await server.guest.get('/api/shop/listing').query({ aisle: '/cookware' })).body;
    expect(shown).toMatchObject({ total: 0, plan: { name: house.plan.name } });
    expect((await publish(2)).body.type).toBe('/problems/nothing-to-publish');

    const back = await desk.put('/api/plans/house', { plan: house.plan, version: ahead.body.version });
    await publishPlans(desk, [{ id: 'house', version: back.body.version }], '');
  });

  it('refuse a name that another has, a version that is not the newest, and building on each other', async () => {
    const one = await newRange('Winter');
    const twice = await desk.post('/api/ranges', { name: 'Winter', rule: onSale });
    expect(twice.status).toBe(400);
    expect(twice.body.errors).toEqual([
      { path: 'name', message: '“Winter” is the name of another range already' },
    ]);
    await desk.put(`/api/ranges/${one.id}`, { name: 'Winter days', rule: onSale, version: 1 });
    const late = await desk.put(`/api/ranges/${one.id}`, { name: 'Mine', rule: onSale, version: 1 });
    expect(late.body).toMatchObject({
      type: '/problems/newer-draft',
      theirs: { name: 'Winter days', version: 2 },
    });
    const nested = { source: { kind: 'saved', range: one.id }, clauses: [] };
    expect((await desk.post('/api/ranges', { name: 'Nested', rule: nested })).status).toBe(400);
  });

  it('have a JSON Schema in which clauses hold clauses', async () => {
    const { body } = await server.guest.get('/api/schema/range.json');
    expect(body.$schema).toContain('2020-12');
    expect(body.required).toEqual(['source', 'clauses']);
    expect(body.properties.clauses).toEqual({ $ref: '#/$defs/Clauses' });
    expect(JSON.stringify(body.$defs.Clauses)).toContain('#/$defs/Clauses');
    expect(JSON.stringify(body).length).toBeLessThan(40_000);
  });
});

describe('products for the desk', () => {
  it('are found by title and number, without minding accents', async () => {
    const found = (await desk.get('/api/catalogue/products?q=crepe')).body as ProductLine[];
    expect(found.length).toBeGreaterThan(0);
    const exact = found.map(({ title }) => /cr[eê]pe/i.test(title));
    expect(exact[0], 'what only sounds like it comes later').toBe(true);
    expect(exact).toEqual([...exact].sort((a, b) => Number(b) - Number(a)));
    expect((await desk.get('/api/catalogue/products?aisle=/nowhere')).status).toBe(404);
    // As shoppers search: in any order, with an error, with a blank of another kind, and by the very number.
    const [whole] = found;
    const words = whole.title.split(/\s/);
    for (const q of [
      words.toReversed().join(' '),
      whole.title.replaceAll(' ', '\u00a0'),
      whole.sku.toLowerCase(),
    ]) {
      const answer = await desk.get(`/api/catalogue/products?q=${encodeURIComponent(q)}`);
      expect((answer.body as ProductLine[])[0].sku, q).toBe(whole.sku);
    }
    const wrong = (await desk.get('/api/catalogue/products?q=saucpan')).body as ProductLine[];
    expect(wrong[0].title).toMatch(/saucepan/i);
  });

  it('are looked up by a pasted list, which tells the numbers that nobody has', async () => {
    const [first] = (await desk.get('/api/catalogue/products')).body as ProductLine[];
    const { body } = await desk.post('/api/catalogue/products/lookup', {
      skus: ['NO-1', first.sku, first.sku, 'NO-2'],
    });
    expect(body).toEqual({ found: [first], missing: ['NO-1', 'NO-2'] });
  });

  it('become featured at once, in the shop too', async () => {
    const plan = shelfChanged({ range: ruled({ kind: 'featured' }) });
    const before = (await preview(plan, '/')).total;
    const plain = ((await desk.get('/api/catalogue/products')).body as ProductLine[]).find(
      ({ featured }) => !featured,
    )!;
    expect((await desk.put(`/api/catalogue/products/${plain.sku}/featured`, { featured: true })).status).toBe(
      204,
    );
    expect((await preview(plan, '/')).total).toBe(before + 1);
    await desk.put(`/api/catalogue/products/${plain.sku}/featured`, { featured: false });
    expect((await preview(plan, '/')).total).toBe(before);
    expect((await desk.put('/api/catalogue/products/NO-SUCH/featured', { featured: true })).status).toBe(404);
  });
});
