import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import type { EditionSummary, Floor, FloorAisle, StoredPlan } from '@fond/contract';
import type { Plan } from '@fond/core';
import { changesOf, createPlan, publishPlans, savePlan, withShelf } from '../support/plans';
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

const floor = async (): Promise<Floor> => (await desk.get('/api/floor')).body;
const aisleAt = async (path: string): Promise<FloorAisle> =>
  (await floor()).aisles.find((aisle) => aisle.path === path)!;
const read = async (id: string): Promise<StoredPlan> => (await desk.get(`/api/plans/${id}`)).body;

async function planFor(path: string, name: string, below = true): Promise<StoredPlan> {
  const category = Number((await aisleAt(path)).key.split(':')[1]);
  return createPlan(desk, name, [{ kind: 'category', category, below }]);
}

const withColumns = (plan: Plan, wide: number): Plan =>
  withShelf(plan, { columns: { wide, medium: 3, narrow: 2 } });
const save = (stored: StoredPlan, plan: Plan) => savePlan(desk, plan, stored.version);
const publish = (id: string, version: number, note = '') => publishPlans(desk, [{ id, version }], note);

describe('a draft', () => {
  it('changes nothing for shoppers until it is published, and then exactly the aisles it told', async () => {
    const stored = await planFor('/table', 'Table');
    const before = (await server.guest.get('/api/shop/listing').query({ aisle: '/table' })).body;
    const wide = (await save(stored, withColumns(stored.plan, 5))).body as StoredPlan;
    expect(wide.version).toBe(stored.version + 1);
    expect((await server.guest.get('/api/shop/listing').query({ aisle: '/table' })).body).toEqual(before);

    const told = await changesOf(desk, stored.plan.id);
    expect(told.changes.map((change: { path: string }) => change.path)).toEqual([
      '/table',
      '/table/plates',
      '/table/bowls',
      '/table/mugs',
      '/table/glasses',
    ]);
    expect(told.changes[0]).toMatchObject({ from: { id: 'house' }, to: { id: stored.plan.id } });

    const edition = (await publish(stored.plan.id, wide.version, 'A plan for the table'))
      .body as EditionSummary;
    expect(edition).toMatchObject({ live: true, note: 'A plan for the table', publishedBy: 'Ines Marlow' });
    const after = (await server.guest.get('/api/shop/listing').query({ aisle: '/table/mugs' })).body;
    expect(after).toMatchObject({ plan: { name: 'Table' }, edition: edition.number });
    expect((await aisleAt('/table/mugs')).plan?.name).toBe('Table');
    expect((await server.guest.get('/api/shop/listing').query({ aisle: '/storage' })).body.plan.id).toBe(
      'house',
    );
  });

  it('is not written over a newer one, which comes along with the refusal', async () => {
    const stored = await planFor('/storage', 'Storage');
    const other = await server.signIn('Tomas Reed');
    await other.put(`/api/plans/${stored.plan.id}`, {
      plan: withColumns(stored.plan, 2),
      version: stored.version,
    });
    const refused = await save(stored, withColumns(stored.plan, 6));
    expect(refused.status).toBe(409);
    expect(refused.body.type).toBe('/problems/newer-draft');
    expect(refused.body.detail).toContain('Tomas Reed');
    expect(refused.body.theirs.plan).toEqual(withColumns(stored.plan, 2));
    // The way out: save over the version that one has now seen.
    expect((await save(refused.body.theirs, withColumns(stored.plan, 6))).status).toBe(200);
    expect((await read(stored.plan.id)).plan).toEqual(withColumns(stored.plan, 6));
  });

  it('is the same version when nothing changed', async () => {
    const stored = await planFor('/baking', 'Baking');
    expect((await save(stored, stored.plan)).body.version).toBe(stored.version);
  });

  it('is refused with path and reason when it does not fit the schema', async () => {
    const stored = await planFor('/tools', 'Tools');
    const bad = { ...stored.plan, name: '', colour: 'red' };
    const refused = await desk.put(`/api/plans/${stored.plan.id}`, { plan: bad, version: stored.version });
    expect(refused.status).toBe(400);
    expect(refused.body.errors.map((error: { path: string }) => error.path).sort()).toEqual([
      'plan.colour',
      'plan.name',
    ]);
    const columns = await save(stored, withColumns(stored.plan, 9));
    expect(columns.status).toBe(400);
    expect((await read(stored.plan.id)).plan).toEqual(stored.plan);
  });

  it('of one category alone leaves what is below to the plan before', async () => {
    const stored = await planFor('/kettles-and-coffee', 'Kettles', false);
    const { changes } = await changesOf(desk, stored.plan.id);
    expect(changes.map((change: { path: string }) => change.path)).toEqual(['/kettles-and-coffee']);
  });

  it('tells where another plan is just as exact', async () => {
    const first = await planFor('/cookware/pots', 'Pots');
    await publish(first.plan.id, first.version);
    const second = await planFor('/cookware/pots', 'Pots again');
    const { disputes } = await changesOf(desk, second.plan.id);
    expect(disputes[0]).toMatchObject({ path: '/cookware/pots', plan: { name: 'Pots' } });
    const preview = (await desk.post('/api/preview', { plan: second.plan, address: '/cookware/pots' })).body;
    expect(preview.disputes).toEqual(disputes);
    const refused = await publish(second.plan.id, second.version);
    expect(refused.body).toMatchObject({ type: '/problems/overlap', faults: [{ kind: 'overlap' }] });
    // A rank settles it.
    const ranked = await save(second, { ...second.plan, rank: 1 });
    expect((await publish(second.plan.id, ranked.body.version)).status).toBe(201);
    expect((await aisleAt('/cookware/pots')).plan?.name).toBe('Pots again');
  });

  it('leaves the house plan serving everything', async () => {
    const house = await read('house');
    const narrowed = { ...house.plan, reach: { include: [{ kind: 'aisles', of: 'tag' }], exclude: [] } };
    const refused = await desk.put('/api/plans/house', { plan: narrowed, version: house.version });
    expect(refused.status).toBe(400);
    expect(refused.body.errors[0].message).toContain('serves everything');
  });
});

describe('a preview', () => {
  it('shows the draft in the body on the page of the address, and stores nothing', async () => {
    const house = await read('house');
    const answer = await desk.post('/api/preview', {
      plan: withColumns(house.plan, 6),
      address: '/cookware/pans?material=copper',
    });
    expect(answer.status).toBe(200);
    const shelf = answer.body.page.fixtures.find((fixture: { type: string }) => fixture.type === 'shelf');
    expect(shelf.columns.wide).toBe(6);
    expect(shelf.total).toBeLessThan(answer.body.report.sieve.count);
    expect((await read('house')).plan).toEqual(house.plan);
  });

  it('is null for an address without an aisle', async () => {
    const { plan } = await read('house');
    expect((await desk.post('/api/preview', { plan, address: '/nowhere' })).body.page).toBeNull();
  });
});

describe('an edition', () => {
  it('can be published again, and itself never changes', async () => {
    const first = (await desk.get('/api/editions/1')).body;
    const again = (await desk.post('/api/editions/1/publish', { note: '', plans: null }))
      .body as EditionSummary;
    expect(again).toMatchObject({ live: true, note: 'Edition 1 again', hash: first.edition.hash });
    expect((await server.guest.get('/api/health')).body.edition).toBe(again.number);
    expect((await aisleAt('/knives-and-boards')).plan?.id).toBe('house');
    await expect(
      server.application.sequelize.query("UPDATE editions SET document = '[]' WHERE number = 1"),
    ).rejects.toThrow('An edition never changes');
    expect((await desk.get('/api/editions/1')).body.document).toEqual(first.document);
  });

  it('is not published twice for nothing', async () => {
    const { edition } = await floor();
    expect(
      (await desk.post(`/api/editions/${edition.number}/publish`, { note: '', plans: null })).body.type,
    ).toBe('/problems/nothing-to-publish');
    const live = (await desk.get(`/api/editions/${edition.number}`)).body.document.documents as Plan[];
    const house = await read('house');
    expect(live.find((plan) => plan.id === 'house')).toEqual(house.plan);
    expect((await publish('house', house.version)).body.type).toBe('/problems/nothing-to-publish');
    expect((await desk.post('/api/editions/999/publish', { note: '', plans: null })).status).toBe(404);
  });

  it('is numbered without a gap or a double when several people publish at once', async () => {
    const house = await read('house');
    const others = await Promise.all(
      ['/baking/tins', '/storage/jars', '/tools/whisks'].map((path) => planFor(path, path)),
    );
    const answers = await Promise.all(others.map((stored) => publish(stored.plan.id, stored.version)));
    expect(answers.map((answer) => answer.status)).toEqual([201, 201, 201]);
    const editions = (await desk.get('/api/editions')).body as EditionSummary[];
    expect(editions.map((edition) => edition.number)).toEqual(editions.map((_, at) => editions.length - at));
    // The last one holds what all three published: nobody's publication was lost.
    const names = editions[0].plans.map((plan) => plan.id);
    expect(names).toEqual(expect.arrayContaining(others.map((stored) => stored.plan.id)));
    expect(names).toContain(house.plan.id);
  });

  it('leaves an entry of who published it', async () => {
    const [rows] = (await server.application.sequelize.query(
      "SELECT COUNT(*) AS n FROM activity WHERE action = 'publish' AND user_id IS NOT NULL",
    )) as unknown as [{ n: number }[]];
    expect(rows[0].n).toBeGreaterThan(3);
  });
});
