import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import type { TogetherOutcome, TogetherUndo } from '@fond/contract';
import { shelfOf, type SharedStep } from '@fond/core';
import { createPlan, readPlan, savePlan, withShelf } from '../support/plans';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
let ids: string[];
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
});
afterAll(() => server.stop());
beforeEach(async () => {
  desk = await server.signIn();
  const rule = { kind: 'aisle', aisle: 'search' } as const;
  const made = [
    await createPlan(desk, 'One', [rule], { as: 'heir' }),
    await createPlan(desk, 'Two', [rule], { as: 'copy' }),
    await createPlan(desk, 'Model', [rule], { as: 'copy' }),
  ];
  ids = made.map(({ document }) => document.id);
  const { plan, version } = made[2];
  await savePlan(desk, withShelf(plan, { columns: { wide: 5, medium: 3, narrow: 2 } }), version);
});

const asked = async (steps: readonly SharedStep[], dryRun: boolean, of = ids.slice(0, 2)) => ({
  plans: await Promise.all(
    of.map(async (id) => ({ id, version: (await readPlan(desk, id)).version, steps })),
  ),
  said: 'Columns as in “Model”',
  dryRun,
});
const columns = async (id: string): Promise<number> => shelfOf((await readPlan(desk, id)).plan)!.columns.wide;
const wider = (): SharedStep[] => [{ kind: 'set', from: ids[2], setting: 'shelf.columns' }];

describe('several plans', () => {
  it('are told what would change, then changed in one step and taken back in one', async () => {
    const dry = (await desk.post('/api/plans/together', await asked(wider(), true))).body as TogetherOutcome;
    expect(dry.id).toBeNull();
    expect(dry.plans.map(({ name, changed }) => [name, changed])).toEqual([
      ['One', true],
      ['Two', true],
    ]);
    expect(shelfOf(dry.plans[0].after)!.columns.wide).toBe(5);
    const before = await columns(ids[0]);
    expect(before).not.toBe(5);
    const done = (await desk.post('/api/plans/together', await asked(wider(), false)))
      .body as TogetherOutcome;
    expect([await columns(ids[0]), await columns(ids[1])]).toEqual([5, 5]);
    const again = (await desk.post('/api/plans/together', await asked(wider(), false)))
      .body as TogetherOutcome;
    expect([again.id, again.plans.some(({ changed }) => changed)]).toEqual([null, false]);
    const undone = (await desk.post(`/api/plans/together/${done.id}/undo`)).body as TogetherUndo;
    expect(undone).toMatchObject({ restored: [{ name: 'One' }, { name: 'Two' }], left: [] });
    expect([await columns(ids[0]), await columns(ids[1])]).toEqual([before, before]);
    const twice = (await desk.post(`/api/plans/together/${done.id}/undo`)).body as TogetherUndo;
    expect(twice.restored).toEqual([]);
    const { body: record } = await desk.get('/api/activity').query({ subject: `together:${done.id}` });
    expect(record.map(({ action }: { action: string }) => action)).toEqual(['together-undone', 'together']);
  });

  it('keep what was changed in one of them since, when the rest is taken back', async () => {
    const done = (await desk.post('/api/plans/together', await asked(wider(), false)))
      .body as TogetherOutcome;
    const { plan, version } = await readPlan(desk, ids[1]);
    await savePlan(desk, withShelf(plan, { lastRow: 'centre' }), version);
    const undone = (await desk.post(`/api/plans/together/${done.id}/undo`)).body as TogetherUndo;
    expect(undone).toMatchObject({ restored: [{ name: 'One' }], left: [{ name: 'Two' }] });
    expect(await columns(ids[1])).toBe(5);
  });

  it('are all left alone where one of them is newer, is gone, or would not hold', async () => {
    const stale = await asked(wider(), false);
    const { plan, version } = await readPlan(desk, ids[1]);
    await savePlan(desk, withShelf(plan, { lastRow: 'centre' }), version);
    expect((await desk.post('/api/plans/together', stale)).status).toBe(409);
    expect(await columns(ids[0])).not.toBe(5);
    const gone = await desk.post('/api/plans/together', {
      ...stale,
      plans: [{ id: 'nobody', version: 1, steps: wider() }],
    });
    expect(gone.status).toBe(404);
    const twelve = [{ kind: 'set', from: 'house', setting: 'shelf.colour' }];
    const bad = await desk.post('/api/plans/together', {
      ...stale,
      plans: [{ ...stale.plans[0], steps: twelve }],
    });
    expect([bad.status, bad.body.errors[0].path]).toEqual([400, 'plans.0.steps.0.setting']);
    expect((await desk.post('/api/plans/together/nobody/undo')).status).toBe(404);
  });

  it('hand a setting back to what they build on', async () => {
    await desk.post('/api/plans/together', await asked(wider(), false));
    const back = await asked([{ kind: 'handBack', setting: 'shelf.columns' }], false);
    const { plans } = (await desk.post('/api/plans/together', back)).body as TogetherOutcome;
    expect(
      plans.map(({ changed }) => changed),
      'a whole plan has nobody to hand it back to',
    ).toEqual([true, false]);
    expect(await columns(ids[0])).toBe(await columns('house'));
  });

  it('take a setting as it is said, where it is one that the setting may have', async () => {
    const put = (setting: string, value: unknown): SharedStep[] =>
      [{ kind: 'put', setting, value }] as unknown as SharedStep[];
    const sized = await asked(put('shelf.pageSize', { by: 'rows', count: 4 }), false);
    await desk.post('/api/plans/together', sized).expect(200);
    for (const id of ids.slice(0, 2))
      expect(shelfOf((await readPlan(desk, id)).plan)!.pageSize).toEqual({ by: 'rows', count: 4 });
    for (const [setting, value, path] of [
      ['shelf.columns', { wide: 99, medium: null, narrow: null }, 'value.wide'],
      ['shelf.listSwitch', 'perhaps', 'value'],
      ['filters.share', { by: 'all' }, 'value'],
      ['shelf.order', {}, 'setting'],
    ] as const) {
      const { status, body } = await desk.post('/api/plans/together', await asked(put(setting, value), true));
      expect([status, body.errors?.[0].path], setting).toEqual([400, `plans.0.steps.0.${path}`]);
    }
  });

  it('tell which aisles would go from one to another', async () => {
    const rules = [{ kind: 'aisle', aisle: 'search' }] as const;
    const leave = await asked([{ kind: 'serve', include: [], exclude: rules }], true, ids.slice(1, 3));
    const { moves } = (await desk.post('/api/plans/together', leave)).body as TogetherOutcome;
    expect(moves).toMatchObject([
      { key: 'search', from: { name: expect.toBeOneOf(['Two', 'Model']) }, to: { name: 'House plan' } },
    ]);
    const { moves: none } = (await desk.post('/api/plans/together', await asked(wider(), true)))
      .body as TogetherOutcome;
    expect(none).toEqual([]);
  });

  it('are changed by two people at once without waiting for each other for good', async () => {
    const one = await asked(wider(), false);
    const other = { ...one, plans: [...one.plans].reverse() };
    const answers = await Promise.all([one, other].map((body) => desk.post('/api/plans/together', body)));
    expect(answers.map(({ status }) => status).sort()).toEqual([200, expect.toBeOneOf([200, 409])]);
    expect(await columns(ids[0])).toBe(5);
  });
});
