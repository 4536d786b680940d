import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { Floor, PartSummary, PlanFile, PlanImport, PlanSummary } from '@fond/contract';
import { createPlan, readPlan, savePlan, withShelf } from '../support/plans';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let other: TestServer;
let there: Desk;
let file: PlanFile;
let whole: PlanFile;
/** One application at a time: the models belong to the process. */
beforeAll(async () => {
  const server = await startTestServer(inject('databaseServer'), { demo: true });
  const desk = await server.signIn();
  const { aisles } = (await desk.get('/api/floor')).body as Floor;
  const category = (path: string): number =>
    Number(aisles.find((aisle) => aisle.path === path)!.key.split(':')[1]);
  const range = await desk.post('/api/ranges', {
    name: 'Offers',
    rule: { source: { kind: 'catalogue' }, clauses: [{ kind: 'sale' }] },
  });
  const base = await createPlan(desk, 'Cooking', [
    { kind: 'category', category: category('/cookware'), below: true },
  ]);
  const source = { kind: 'saved' as const, range: range.body.id as string };
  await savePlan(desk, withShelf(base.plan, { range: { source, clauses: [] } }), base.version);
  const heir = await createPlan(
    desk,
    'Baking',
    [{ kind: 'category', category: category('/baking/tins'), below: true }],
    { from: base.document.id, as: 'heir' },
  );
  file = (await desk.get('/api/export/plans').query({ plans: heir.document.id })).body;
  whole = (await desk.get('/api/export/editions/2')).body;
  expect((await desk.get('/api/export/editions/99')).status).toBe(404);
  await server.stop();

  other = await startTestServer(inject('databaseServer'));
  there = await other.signIn();
  // A shop with categories of the same paths, but not all, and with other numbers.
  await there.importFile(
    'few.csv',
    'sku,title,category\nA-1,Ladle,Tools > Ladles\nB-1,Pan,Cookware > Pans\n',
  );
});
afterAll(() => other.stop());

const read = (to: Desk, body: object) => to.post('/api/import/plans', body);
const plansOf = async (of: Desk): Promise<PlanSummary[]> => (await of.get('/api/plans')).body;

describe('plans as a file', () => {
  it('come with all that they build on, the ranges they use, and what their numbers are called', () => {
    expect(file).toMatchObject({ format: 'fond-aisle/plans', version: 1 });
    expect(file.documents.map(({ name }) => name).sort()).toEqual(['Baking', 'Cooking']);
    expect(file.ranges.map(({ name }) => name)).toEqual(['Offers']);
    expect(Object.values(file.names).sort()).toEqual(['/baking/tins', '/cookware']);
  });

  it('ask in another shop for what isn’t there, and write nothing until that is answered', async () => {
    const before = await plansOf(there);
    const asked = (await read(there, { file, mapping: {} })).body as PlanImport;
    expect(asked).toMatchObject({ imported: null, missing: [{ name: '/baking/tins' }] });
    expect(await plansOf(there)).toEqual(before);

    const { aisles } = (await there.get('/api/floor')).body as Floor;
    const ladles = aisles.find(({ path }) => path === '/tools/ladles')!.key;
    const done = (await read(there, { file, mapping: { [asked.missing[0].key]: ladles } }))
      .body as PlanImport;
    expect(done.imported!.map(({ name }) => name).sort()).toEqual([
      'Baking (imported)',
      'Cooking (imported)',
    ]);
    const heir = await readPlan(there, done.imported!.find(({ name }) => name.startsWith('Baking'))!.id);
    expect(heir.bases.map(({ name }) => name)).toEqual(['Cooking (imported)']);
    expect(heir.plan.reach.include).toEqual([
      { kind: 'category', category: Number(ladles.split(':')[1]), below: true },
    ]);
    const ranges = (await there.get('/api/ranges')).body as { id: string; usedIn: unknown[] }[];
    expect(ranges).toHaveLength(1);
    expect(heir.plan.fixtures.find(({ type }) => type === 'shelf')).toMatchObject({
      range: { source: { kind: 'saved', range: ranges[0].id } },
    });
  });

  it('leave out what names something that is not wanted there', async () => {
    const asked = (await read(there, { file, mapping: {} })).body as PlanImport;
    const mapping = Object.fromEntries(asked.missing.map(({ key }) => [key, null]));
    const done = (await read(there, { file, mapping })).body as PlanImport;
    const heir = done.imported!.find(({ name }) => name.startsWith('Baking'))!;
    expect((await readPlan(there, heir.id)).plan.reach.include).toEqual([]);
  });

  it('are refused where they were changed since, or don’t fit, and nothing is half imported', async () => {
    const before = await plansOf(there);
    const changed = { ...file, documents: file.documents.map((document) => ({ ...document, name: 'Mine' })) };
    expect((await read(there, { file: changed, mapping: {} })).body.type).toBe('/problems/tampered-file');
    const odd = await read(there, { file: { ...file, documents: [{ id: 'x' }] }, mapping: {} });
    expect(odd.status).toBe(400);
    expect(odd.body.errors[0].path).toMatch(/^file\.documents\.0/);
    const wrong = await read(there, { file, mapping: { 'category:999': 'tag:1' } });
    expect(wrong.body.imported).toBeNull();
    expect(await plansOf(there)).toEqual(before);
  });

  it('can be a whole edition', async () => {
    expect(whole.documents.map(({ id }) => id).sort()).toEqual(['front', 'house', 'knives', 'product-row']);
    const { missing } = (await read(there, { file: whole, mapping: {} })).body as PlanImport;
    const mapping = Object.fromEntries(missing.map(({ key }) => [key, null]));
    const again = (await read(there, { file: whole, mapping })).body as PlanImport;
    expect(again.imported).toHaveLength(4);
  });

  it('bring along the parts that their plans link to, under names of their own', async () => {
    const { missing } = (await read(there, { file: whole, mapping: {} })).body as PlanImport;
    const mapping = Object.fromEntries(missing.map(({ key }) => [key, null]));
    const { imported } = (await read(there, { file: whole, mapping })).body as PlanImport;
    const named = (name: string): string => imported!.find((one) => one.name.startsWith(name))!.id;
    const parts = (await there.get('/api/parts')).body as PartSummary[];
    const part = parts.find(({ id }) => id === named('Row of products'))!;
    expect(part.usedIn.map(({ id }) => id)).toEqual([named('Front')]);
    const { plan } = await readPlan(there, named('Front'));
    const links = plan.fixtures.flatMap((fixture) => (fixture.type === 'part' ? [fixture.part] : []));
    expect(links).toEqual([part.id, part.id, part.id]);
  });
});
