import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { Floor, PartSummary, PlanSummary, StoredPlan, Withdrawal } from '@fond/contract';
import { linkFor, usual, USUAL_BANNER, type Fixture, type Plan } from '@fond/core';
import { changesOf, createPlan, publishPlans, publishStored, readPlan, savePlan } from '../support/plans';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
let keys: Map<string, string>;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
  desk = await server.signIn();
  const { aisles } = (await desk.get('/api/floor')).body as Floor;
  keys = new Map(aisles.map(({ path, key }) => [path, key]));
});
afterAll(() => server.stop());

const banner = (heading: string): Fixture => ({
  ...usual('banner'),
  type: 'banner',
  picture: null,
  focus: { x: 50, y: 50 },
  height: { wide: 200, medium: 200, narrow: 200 },
  ...USUAL_BANNER,
  shade: 0,
  heading: { en: heading },
  words: {},
  link: null,
});
async function keep(name: string, ...fixtures: Fixture[]): Promise<StoredPlan> {
  const answer = await desk.post('/api/parts', { name, fixtures });
  expect(answer.status, JSON.stringify(answer.body)).toBe(201);
  return answer.body as StoredPlan;
}
const partAt = async (id: string): Promise<PartSummary | undefined> =>
  ((await desk.get('/api/parts')).body as PartSummary[]).find((part) => part.id === id);
/** A plan for a category with a link to a part in front, as a draft. */
async function linking(path: string, part: string): Promise<StoredPlan> {
  const category = Number(keys.get(path)!.split(':')[1]);
  const stored = await createPlan(desk, path.slice(1), [{ kind: 'category', category, below: true }]);
  const link = linkFor(banner('x'), part);
  const saved = await savePlan(
    desk,
    { ...stored.plan, fixtures: [link, ...stored.plan.fixtures] },
    stored.version,
  );
  expect(saved.status, JSON.stringify(saved.body)).toBe(200);
  return saved.body as StoredPlan;
}
const pageOf = async (path: string): Promise<string> =>
  (await server.guest.get('/api/shop/page').query({ address: path })).text;
const changed = ({ plan }: StoredPlan, heading: string): Plan => ({ ...plan, fixtures: [banner(heading)] });

describe('a part', () => {
  it('is shown by every plan that links to it, and changes in all of them at once', async () => {
    const part = await keep('Spring', banner('Spring is here'));
    const [pans, knives] = [
      await linking('/cookware/pans', part.plan.id),
      await linking('/baking', part.plan.id),
    ];
    expect(await partAt(part.plan.id)).toMatchObject({ live: false, aisles: 0 });
    expect((await partAt(part.plan.id))!.usedIn.map(({ name }) => name).sort()).toEqual([
      'baking',
      'cookware/pans',
    ]);
    await publishPlans(
      desk,
      [pans, knives, part].map(({ plan, version }) => ({ id: plan.id, version })),
    );
    expect(await pageOf('/cookware/pans')).toContain('Spring is here');
    expect(await pageOf('/baking')).toContain('Spring is here');

    const saved = await savePlan(desk, changed(part, 'Summer is here'), part.version);
    expect(saved.status).toBe(200);
    expect(await pageOf('/baking'), 'a draft is not live').toContain('Spring is here');
    const { changes } = await changesOf(desk, part.plan.id);
    expect(changes.map(({ path }: { path: string }) => path)).toEqual(
      expect.arrayContaining(['/cookware/pans', '/baking']),
    );
    expect(changes.map(({ path }: { path: string }) => path)).not.toContain('/textiles');
    await publishStored(desk, part.plan.id);
    expect(await pageOf('/cookware/pans')).toContain('Summer is here');
    expect(await pageOf('/baking')).toContain('Summer is here');
    expect((await partAt(part.plan.id))!.aisles).toBeGreaterThan(2);
  });

  it('has to be live, or be published along, where a plan shows it', async () => {
    const part = await keep('Never live', banner('Not yet'));
    const plan = await linking('/storage', part.plan.id);
    const { faults } = await changesOf(desk, plan.plan.id);
    expect(faults).toContainEqual({
      kind: 'part-not-live',
      plan: { id: plan.plan.id, name: 'storage' },
      part: { id: part.plan.id, name: 'Never live' },
    });
    const alone = await desk.post('/api/publications', {
      plans: [{ id: plan.plan.id, version: plan.version }],
      note: '',
    });
    expect(alone).toMatchObject({ status: 409, body: { type: '/problems/part-not-live' } });
    expect((await changesOf(desk, plan.plan.id, part.plan.id)).faults).toEqual([]);
  });

  it('is seen alone while it is edited, at any aisle', async () => {
    const part = await keep('Seen', banner('Only this'));
    const { body } = await desk.post('/api/preview', {
      plan: changed(part, 'Only that'),
      address: '/textiles',
    });
    expect(body.page.fixtures).toMatchObject([{ type: 'banner', heading: 'Only that' }]);
  });

  it('that goes leaves copies or nothing in the plans that show it, as drafts and as published', async () => {
    const part = await keep('Going', banner('Still here'));
    const plan = await linking('/table', part.plan.id);
    await publishPlans(
      desk,
      [plan, part].map(({ plan: { id }, version }) => ({ id, version })),
    );
    const told = (await desk.get(`/api/plans/${part.plan.id}/withdrawal`)).body as Withdrawal;
    expect(told.heirs).toEqual([{ id: plan.plan.id, name: 'table' }]);
    const refused = await desk.post(`/api/plans/${part.plan.id}/removal`, {
      standing: 'deleted',
      heirs: null,
    });
    expect(refused).toMatchObject({ status: 409, body: { type: '/problems/plan-in-use' } });
    const gone = await desk.post(`/api/plans/${part.plan.id}/removal`, {
      standing: 'deleted',
      heirs: 'look',
    });
    expect(gone.status).toBe(200);
    expect(await pageOf('/table')).toContain('Still here');
    expect((await readPlan(desk, plan.plan.id)).plan.fixtures[0]).toMatchObject({
      type: 'banner',
      id: 'banner',
    });
    expect(await partAt(part.plan.id)).toMatchObject({ standing: 'deleted', usedIn: [] });
  });

  it('is one fixture, serves no aisle, holds no other part, and no plan builds on it', async () => {
    const part = await keep('Whole', banner('One'));
    const link = linkFor({ ...banner('x'), id: 'other' }, part.plan.id);
    for (const fixtures of [
      [banner('a'), { ...banner('b'), id: 'second' }],
      [link],
      [{ ...usual('title'), type: 'title' as const }],
    ]) {
      const answer = await desk.post('/api/parts', { name: 'Wrong', fixtures });
      expect(answer.status).toBe(400);
      expect(JSON.stringify(answer.body.errors)).toContain('A part is one fixture');
    }
    const serving = { ...part.plan, reach: { include: [{ kind: 'everything' as const }], exclude: [] } };
    expect((await savePlan(desk, serving, part.version)).status).toBe(400);
    const heir = await desk.post('/api/plans', {
      name: 'On a part',
      reach: { include: [], exclude: [] },
      from: part.plan.id,
      as: 'heir',
    });
    expect(heir).toMatchObject({ status: 409, body: { type: '/problems/plan-chain' } });
    const plans = (await desk.get('/api/plans')).body as PlanSummary[];
    expect(plans.find(({ id }) => id === part.plan.id)).toMatchObject({ kind: 'part', aisles: 0 });
    const { plans: onFloor } = (await desk.get('/api/floor')).body as Floor;
    expect(onFloor.some(({ id }) => id === part.plan.id)).toBe(false);
  });
});
