import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { CalendarEntry, Campaign } from '@fond/contract';
import { atAllWidths, orderGroup, USUAL_PIN, type Shelf } from '@fond/core';
import { createPlan, publishPlans, publishStored, readPlan, savePlan, withShelf } from '../support/plans';
import { startShop, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startShop();
  desk = await server.signIn();
});
afterAll(() => server.stop());

/** The house plan's draft with another shelf; nothing of it is published. */
async function draft(change: Partial<Shelf>): Promise<{ id: string; version: number }> {
  const { plan, version } = await readPlan(desk, 'house');
  const saved = await savePlan(desk, withShelf(plan, change), version);
  return { id: 'house', version: saved.body.version };
}
const schedule = async (
  name: string,
  gap: number,
  startsLocal: string,
  endsLocal: string,
): Promise<Campaign> =>
  (
    await desk.post('/api/campaigns', {
      ...{ name, zone: 'Europe/Paris', startsLocal, endsLocal },
      plans: [await draft({ gap: atAllWidths(gap) })],
    })
  ).body as Campaign;
const gapOn = async (at: string): Promise<number | undefined> => {
  const { text } = await desk.get(`/shop/cookware?draft=${encodeURIComponent(`day:${at}`)}`).expect(200);
  return Number(/"gap":\{"wide":(\d+)/.exec(text)?.[1]);
};
const calendar = async (from: string, to: string): Promise<CalendarEntry[]> =>
  (await desk.get('/api/calendar').query({ from, to }).expect(200)).body as CalendarEntry[];

describe('the calendar', () => {
  it('shows pins, groups and conditions of what is live, once each, and where they are set', async () => {
    const { plan } = await readPlan(desk, 'house');
    const [{ sku }] = (await server.guest.get('/api/shop/listing').query({ aisle: '/cookware' })).body.items;
    const shelf = plan.fixtures.find((one): one is Shelf => one.type === 'shelf')!;
    await publishPlans(desk, [
      await draft({
        order: {
          ...shelf.order,
          pins: [{ ...USUAL_PIN, sku, place: 1, from: '2090-05-01', to: '2090-05-03' }],
          groups: [{ ...orderGroup('g', 'end', [{ kind: 'sale' }]), name: 'Last pieces', to: '2090-05-02' }],
        },
      }),
    ]);
    const heir = await createPlan(desk, 'Gathered', [{ kind: 'aisles', of: 'collection' }], { as: 'heir' });
    await publishStored(desk, heir.document.id);
    const may = await calendar('2090-05-01', '2090-05-31');
    expect(may.map(({ kind, plan: of, fixture, from, to }) => [kind, of?.id, fixture, from, to])).toEqual([
      ['pin', 'house', 'shelf', '2090-05-01', '2090-05-03'],
      ['group', 'house', 'shelf', null, '2090-05-02'],
    ]);
    expect(may[0].name).not.toBe(sku);
    expect(await calendar('2090-05-04', '2090-05-31')).toEqual([]);
    await desk.get('/api/calendar').query({ from: '2090-05-04', to: '2090-05-01' }).expect(400);
  });

  it('shows where a draft has moved it what is live on other days, in the months of both', async () => {
    const { document } = await createPlan(desk, 'Pinned in June', [{ kind: 'aisles', of: 'tag' }]);
    const { plan } = await readPlan(desk, document.id);
    const [{ sku }] = (await server.guest.get('/api/shop/listing').query({ aisle: '/cookware' })).body.items;
    const shelf = plan.fixtures.find((one): one is Shelf => one.type === 'shelf')!;
    const pinned = async (from: string, to: string): Promise<void> => {
      const { version } = await readPlan(desk, document.id);
      const pins = [{ ...USUAL_PIN, sku, place: 1, from, to }];
      await savePlan(desk, withShelf(plan, { order: { ...shelf.order, pins } }), version);
    };
    await pinned('2090-06-29', '2090-06-30');
    await publishStored(desk, document.id);
    await pinned('2090-07-01', '2090-07-02');
    const live = { from: '2090-06-29', to: '2090-06-30' };
    for (const month of ['06', '07'])
      expect(await calendar(`2090-${month}-01`, `2090-${month}-30`)).toMatchObject([
        { kind: 'pin', thing: sku, from: '2090-07-01', to: '2090-07-02', live },
      ]);
    await pinned('2090-06-29', '2090-07-02');
    expect(await calendar('2090-06-01', '2090-06-30'), 'longer is not elsewhere').toMatchObject([
      { ...live, live: null },
    ]);
  });

  it('shows pages that are open between days, and the shop on one of them with the page in its place', async () => {
    const { body: page } = await desk
      .post('/api/pages', {
        ...{ path: '/advent', titles: { en: 'Advent' }, descriptions: {}, standsFor: 'front', open: true },
        ...{ from: '2091-12-01', to: '2091-12-24' },
      })
      .expect(201);
    expect(await calendar('2091-12-10', '2091-12-20')).toMatchObject([
      { kind: 'page', id: String(page.id), name: 'Advent', from: '2091-12-01', to: '2091-12-24' },
    ]);
    const titleOn = async (at: string): Promise<string | undefined> => {
      const { text } = await desk.get(`/shop?draft=${encodeURIComponent(`day:${at}`)}`).expect(200);
      return /<title>([^<]*)/.exec(text)?.[1];
    };
    expect(await titleOn('2091-12-24T10:00')).toContain('Advent');
    expect(await titleOn('2091-12-25T10:00')).not.toContain('Advent');
    const { body: other } = await desk
      .get('/api/comparison/aisle')
      .query({ from: 'live', to: 'day:2091-12-24T10:00', path: '/advent' });
    expect(other.total.to).toBeGreaterThan(0);
    await desk.delete(`/api/pages/${page.id}`).expect(204);
  });

  it('shows trials with their days', async () => {
    const plan = await draft({ gap: atAllWidths(51) });
    const wish = { name: 'Wider', plan, goal: 'clicks', smallest: 10, share: 50, start: true };
    const { id } = (await desk.post('/api/trials', wish)).body as { id: string };
    const today = new Date().toISOString().slice(0, 10);
    const found = await calendar(today, '2100-01-01');
    expect(found.find(({ kind }) => kind === 'trial')).toMatchObject({ id, name: 'Wider', to: null });
    await desk.post(`/api/trials/${id}/end`, { keep: 0 });
  });

  it('repeats a campaign by the clock, over changes of the clock, and a leap day', async () => {
    const made = await schedule('Spring', 61, '2092-02-29T08:00', '2092-03-01T20:00');
    const yearly = await desk.post(`/api/campaigns/${made.id}/again`, { every: 'year', times: 2 });
    expect(yearly.status).toBe(201);
    expect((yearly.body as Campaign[]).map(({ startsLocal, state }) => [startsLocal, state])).toEqual([
      ['2093-02-28T08:00', 'waiting'],
      ['2094-02-28T08:00', 'waiting'],
    ]);
    const week = await schedule('Weekend', 62, '2090-03-25T08:00', '2090-03-26T20:00');
    const [next] = (await desk.post(`/api/campaigns/${week.id}/again`, { every: 'week', times: 1 }))
      .body as Campaign[];
    expect(next).toMatchObject({ startsLocal: '2090-04-01T08:00', endsLocal: '2090-04-02T20:00' });
    // Clocks were put forward between the two: 08:00 is an hour earlier by Greenwich.
    expect([week.startsAt.slice(11, 16), next.startsAt.slice(11, 16)]).toEqual(['07:00', '06:00']);
    await desk.post(`/api/campaigns/${week.id}/again`, { every: 'day', times: 1 }).expect(400);
    await desk
      .post('/api/campaigns/00000000-0000-4000-8000-000000000000/again', { every: 'week', times: 1 })
      .expect(404);
  });

  it('takes a campaign of last year up again on its next day', async () => {
    const made = await schedule('Sale', 63, '2091-07-01T08:00', '2091-07-02T08:00');
    await server.application.sequelize.query(
      "UPDATE campaigns SET state = 'over', starts_local = '2019-07-01T08:00', ends_local = '2019-07-02T08:00' WHERE id = ?",
      { replacements: [made.id] },
    );
    const [again] = (await desk.post(`/api/campaigns/${made.id}/again`, { every: 'year', times: 1 }))
      .body as Campaign[];
    expect(Date.parse(again.startsAt)).toBeGreaterThan(Date.now());
    expect(again.startsLocal).toMatch(/^20\d\d-07-01T08:00$/);
  });
});

describe('the shop on a day', () => {
  it('has the campaigns that run then, and none before and after', async () => {
    const live = await gapOn('2090-08-01T07:59');
    await schedule('August', 41, '2090-08-01T10:00', '2090-08-02T10:00');
    // By the shop's own clock, which is that of Greenwich here.
    expect(await gapOn('2090-08-01T07:59')).toBe(live);
    expect(await gapOn('2090-08-01T08:00')).toBe(41);
    expect(await gapOn('2090-08-02T08:00')).toBe(live);
  });

  it('is for those who are signed in, and says which day there isn’t', async () => {
    await server.guest.get('/shop/cookware?draft=day:2090-08-01T08:00').expect(401);
    const { status, body } = await desk.get('/shop/cookware?draft=day:2090-13-01T08:00');
    expect([status, body.errors[0].path]).toEqual([400, 'at']);
  });
});
