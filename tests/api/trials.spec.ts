import { createHash } from 'node:crypto';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import type { TrialOutlook, TrialReport, TrialSummary, ViewBatch } from '@fond/contract';
import { atAllWidths, versionsByPart, type CardEvent } from '@fond/core';
import { keepClock } from '../../server/src/campaign/campaigns';
import { createPlan, publishPlans, publishStored, readPlan, savePlan, withShelf } from '../support/plans';
import { startShop, type Desk, type TestServer } from '../support/server';
import { BROWSER, shownAt, viewOf } from '../support/views';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startShop();
  desk = await server.signIn();
});
afterAll(() => server.stop());
afterEach(async () => {
  const trials = (await desk.get('/api/trials')).body as TrialSummary[];
  for (const { id, state } of trials) if (state === 'ready' || state === 'running') await end(id, 0);
});

interface Draft {
  id: string;
  version: number;
}

/** The plan's draft with another gap; nothing of it is published. */
async function draft(gap: number, id = 'house'): Promise<Draft> {
  const { plan, version } = await readPlan(desk, id);
  const saved = await savePlan(desk, withShelf(plan, { gap: atAllWidths(gap) }), version);
  return { id, version: saved.body.version };
}

const wish = (plan: Draft, change: object = {}) => ({
  name: 'Wider gaps',
  plan,
  goal: 'clicks',
  smallest: 10,
  share: 50,
  start: true,
  ...change,
});
async function begin(plan: Draft, change: object = {}): Promise<TrialSummary> {
  const made = await desk.post('/api/trials', wish(plan, change));
  expect(made.status).toBe(201);
  return made.body as TrialSummary;
}
const end = (id: string, keep: number) => desk.post(`/api/trials/${id}/end`, { keep });
const report = async (id: string): Promise<TrialReport> => {
  await server.application.counting.settle();
  return (await desk.get(`/api/trials/${id}`).expect(200)).body as TrialReport;
};

/** A number of those who see a version. */
const partOf = ({ id, versions }: TrialSummary, version: number): number =>
  versionsByPart({
    id,
    versions: versions.map(({ share }) => ({ share, document: null, ranges: [], blends: [] })),
  }).indexOf(version);

async function gapFor(part: number | null, address = '/cookware'): Promise<number> {
  const asking = server.guest.get('/api/shop/page').query({ address }).set('User-Agent', BROWSER);
  if (part !== null) void asking.set('Cookie', `fond.part=${part}`);
  return (await asking).body.fixtures.find(({ type }: { type: string }) => type === 'shelf').gap.wide;
}

/** A page as a browser asks for it. */
const page = (agent = BROWSER, cookie = '') =>
  server.guest.get('/shop/cookware').set('User-Agent', agent).set('Cookie', cookie);

let told = 0;
async function tell(
  part: number | null,
  events: readonly Partial<CardEvent>[],
  edition?: number,
): Promise<void> {
  const shown = await shownAt(server.guest, '/cookware');
  const view = viewOf(
    { ...shown, edition: edition ?? shown.edition },
    events.map((event, at) => ({
      shelf: shown.shelf,
      place: at + 1,
      sku: shown.cards[at].sku,
      badges: [],
      seen: true,
      ...event,
    })),
  );
  const id = createHash('sha256').update(`trial ${told++}`).digest('hex').slice(0, 24);
  const telling = server.guest.post('/api/shop/views').set('User-Agent', BROWSER);
  if (part !== null) void telling.set('Cookie', `fond.part=${part}`);
  await telling.send({ id, views: [view] } satisfies ViewBatch).expect(204);
}

describe('a trial', () => {
  it('shows a draft to its share of shoppers, the same ones each time, and what is live to all others', async () => {
    const live = await gapFor(null);
    const trial = await begin(await draft(71));
    expect(trial).toMatchObject({
      state: 'running',
      resting: null,
      createdBy: 'Ines Marlow',
      plan: { id: 'house' },
      versions: [{ share: 50 }, { share: 50 }],
    });
    const [plain, other] = [partOf(trial, 0), partOf(trial, 1)];
    expect([await gapFor(plain), await gapFor(other), await gapFor(other)]).toEqual([live, 71, 71]);
    // Who keeps no number, and what only reads, sees what is live.
    expect(await gapFor(null)).toBe(live);
    const listing = await server.guest.get('/api/shop/listing').query({ aisle: '/cookware' });
    expect(listing.status).toBe(200);
    expect((await desk.get('/api/trials')).body).toEqual([await readSummary(trial.id)]);
    expect((await end(trial.id, 0)).body).toMatchObject({ state: 'ended', kept: 0 });
    expect([await gapFor(plain), await gapFor(other)]).toEqual([live, live]);
  });

  it('gives a number to browsers alone, and keeps a page for each version', async () => {
    const trial = await begin(await draft(72));
    const first = await page();
    expect(first.headers['set-cookie']?.[0]).toMatch(/^fond\.part=\d{1,2};/);
    expect(first.headers['vary']).toContain('Cookie');
    const robot = await page('Examplebot/2.1 (+http://example.com/bot)');
    expect(robot.headers['set-cookie']).toBeUndefined();
    const [plain, other] = [partOf(trial, 0), partOf(trial, 1)];
    const wide = '"gap":{"wide":72';
    for (const asked of [1, 2]) {
      expect((await page(BROWSER, `fond.part=${other}`)).text, `asked ${asked} times`).toContain(wide);
      expect((await page(BROWSER, `fond.part=${plain}`)).text.includes(wide)).toBe(false);
      expect(
        (await page('Examplebot/2.1 (+http://example.com/bot)', `fond.part=${other}`)).text.includes(wide),
      ).toBe(false);
    }
    await end(trial.id, 0);
    expect((await page()).headers['set-cookie']).toBeUndefined();
  });

  it('wears the CSS and the look of its version, in the cart as well, and those of what is live without', async () => {
    const { plan, version } = await readPlan(desk, 'house');
    const changed = { ...plan, css: '.card { outline: 1px solid }', look: { ...plan.look, radius: 3 } };
    const saved = await savePlan(desk, changed, version);
    const trial = await begin({ id: 'house', version: saved.body.version as number });
    const [plain, other] = [partOf(trial, 0), partOf(trial, 1)];
    const { text } = await page(BROWSER, `fond.part=${other}`);
    const href = /href="([^"]*plan-css[^"]*)"/.exec(text)?.[1].replaceAll('&amp;', '&') ?? '';
    expect((await server.guest.get(href)).text).toContain('outline: 1px solid');
    expect((await page(BROWSER, `fond.part=${plain}`)).text.includes('plan-css')).toBe(false);
    const cart = async (part: number): Promise<string> =>
      (await server.guest.get('/shop/cart').set({ 'User-Agent': BROWSER, Cookie: `fond.part=${part}` })).text;
    const radius = /--radius:([^;"]+)/;
    expect(radius.exec(await cart(other))?.[1]).toBe('3px');
    expect(radius.exec(await cart(plain))?.[1]).not.toBe('3px');
    await end(trial.id, 0);
    await savePlan(desk, plan, saved.body.version as number);
  });

  it('publishes the version that is kept, in the step that ends it', async () => {
    const trial = await begin(await draft(73));
    const other = partOf(trial, 1);
    const { number } = (await desk.get('/api/editions')).body[0] as { number: number };
    expect((await end(trial.id, 1)).body).toMatchObject({ state: 'ended', kept: 1 });
    expect([await gapFor(null), await gapFor(other)]).toEqual([73, 73]);
    const [edition] = (await desk.get('/api/editions')).body as { number: number; note: string }[];
    expect(edition).toMatchObject({
      number: number + 1,
      note: 'Trial of “Wider gaps” ends: version 2 is kept',
    });
    expect((await end(trial.id, 0)).body).toMatchObject({ type: '/problems/trial-over', status: 409 });
  });

  it('goes on over what is published meanwhile, which its report tells', async () => {
    const trial = await begin(await draft(74));
    const mugs = await createPlan(desk, 'Mugs', [{ kind: 'aisles', of: 'tag' }]);
    await publishStored(desk, mugs.document.id);
    expect(await gapFor(partOf(trial, 1))).toBe(74);
    expect((await report(trial.id)).notes).toEqual([]);
    await publishPlans(desk, [await draft(75)]);
    expect([await gapFor(partOf(trial, 0)), await gapFor(partOf(trial, 1))]).toEqual([75, 74]);
    expect((await report(trial.id)).notes).toMatchObject([{ kind: 'changed' }]);
    await end(trial.id, 0);
  });

  it('reaches the pages of plans that build on its own', async () => {
    const mugs = await createPlan(desk, 'Gathered', [{ kind: 'aisles', of: 'collection' }], { as: 'heir' });
    await publishStored(desk, mugs.document.id);
    const trial = await begin(await draft(76));
    const [collection] = server.application.host
      .serving()
      .snapshot.aisles.all.filter(({ kind }) => kind === 'collection');
    expect(await gapFor(partOf(trial, 1), collection.path)).toBe(76);
    await end(trial.id, 0);
  });

  it('rests while a campaign says something of its plan', async () => {
    const trial = await begin(await draft(77));
    const other = partOf(trial, 1);
    const campaign = await desk.post('/api/campaigns', {
      name: 'Sale',
      plans: [await draft(78)],
      zone: 'UTC',
      startsLocal: '2020-05-01T08:00',
      endsLocal: null,
    });
    await keepClock(server.application.sequelize, Date.now());
    await server.application.host.refresh();
    expect([await gapFor(null), await gapFor(other)]).toEqual([78, 78]);
    expect((await readSummary(trial.id)).resting).toBe('campaign');
    await desk.post(`/api/campaigns/${campaign.body.id}/end`, {});
    expect(await gapFor(other)).toBe(77);
    await end(trial.id, 0);
  });
});

const readSummary = async (id: string): Promise<TrialSummary> => (await report(id)).trial;

describe('what is counted of a trial', () => {
  it('goes by the version that the shopper sees, and by nothing that a browser says', async () => {
    const before = (await server.guest.get('/api/health')).body.edition as number;
    const trial = await begin(await draft(79));
    const [plain, other] = [partOf(trial, 0), partOf(trial, 1)];
    await tell(plain, [{}, {}]);
    await tell(other, [{ clicked: true, carted: true, bought: 2 }]);
    await tell(other, [{}]);
    // Without a number, or of a page that was made before the trial began.
    await tell(null, [{ clicked: true }]);
    await tell(other, [{ clicked: true }], before);
    const { trial: counted, days } = await report(trial.id);
    expect(counted.versions.map(({ visits, seen, clicks }) => [visits, seen, clicks])).toEqual([
      [1, 2, 0],
      [2, 2, 1],
    ]);
    expect(counted.versions[1]).toMatchObject({ bought: 2, rate: 0.5, verdict: 'early', difference: null });
    expect(days.map(({ visits }) => visits)).toEqual([3]);
    const { plans, path } = await report(trial.id);
    expect(plans.map((plan) => plan?.id)).toEqual(['house', 'house']);
    expect(path).toBe('/cookware');
    await end(trial.id, 0);
  });

  it('goes to the trial of a plan and to that of the plan which it builds on', async () => {
    const baking = await shownAt(server.guest, '/baking');
    const heir = await createPlan(desk, 'Baking', [{ kind: 'aisle', aisle: baking.key }], { as: 'heir' });
    await publishStored(desk, heir.document.id);
    const base = await begin(await draft(45));
    const own = await begin(await draft(46, heir.document.id), { name: 'Of the heir' });
    const shown = await shownAt(server.guest, '/baking');
    expect(shown.plan).toBe(heir.document.id);
    const view = viewOf(shown, []);
    await server.guest
      .post('/api/shop/views')
      .set({ 'User-Agent': BROWSER, Cookie: 'fond.part=7' })
      .send({ id: 'of-two-trials-at-once-7', views: [view] } satisfies ViewBatch)
      .expect(204);
    const visits = async ({ id }: TrialSummary): Promise<number> =>
      (await readSummary(id)).versions.reduce((sum, version) => sum + version.visits, 0);
    expect([await visits(base), await visits(own)]).toEqual([1, 1]);
  });

  it('tells how long a trial takes, and refuses shares that are none', async () => {
    const asked = { plan: 'house', goal: 'clicks', smallest: 10, shares: '50,50' };
    const outlook = (await desk.get('/api/trials/outlook').query(asked).expect(200)).body as TrialOutlook;
    expect(outlook.days).toBeNull();
    const { status, body } = await desk.get('/api/trials/outlook').query({ ...asked, shares: '50,60' });
    expect([status, body.errors[0].path]).toEqual([400, 'shares']);
    await desk
      .get('/api/trials/outlook')
      .query({ ...asked, plan: 'constructor' })
      .expect(404);
  });
});

describe('what can be tried', () => {
  it('is a draft that says something else than what is live, of the same aisles', async () => {
    const { version } = await readPlan(desk, 'house');
    await publishPlans(desk, [{ id: 'house', version }]);
    const same = await desk.post('/api/trials', wish({ id: 'house', version }));
    expect([same.status, same.body.errors[0].message]).toEqual([
      400,
      'says what is live already; change the draft first',
    ]);
    const fresh = await createPlan(desk, 'Fresh', [{ kind: 'values', attribute: 'material' }]);
    const unknown = await desk.post('/api/trials', wish({ id: fresh.document.id, version: 1 }));
    expect(unknown.body.errors[0].message).toContain('not live yet');
    await publishStored(desk, fresh.document.id);
    const { plan: own, version: latest } = await readPlan(desk, fresh.document.id);
    const elsewhere = await savePlan(
      desk,
      { ...own, reach: { include: [{ kind: 'values', attribute: 'finish' }], exclude: [] } },
      latest,
    );
    const moved = await desk.post(
      '/api/trials',
      wish({ id: own.id, version: elsewhere.body.version as number }),
    );
    expect(moved.body.errors[0].message).toContain('serves other aisles');
    await draft(80);
    const stale = await desk.post('/api/trials', wish({ id: 'house', version }));
    expect(stale.body.type).toBe('/problems/newer-draft');
  });

  it('is one trial of a plan at a time, with up to four versions that are there before it begins', async () => {
    const trial = await begin(await draft(41), { start: false, share: 25 });
    expect(trial.state).toBe('ready');
    expect(await gapFor(partOf(trial, 1))).not.toBe(41);
    const second = await desk.post('/api/trials', wish(await draft(42)));
    expect(second.body).toMatchObject({ type: '/problems/already-tried', trial: trial.id });
    const add = async (gap: number, share = 25) =>
      desk.post(`/api/trials/${trial.id}/versions`, { plan: await draft(gap), share });
    expect((await add(41)).body.errors[0].message).toContain('already');
    expect((await add(42, 75)).body.errors[0].path).toBe('share');
    expect((await add(42)).status).toBe(200);
    const all = (await add(43)).body as TrialSummary;
    expect(all.versions.map(({ share }) => share)).toEqual([25, 25, 25, 25]);
    expect((await add(44, 1)).status).toBe(400);
    const begun = (await desk.post(`/api/trials/${trial.id}/start`, {})).body as TrialSummary;
    const gaps = await Promise.all([1, 2, 3].map((at) => gapFor(partOf(begun, at))));
    expect(gaps).toEqual([41, 42, 43]);
    expect((await add(45, 1)).body.type).toBe('/problems/trial-over');
    const names = (await desk.get('/api/activity')).body as { action: string; subject: string }[];
    expect(names.some(({ action, subject }) => action === 'start' && subject === `trial:${trial.id}`)).toBe(
      true,
    );
    const seen = await desk.get(`/shop/cookware?draft=trial:${trial.id}-2`);
    expect(seen.headers['x-robots-tag']).toBe('noindex');
    expect(seen.text.includes('"gap":{"wide":42')).toBe(true);
    await end(trial.id, 2);
    expect(await gapFor(null)).toBe(42);
  });

  it('is called off before it has begun without a trace in the shop', async () => {
    const trial = await begin(await draft(46), { start: false });
    const before = (await server.guest.get('/api/health')).body.edition as number;
    expect((await end(trial.id, 1)).status).toBe(400);
    expect((await end(trial.id, 0)).body).toMatchObject({ state: 'called-off', kept: null });
    expect((await server.guest.get('/api/health')).body.edition).toBe(before);
  });
});
