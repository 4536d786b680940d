import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import type { AttributeValues, BulkEdit, CategoryLine, GroupUses, Job, TagLine } from '@fond/contract';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
});
afterAll(() => server.stop());
beforeEach(async () => {
  desk = await server.signIn();
});

const tree = async (): Promise<CategoryLine[]> => (await desk.get('/api/catalogue/categories')).body;
const categoryAt = async (path: string): Promise<CategoryLine> =>
  (await tree()).find((line) => line.path === path)!;
const statusAt = async (aisle: string): Promise<number> =>
  (await server.guest.get('/api/shop/listing').query({ aisle })).status;
const leadsTo = async (path: string): Promise<unknown> =>
  (await desk.get('/api/redirects/test').query({ path })).body;
const bulk = async (wish: BulkEdit): Promise<Job> =>
  desk.ended(((await desk.post('/api/catalogue/bulk', wish)).body as Job).id);

describe('the tree of categories', () => {
  it('is told in its order, with what is in each itself and with all below', async () => {
    const lines = await tree();
    const cookware = lines.find(({ path }) => path === '/cookware')!;
    const below = lines.filter(({ path }) => path.startsWith('/cookware/'));
    expect(below.length).toBeGreaterThan(3);
    expect(cookware.below).toBeGreaterThanOrEqual(cookware.products);
    const children = lines.filter(({ parent }) => parent === cookware.id);
    expect(children.map(({ position }) => position)).toEqual(children.map((_, at) => at));
  });

  it('takes a new one, moved with its address, and shoppers who follow the old one come to the new', async () => {
    const pans = await categoryAt('/cookware/pans');
    const { body } = await desk.post('/api/catalogue/categories', { parent: pans.id, title: 'Tiny pans' });
    const made = (await tree()).find(({ id }) => id === body.id)!;
    expect(made.path).toBe('/cookware/pans/tiny-pans');
    const cookware = await categoryAt('/cookware');
    const place = { parent: cookware.id, position: 0, slug: 'little-pans', colour: '#0b4f5c' };
    expect((await desk.put(`/api/catalogue/categories/${made.id}`, place)).status).toBe(204);
    const [first] = (await tree()).filter(({ parent }) => parent === cookware.id);
    expect(first).toMatchObject({ id: made.id, path: '/cookware/little-pans', colour: '#0b4f5c' });
    expect(JSON.stringify(await leadsTo('/cookware/pans/tiny-pans'))).toContain('/cookware/little-pans');
    expect((await desk.delete(`/api/catalogue/categories/${made.id}`)).status).toBe(204);
    expect(await statusAt('/cookware/little-pans')).toBe(404);
    expect(JSON.stringify(await leadsTo('/cookware/little-pans'))).toContain('/cookware');
  });

  it('carries along what hangs below, and refuses rings, twins and reserved addresses', async () => {
    const [cookware, pans] = [await categoryAt('/cookware'), await categoryAt('/cookware/pans')];
    const frying = (await tree()).find(({ parent }) => parent === pans.id)!;
    const put = (line: CategoryLine, change: object) =>
      desk.put(`/api/catalogue/categories/${line.id}`, {
        parent: line.parent,
        position: line.position,
        slug: line.slug,
        colour: line.colour,
        ...change,
      });
    expect((await put(cookware, { parent: frying.id })).body.errors[0].path).toBe('parent');
    expect((await put(pans, { slug: 'pots' })).body.errors?.[0].path).toBe('slug');
    expect((await put(cookware, { slug: 'search' })).body.errors[0].path).toBe('slug');
    expect((await put(cookware, { slug: 'No Blanks' })).status).toBe(400);
    await put(pans, { slug: 'all-pans' });
    expect(await statusAt(frying.path.replace('/pans/', '/all-pans/'))).toBe(200);
    expect(JSON.stringify(await leadsTo(frying.path))).toContain('/all-pans/');
    await put({ ...pans, slug: 'pans' }, {});
    expect(await statusAt(frying.path)).toBe(200);
  });

  it('can be hidden from shoppers and shown again, with its products found elsewhere all the while', async () => {
    const pans = await categoryAt('/cookware/pans');
    const place = { parent: pans.parent, position: pans.position, slug: pans.slug, colour: pans.colour };
    const put = (change: object) => desk.put(`/api/catalogue/categories/${pans.id}`, { ...place, ...change });
    const found = async (): Promise<number> =>
      (await server.guest.get('/api/shop/listing').query({ aisle: '/cookware' })).body.total as number;
    const before = await found();
    await put({ hidden: true });
    expect(await statusAt('/cookware/pans')).toBe(404);
    expect(await statusAt('/cookware/pans/woks')).toBe(404);
    expect((await server.guest.get('/sitemap-aisles-1.xml')).text).not.toContain('/cookware/pans<');
    expect(await found()).toBe(before);
    expect(await categoryAt('/cookware/pans')).toMatchObject({ hidden: true });
    await put({ colour: '#0b4f5c' });
    expect(await categoryAt('/cookware/pans'), 'what isn’t said stays').toMatchObject({ hidden: true });
    await put({ hidden: false });
    expect(await statusAt('/cookware/pans')).toBe(200);
  });

  it('is not deleted where something is in it, which is told; its products can be moved first', async () => {
    const pans = await categoryAt('/cookware/pans');
    const [leaf] = (await tree()).filter(({ parent }) => parent === pans.id);
    const refused = await desk.delete(`/api/catalogue/categories/${leaf.id}`);
    expect(refused.body).toMatchObject({ type: '/problems/group-in-use' });
    const clause = { kind: 'category' as const, category: leaf.id, below: false, main: false };
    const column = 'category';
    const trial = await desk.post('/api/catalogue/bulk/trial', {
      skus: null,
      filter: { clauses: [clause] },
      column,
      change: { kind: 'replace', find: 'Cookware > Pans > Frying pans', put: 'Cookware > Pans' },
    });
    expect(trial.body.changed).toBe(leaf.products);
    const job = await bulk({
      skus: null,
      filter: { clauses: [clause] },
      column,
      change: { kind: 'replace', find: 'Cookware > Pans > Frying pans', put: 'Cookware > Pans' },
    });
    expect(job.report?.changed).toBe(leaf.products);
    expect((await desk.delete(`/api/catalogue/categories/${leaf.id}`)).status).toBe(204);
    // Taken back, the products are where they were; the category is made again for them.
    await desk.post(`/api/catalogue/edits/${job.id}/undo`);
    expect((await categoryAt(leaf.path)).products).toBe(leaf.products);
  });

  it('tells which plans, ranges and collections name one', async () => {
    const { plans } = (await desk.get('/api/floor')).body as { plans: { id: string; name: string }[] };
    const lines = await tree();
    const named = await Promise.all(
      lines.map(async ({ id }) => (await desk.get(`/api/catalogue/uses/category/${id}`)).body as GroupUses),
    );
    const found = named.flatMap((uses) => uses.plans);
    expect(found.length).toBeGreaterThan(0);
    for (const { id } of found) expect(plans.map((plan) => plan.id)).toContain(id);
  });
});

describe('tags', () => {
  it('are made, merged by moving their products, and deleted once nothing has them', async () => {
    const tags = async (): Promise<TagLine[]> => (await desk.get('/api/catalogue/tags')).body;
    const made = await desk.post('/api/catalogue/tags', { title: 'For a feast' });
    const twice = await desk.post('/api/catalogue/tags', { title: 'for a FEAST' });
    expect(twice.body.errors[0].message).toContain('already');
    const crowd = (await tags()).find(({ slug }) => slug === 'for-a-crowd')!;
    const change = { kind: 'replace' as const, find: 'For a crowd', put: 'For a feast' };
    const filter = { clauses: [{ kind: 'tag' as const, tag: crowd.id }] };
    const refused = await desk.delete(`/api/catalogue/tags/${crowd.id}`);
    expect(refused.body.detail).toContain(`${crowd.products} products have it`);
    await bulk({ skus: null, filter, column: 'tags', change });
    expect((await tags()).find(({ id }) => id === made.body.id)!.products).toBe(crowd.products);
    expect((await desk.delete(`/api/catalogue/tags/${crowd.id}`)).status).toBe(204);
    expect(await statusAt('/tags/for-a-crowd')).toBe(404);
  });
});

describe('attributes and their values', () => {
  const valuesOf = async (key: string): Promise<AttributeValues> =>
    (await desk.get(`/api/catalogue/attributes/${key}/values`)).body;

  it('are listed with their products, and those that are spelt alike are named', async () => {
    await desk.importFile(
      'alike.csv',
      'sku,title,Maker of it\nA-1,One,Aldermoor\nA-2,Two,ALDERMOOR\nA-3,Three,Alder moor\nA-4,Four,Selby\n',
    );
    const { column, values, variants } = await valuesOf('maker-of-it');
    expect(column).toBe('Maker of it');
    expect(values.map(({ value, products }) => [value, products])).toContainEqual(['Selby', 1]);
    expect(variants.map((group) => [...group].sort())).toEqual([['ALDERMOOR', 'Alder moor', 'Aldermoor']]);
    const clauses = [{ kind: 'attribute' as const, attribute: 'maker-of-it', values: ['ALDERMOOR'] }];
    const change = { kind: 'set' as const, text: 'Aldermoor' };
    await bulk({ skus: null, filter: { clauses }, column: 'Maker of it', change });
    const after = await valuesOf('maker-of-it');
    expect(after.values.find(({ value }) => value === 'Aldermoor')?.products).toBe(2);
    expect(after.values.some(({ value }) => value === 'ALDERMOOR')).toBe(false);
  });

  it('get words in every language and a colour, which shoppers see', async () => {
    const [{ value }] = (await valuesOf('material')).values;
    const line = { value, labels: { en: 'Essay stuff', fr: 'Matière d’essai' }, swatch: '#123456' };
    expect((await desk.put('/api/catalogue/attributes/material/values', line)).status).toBe(204);
    expect((await valuesOf('material')).values.find((one) => one.value === value)).toMatchObject(line);
    const listing = await server.guest.get('/api/shop/listing').query({ aisle: '/cookware', lang: 'fr' });
    expect(JSON.stringify(listing.body)).toContain('Matière d’essai');
    const bad = await desk.put('/api/catalogue/attributes/material/values', { ...line, swatch: 'red' });
    expect(bad.status).toBe(400);
    expect((await desk.get('/api/catalogue/attributes/constructor/values')).status).toBe(404);
  });

  it('are made with a key of their own, once', async () => {
    const wish = { label: 'Net weight', type: 'number', unit: 'g' };
    const made = await desk.post('/api/catalogue/attributes', wish);
    expect(made.body).toEqual({ key: 'net-weight' });
    const columns = (await desk.get('/api/catalogue/columns')).body as { name: string }[];
    expect(columns.map(({ name }) => name)).toContain('Net weight (g)');
    expect((await desk.post('/api/catalogue/attributes', wish)).body.errors[0].path).toBe('label');
    const price = await desk.post('/api/catalogue/attributes', { ...wish, label: 'Price' });
    expect(price.body).toEqual({ key: '_price' });
  });
});
