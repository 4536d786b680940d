import { createHash } from 'node:crypto';
import { pino } from 'pino';
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import type { AisleVisitList, Campaign, Figures, ViewBatch, WhatIfAnswer } from '@fond/contract';
import { shelfOf, usual, USUAL_PIN, USUAL_PROMOTION, type Fixture, type Plan, type View } from '@fond/core';
import { connect } from '../../server/src/database/connect';
import { CampaignModel } from '../../server/src/database/models';
import { Counting } from '../../server/src/figure/counting';
import { createPlan, publishStored, readPlan, savePlan, withShelf } from '../support/plans';
import { startTestServer, type Desk, type TestServer } from '../support/server';
import { BROWSER, shownAt, viewOf, type ShownPage } from '../support/views';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
});
afterAll(() => server.stop());
beforeEach(async () => {
  desk = await server.signIn();
});

let told = 0;
const fresh = (): string => createHash('sha256').update(`batch ${told++}`).digest('hex').slice(0, 24);

const shown = (address: string): Promise<ShownPage> => shownAt(server.guest, address);

const tell = (views: readonly View[], id = fresh(), agent = BROWSER) =>
  server.guest
    .post('/api/shop/views')
    .set('User-Agent', agent)
    .send({ id, views } satisfies ViewBatch);

async function figures(query: Record<string, string> = {}): Promise<Figures> {
  await server.application.counting.settle();
  return (await desk.get('/api/figures').query(query).expect(200)).body as Figures;
}

describe('what shoppers see, choose and buy', () => {
  it('is counted by aisle, place, product and day, with money at the shop’s own prices', async () => {
    const pans = await shown('/cookware/pans');
    const [one, two] = pans.cards;
    const before = await figures({ aisle: pans.key });
    await tell([
      viewOf(pans, [
        {
          shelf: pans.shelf,
          place: 1,
          sku: one.sku,
          badges: [],
          seen: true,
          clicked: true,
          carted: true,
          bought: 2,
        },
        { shelf: pans.shelf, place: 2, sku: two.sku, badges: [], seen: true },
      ]),
    ]).expect(204);
    const { now, places, products, days, scope } = await figures({ aisle: pans.key });
    expect(scope).toMatchObject({ kind: 'aisle', key: pans.key, path: '/cookware/pans' });
    expect(now).toEqual({
      visits: before.now.visits + 1,
      seen: 2,
      clicks: 1,
      carts: 1,
      bought: 2,
      revenue: 2 * one.price,
    });
    expect(places.map(({ place, seen, clicks }) => [place, seen, clicks])).toEqual([
      [1, 1, 1],
      [2, 1, 0],
    ]);
    expect(products.map(({ sku }) => sku)).toEqual([one.sku, two.sku]);
    expect(days.at(-1)).toMatchObject({ visits: 1, seen: 2 });
    expect(days).toHaveLength(28);
    const ofProduct = await figures({ product: one.sku });
    expect(ofProduct).toMatchObject({ scope: { kind: 'product', key: one.sku }, now: { bought: 2 } });
    expect(ofProduct.aisles.map(({ path }) => path)).toEqual(['/cookware/pans']);
    const ofPlan = await figures({ plan: pans.plan });
    expect(ofPlan.now.bought).toBe(2);
    expect(ofPlan.aisles.map(({ key }) => key)).toContain(pans.key);
  });

  it('counts once, however often a batch is told and whichever server hears it', async () => {
    const knives = await shown('/knives-and-boards/knives');
    const event = {
      shelf: knives.shelf,
      place: 1,
      sku: knives.cards[0].sku,
      badges: [],
      seen: true,
    } as const;
    const elsewhere = connect(server.databaseUrl);
    const other = new Counting(elsewhere, () => server.application.host.serving(), pino({ level: 'fatal' }));
    try {
      const batch = { id: fresh(), views: [viewOf(knives, [event])] };
      await tell(batch.views, batch.id).expect(204);
      await tell(batch.views, batch.id).expect(204);
      other.take(batch, BROWSER);
      await Promise.all([other.settle(), server.application.counting.settle()]);
      await tell(batch.views, batch.id).expect(204);
      // Each hears others as well, at the same moment and of the same places.
      for (let n = 0; n < 20; n++) {
        other.take({ id: fresh(), views: batch.views }, BROWSER);
        await tell(batch.views);
      }
      await Promise.all([other.settle(), server.application.counting.settle()]);
    } finally {
      await other.stop();
      await elsewhere.close();
    }
    expect((await figures({ aisle: knives.key })).now).toMatchObject({ visits: 41, seen: 41 });
  });

  it('leaves out robots, pages that aren’t the shop’s, and products that there aren’t', async () => {
    const tins = await shown('/baking/tins');
    const event = { shelf: tins.shelf, place: 1, sku: tins.cards[0].sku, badges: [], seen: true } as const;
    await tell([viewOf(tins, [event])], fresh(), 'Examplebot/2.1 (+http://example.com/bot)').expect(204);
    await tell([viewOf({ ...tins, key: 'category:constructor' }, [event])]).expect(204);
    await tell([viewOf({ ...tins, plan: 'nobody' }, [event])]).expect(204);
    await tell([viewOf(tins, [event], { at: { ...viewOf(tins, []).at, edition: tins.edition + 1 } })]).expect(
      204,
    );
    await tell([viewOf(tins, [{ ...event, sku: '__proto__' }], { opens: false })]).expect(204);
    expect((await figures({ aisle: tins.key })).now).toMatchObject({ visits: 0, seen: 0 });
    await server.guest
      .post('/api/shop/views')
      .set('Origin', 'https://elsewhere.example')
      .send({ id: fresh(), views: [viewOf(tins, [event])] })
      .expect(403);
    const many = Array.from({ length: 60 }, (_, at) => `material=${'x'.repeat(60)}${at}`);
    const asked = { facets: many, order: null, query: 'q'.repeat(200), found: 0 };
    await tell([viewOf(tins, [], { asked, opens: false })]).expect(204);
    const { body } = await tell([viewOf(tins, [{ ...event, place: 0 }])]).expect(400);
    expect(body.errors).toMatchObject([{ path: 'views.0.cards.0.place' }]);
  });

  it('knows filters that are used and those that aren’t, and what is searched for in vain, but nothing of a person', async () => {
    const bowls = await shown('/cookware');
    const asked = (query: string | null, found: number, facets: string[] = []) => ({
      facets,
      order: null,
      query,
      found,
    });
    const narrowed = { ...viewOf(bowls, []).at, narrowed: true };
    await tell([
      viewOf(bowls, [], { at: narrowed, asked: asked(null, 9, ['material=copper', 'nonsense=1']) }),
      viewOf(bowls, [], { at: narrowed, asked: asked('induction', 0) }),
    ]);
    const search = { ...bowls, key: 'search' };
    await tell([
      viewOf(search, [], { asked: asked('Waffle  IRON', 0) }),
      viewOf(search, [], { asked: asked('waffle iron', 0) }),
      viewOf(search, [], { asked: asked('jane@example.com', 0) }),
      viewOf(search, [], { asked: asked('call me 0170 1234567', 0) }),
      viewOf(search, [], { asked: asked('pan', 31) }),
    ]);
    const { facets, unused, within } = await figures({ aisle: bowls.key });
    expect(facets).toMatchObject([
      {
        key: 'material',
        title: 'Material',
        times: 1,
        values: [{ value: 'copper', title: 'Copper', times: 1 }],
      },
    ]);
    expect(unused.map(({ key }) => key)).not.toContain('material');
    expect(unused.length).toBeGreaterThan(0);
    expect(within).toMatchObject([{ query: 'induction', times: 1, found: 0 }]);
    expect((await figures({ aisle: 'search' })).queries).toEqual([
      { query: 'waffle iron', times: 2, found: 0, clicks: 0, carts: 0 },
      { query: 'pan', times: 1, found: 31, clicks: 0, carts: 0 },
    ]);
  });

  it('is told of every aisle at once, with shares of few cases drawn towards those of all', async () => {
    const table = await shown('/table');
    const seen = table.cards.slice(0, 4).map(({ sku }, at) => ({
      ...{ shelf: table.shelf, place: at + 1, sku, badges: [], seen: true as const },
    }));
    await tell([viewOf(table, [{ ...seen[0], clicked: true }])]);
    await tell([
      viewOf(await shown('/storage'), []),
      ...Array.from({ length: 20 }, () => viewOf(table, seen)),
    ]);
    await server.application.counting.settle();
    const { aisles } = (await desk.get('/api/figures/aisles').expect(200)).body as AisleVisitList;
    const one = aisles.find(({ aisle }) => aisle === table.key)!;
    expect([one.visits, one.clicks, one.revenue]).toEqual([21, 1, expect.any(Number)]);
    expect(one.earned).toBeGreaterThanOrEqual(0);
    expect(one.rate.low).toBeLessThan(one.rate.value);
    expect(aisles.every(({ rate }) => rate.value >= 0 && rate.high <= 1)).toBe(true);
  });

  it('is told shelf by shelf, by the heading that shoppers read', async () => {
    const knives = server.application.host.serving().snapshot.aisles.byPath.get('/knives-and-boards')!;
    const reach = [{ kind: 'category', category: knives.id, below: false } as const];
    const { plan, version } = await createPlan(desk, 'Knives', reach);
    const promotion = { ...usual('sharp'), ...USUAL_PROMOTION, heading: { en: 'Sharp and near' } } as Fixture;
    await savePlan(desk, { ...plan, fixtures: [...plan.fixtures, promotion] }, version);
    await publishStored(desk, plan.id);
    const page = await shown('/knives-and-boards');
    await tell([
      viewOf(page, [
        { shelf: 'sharp', place: 1, sku: page.cards[0].sku, badges: [], seen: true, clicked: true },
        { shelf: page.shelf, place: 1, sku: page.cards[0].sku, badges: [], seen: true },
      ]),
    ]).expect(204);
    const { shelves } = await figures();
    expect(shelves.find(({ key }) => key === 'sharp')).toMatchObject({
      ...{ type: 'promotion', title: 'Sharp and near', seen: 1, clicks: 1 },
    });
    expect(shelves.find(({ key }) => key === page.shelf)).toMatchObject({ type: 'shelf', title: '' });
  });

  it('is told of a campaign: of the aisles of its plans, since it has begun', async () => {
    const table = server.application.host.serving().snapshot.aisles.byPath.get('/table')!;
    const reach = [{ kind: 'category', category: table.id, below: true } as const];
    const { document } = await createPlan(desk, 'Table days', reach);
    const { version } = await readPlan(desk, document.id);
    const { body } = await desk
      .post('/api/campaigns', {
        name: 'Table days',
        plans: [{ id: document.id, version }],
        zone: 'UTC',
        startsLocal: '2090-05-01T08:00',
        endsLocal: null,
      })
      .expect(201);
    const { id } = body as Campaign;
    expect((await desk.get('/api/figures').query({ campaign: id })).status).toBe(404);
    await CampaignModel.update({ startsAt: new Date(Date.now() - 3 * 86_400_000) }, { where: { id } });
    const { scope, days, aisles } = await figures({ campaign: id });
    expect(scope).toEqual({ kind: 'campaign', key: id, title: 'Table days', path: null });
    expect(days.length).toBe(4);
    expect(aisles.length).toBeGreaterThan(0);
    expect(aisles.every(({ path }) => path.startsWith('/table'))).toBe(true);
  });

  it('goes as CSV, table by table, with the same rows', async () => {
    const { places } = await figures();
    const { text, headers } = await desk.get('/api/figures.csv?table=places').expect(200);
    expect(headers['content-disposition']).toContain('places.csv');
    const [head, ...rows] = text.replace('\ufeff', '').trim().split('\n');
    expect(head).toMatch(/^place,seen,clicks,carts,bought,revenue,sight,/);
    expect(rows.map((row) => Number(row.split(',')[1]))).toEqual(places.map(({ seen }) => seen));
    for (const table of ['days', 'products', 'aisles', 'facets', 'badges', 'queries', 'within', 'widths'])
      await desk.get('/api/figures.csv').query({ table }).expect(200);
  });

  it('is asked for days that there are, in order, and of one thing', async () => {
    const refused = async (query: Record<string, string>) =>
      (await desk.get('/api/figures').query(query).expect(400)).body.errors as { path: string }[];
    expect((await refused({ from: '2026-02-30', to: '2026-03-01' }))[0].path).toBe('from');
    expect((await refused({ from: '2026-03-02', to: '2026-03-01' }))[0].path).toBe('to');
    expect((await refused({ from: '1999-01-01' }))[0].path).toBe('from');
    await desk.get('/api/figures?aisle=front&plan=house').expect(400);
    await desk.get('/api/figures?aisle=constructor').expect(404);
    await desk.get('/api/figures?product=toString').expect(404);
    await server.guest.get('/api/figures').expect(401);
  });
});

describe('what a draft would bring', () => {
  const ask = async (id: string, change: (plan: Plan) => Plan, address: string): Promise<WhatIfAnswer> => {
    const { plan } = await readPlan(desk, id);
    const { body } = await desk.post('/api/explain/what-if', { plan: change(plan), address }).expect(200);
    return body as WhatIfAnswer;
  };

  it('is told against what is live, from what was counted, and is nothing where nothing changes', async () => {
    const page = await shown('/cookware/pots');
    const size = page.cards.length;
    // Each stood at every place, as far as the counters know; most see the first row alone, and the last one is liked most.
    const views = Array.from({ length: 400 }, (_, n) =>
      viewOf(
        page,
        page.cards.slice(0, n % 10 < 7 ? 4 : size).map((_card, at) => {
          const product = (at + n) % size;
          const clicked = Math.floor(n / size) % (product === size - 1 ? 2 : 20) === 0;
          return {
            ...{
              shelf: page.shelf,
              place: at + 1,
              sku: page.cards[product].sku,
              badges: [],
              seen: true as const,
            },
            ...(clicked && { clicked: true as const }),
          };
        }),
      ),
    );
    for (let from = 0; from < views.length; from += 40) await tell(views.slice(from, from + 40)).expect(204);
    await server.application.counting.settle();
    const address = '/cookware/pots';
    const same = await ask(page.plan, (plan) => plan, address);
    expect(same).toMatchObject({ same: true, change: { clicks: { value: 0, low: 0, high: 0 } } });
    expect(same.visits).toBeGreaterThanOrEqual(400);
    const best = page.cards[size - 1].sku;
    const first = { ...USUAL_PIN, sku: best, place: 1 };
    const pinned = await ask(
      page.plan,
      (plan) => withShelf(plan, { order: { ...shelfOf(plan)!.order, pins: [first] } }),
      address,
    );
    expect(pinned).toMatchObject({ same: false, doubts: [] });
    expect(pinned.change.clicks.low).toBeGreaterThan(0);
    expect(pinned.change.clicks.value).toBeCloseTo(pinned.then.clicks.value - pinned.today.clicks.value, 6);
    const none = await ask(page.plan, (plan) => plan, '/collections/sunday-baking');
    expect(none.doubts).toContain('few-visits');
    await desk
      .post('/api/explain/what-if', { plan: (await readPlan(desk, page.plan)).plan, address: '/nowhere' })
      .expect(404);
  });
});

describe('the demo’s simulated shoppers', () => {
  it('are paused and slowed by whoever may write, and told so', async () => {
    await desk.put('/api/figures/shoppers', { walking: false, pace: 30 }).expect(204);
    expect((await desk.get('/api/figures/shoppers')).body.shoppers).toMatchObject({
      walking: false,
      pace: 30,
    });
    await desk.put('/api/figures/shoppers', { walking: false, pace: 31 }).expect(400);
    const { body: record } = await desk.get('/api/activity').expect(200);
    expect(JSON.stringify(record)).toContain('simulated shoppers');
  });
});
