import { atAllWidths } from '@fond/core';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { Campaign } from '@fond/contract';
import { keepClock } from '../../server/src/campaign/campaigns';
import { createPlan, publishPlans, publishStored, readPlan, savePlan, withShelf } from '../support/plans';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
  desk = await server.signIn();
});
afterAll(() => server.stop());

const gapAt = async (address: string): Promise<number> =>
  (await server.guest.get('/api/shop/page').query({ address })).body.fixtures.find(
    ({ type }: { type: string }) => type === 'shelf',
  ).gap.wide;

/** The house plan's draft with another gap; nothing of it is published. */
async function draft(gap: number): Promise<{ id: string; version: number }> {
  const { plan, version } = await readPlan(desk, 'house');
  const saved = await savePlan(desk, withShelf(plan, { gap: atAllWidths(gap) }), version);
  return { id: 'house', version: saved.body.version };
}

const schedule = (name: string, plan: { id: string; version: number }, times: object) =>
  desk.post('/api/campaigns', {
    name,
    plans: [plan],
    zone: 'UTC',
    startsLocal: '2090-05-01T08:00',
    endsLocal: '2090-05-03T20:00',
    ...times,
  });
const at = (local: string): number => Date.parse(`${local}:00Z`);

/** As the clock of the server does it. */
async function look(local: string): Promise<void> {
  await keepClock(server.application.sequelize, at(local));
  await server.application.host.refresh();
}
const stateOf = async (id: string): Promise<Campaign> =>
  ((await desk.get('/api/campaigns')).body as Campaign[]).find((campaign) => campaign.id === id)!;

describe('a campaign', () => {
  it('that an earlier release kept, before orders had blends, is listed and starts', async () => {
    const made = await schedule('Kept long ago', await draft(61), {
      startsLocal: '2089-01-01T08:00',
      endsLocal: '2089-01-02T08:00',
    });
    await server.application.sequelize.query(
      "UPDATE campaigns SET content = JSON_REMOVE(content, '$.blends') WHERE id = ?",
      { replacements: [made.body.id] },
    );
    expect((await stateOf(made.body.id)).aisles.length).toBeGreaterThan(20);
    await look('2089-01-01T08:00');
    expect(await gapAt('/cookware')).toBe(61);
    await look('2089-01-02T08:00');
    expect((await stateOf(made.body.id)).state).toBe('over');
  });

  it('comes and goes by itself, and leaves what was published meanwhile', async () => {
    const before = await gapAt('/cookware');
    const made = await schedule('May days', await draft(70), {});
    expect(made.status).toBe(201);
    expect(made.body).toMatchObject({ state: 'waiting', createdBy: 'Ines Marlow', plans: [{ id: 'house' }] });
    expect(made.body.aisles.length).toBeGreaterThan(20);
    await look('2090-05-01T07:59');
    expect(await gapAt('/cookware')).toBe(before);
    await look('2090-05-01T08:00');
    expect(await gapAt('/cookware')).toBe(70);

    // Somebody publishes the same plan, and another one, while it runs.
    const meanwhile = await draft(33);
    await publishPlans(desk, [meanwhile]);
    const mugs = await createPlan(desk, 'Mugs', [{ kind: 'aisles', of: 'tag' }]);
    await publishStored(desk, mugs.document.id);
    expect(await gapAt('/cookware')).toBe(70);
    expect((await stateOf(made.body.id)).state).toBe('running');

    await look('2090-05-03T20:00');
    expect(await gapAt('/cookware')).toBe(33);
    const tag = await server.guest.get('/api/shop/listing').query({ aisle: '/tags/handmade' });
    expect(tag.body.plan.name).toBe('Mugs');
    expect((await stateOf(made.body.id)).state).toBe('over');
  });

  it('starts and ends once, however many look at the clock at the same time', async () => {
    const made = await schedule('Once', await draft(50), {
      startsLocal: '2090-06-01T08:00',
      endsLocal: '2090-06-02T08:00',
    });
    const editions = async (): Promise<number> => (await desk.get('/api/editions')).body.length;
    const before = await editions();
    await Promise.all(Array.from({ length: 6 }, () => look('2090-06-01T09:00')));
    expect(await editions()).toBe(before + 1);
    await Promise.all(Array.from({ length: 6 }, () => look('2090-06-03T09:00')));
    expect(await editions()).toBe(before + 2);
    expect((await stateOf(made.body.id)).state).toBe('over');
  });

  it('whose whole time was missed is over without having run', async () => {
    const made = await schedule('Missed', await draft(51), {
      startsLocal: '2090-06-01T08:00',
      endsLocal: '2090-06-02T08:00',
    });
    const gap = await gapAt('/cookware');
    await look('2091-01-01T00:00');
    expect(await gapAt('/cookware')).toBe(gap);
    expect((await stateOf(made.body.id)).state).toBe('over');
  });

  it('shows the drafts as they were scheduled, not as they are edited afterwards', async () => {
    const made = await schedule('As it was', await draft(45), {
      startsLocal: '2090-07-01T08:00',
      endsLocal: null,
    });
    await draft(46);
    await look('2090-07-01T08:00');
    expect(await gapAt('/cookware')).toBe(45);
    // One without an end runs until it is ended.
    await look('2099-01-01T00:00');
    expect(await gapAt('/cookware')).toBe(45);
    const ended = await desk.post(`/api/campaigns/${made.body.id}/end`, {});
    expect(ended.body.state).toBe('over');
    expect(await gapAt('/cookware')).not.toBe(45);
    expect((await desk.post(`/api/campaigns/${made.body.id}/end`, {})).body.type).toBe(
      '/problems/campaign-over',
    );
  });

  it('says where it meets another one of the same plan, and can be called off or moved', async () => {
    const first = await schedule('First', await draft(30), {
      startsLocal: '2090-08-01T08:00',
      endsLocal: '2090-08-05T08:00',
    });
    const second = await schedule('Second', await draft(31), {
      startsLocal: '2090-08-04T08:00',
      endsLocal: '2090-08-09T08:00',
    });
    expect((await stateOf(first.body.id)).overlaps).toEqual([{ id: second.body.id, name: 'Second' }]);
    const moved = await desk.put(`/api/campaigns/${second.body.id}`, {
      zone: 'UTC',
      startsLocal: '2090-08-06T08:00',
      endsLocal: '2090-08-09T08:00',
    });
    expect(moved.body.overlaps).toEqual([]);
    for (const { body } of [first, second])
      expect((await desk.post(`/api/campaigns/${body.id}/end`, {})).body.state).toBe('called-off');
  });

  it('covers what is published beneath it, and publishing says so', async () => {
    const made = await schedule('Cover', await draft(29), {
      startsLocal: '2090-09-01T08:00',
      endsLocal: '2090-09-02T08:00',
    });
    await look('2090-09-01T08:00');
    await draft(28);
    const told = await desk.post('/api/publications/changes', { plans: ['house'] });
    expect(told.body.covered).toEqual([{ id: made.body.id, name: 'Cover' }]);
    expect(told.body.changes).toEqual([]);
    await look('2090-09-03T08:00');
  });

  it('keeps the plans it builds on from leaving, and says so where one is missing all the same', async () => {
    const base = await createPlan(desk, 'Base', [], { as: 'heir' });
    await publishStored(desk, base.document.id);
    const heir = await createPlan(desk, 'Heir', [{ kind: 'aisles', of: 'search' }], {
      from: base.document.id,
      as: 'heir',
    });
    const made = await schedule(
      'On a base',
      { id: heir.document.id, version: 1 },
      {
        startsLocal: '2090-10-01T08:00',
        endsLocal: null,
      },
    );
    expect(made.body.trouble).toBeNull();
    const removal = await desk.post(`/api/plans/${base.document.id}/removal`, {
      standing: 'deleted',
      heirs: 'base',
    });
    expect(removal.body).toMatchObject({ status: 409, type: '/problems/plan-in-use' });
    expect(removal.body.detail).toContain('On a base');
    // An edition from before the base had been published is had back: the campaign can't start, and the shop stays.
    expect((await desk.post('/api/editions/1/publish', { note: '', plans: null })).status).toBe(201);
    expect((await stateOf(made.body.id)).trouble).toContain('no longer published');
    const { edition } = (await server.guest.get('/api/health')).body;
    await look('2090-10-01T08:00');
    expect(await stateOf(made.body.id)).toMatchObject({ state: 'called-off', trouble: expect.any(String) });
    expect((await server.guest.get('/api/health')).body.edition).toBe(edition);
  });

  it('is refused with the field that can’t be: a zone, a day, an end before the start', async () => {
    const plan = await draft(27);
    const refused = async (times: object): Promise<string> =>
      (await schedule('No', plan, times)).body.errors[0].path;
    expect(await refused({ zone: 'Mars/Olympus' })).toBe('zone');
    expect(await refused({ startsLocal: '2090-02-30T08:00' })).toBe('startsLocal');
    expect(await refused({ endsLocal: '2090-05-01T08:00' })).toBe('endsLocal');
    expect(await refused({ startsLocal: '2020-01-01T00:00', endsLocal: '2020-01-02T00:00' })).toBe(
      'endsLocal',
    );
  });
});
