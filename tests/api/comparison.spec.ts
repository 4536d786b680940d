import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { AisleComparison, EditionComparison } from '@fond/contract';
import { atAllWidths, type Shelf } from '@fond/core';
import { publishPlans, readPlan, savePlan, withShelf } from '../support/plans';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
  desk = await server.signIn();
});
afterAll(() => server.stop());

async function draft(change: Partial<Shelf>): Promise<{ id: string; version: number }> {
  const { plan, version } = await readPlan(desk, 'house');
  const saved = await savePlan(desk, withShelf(plan, change), version);
  return { id: 'house', version: saved.body.version };
}
const sides = (from: string, to: string) => desk.get('/api/comparison').query({ from, to });
const aisle = (from: string, to: string, more: object = {}) =>
  desk.get('/api/comparison/aisle').query({ from, to, path: '/cookware', ...more });
const live = async (): Promise<number> => (await server.guest.get('/api/health')).body.edition as number;

describe('two states of the shop', () => {
  it('are a draft and what is live, before and after it is published', async () => {
    const before = await live();
    const { plan } = await readPlan(desk, 'house');
    const shelf = plan.fixtures.find((one): one is Shelf => one.type === 'shelf')!;
    const saved = await draft({
      gap: atAllWidths(44),
      order: { ...shelf.order, levels: [{ key: 'price', reversed: false }] },
    });
    const words = (await sides('live', 'house').expect(200)).body as EditionComparison;
    expect(words.plans.find(({ id }) => id === 'house')?.what).toBe('changed');
    expect(words.changes.length).toBeGreaterThan(20);
    const drafted = (await aisle('live', 'house').expect(200)).body as AisleComparison;
    expect([drafted.gained, drafted.lost]).toEqual([[], []]);
    expect(drafted.moved.length).toBeGreaterThan(10);
    expect(drafted.total.from).toBe(drafted.total.to);
    const listing = async (): Promise<string[]> =>
      (await server.guest.get('/api/shop/listing').query({ aisle: '/cookware', size: 200 })).body.items.map(
        ({ sku }: { sku: string }) => sku,
      );
    const was = await listing();
    await publishPlans(desk, [saved]);
    const is = await listing();
    for (const { sku, from, to } of drafted.moved)
      expect([was.indexOf(sku) + 1, is.indexOf(sku) + 1]).toEqual([from, to]);
    const published = (await aisle(`edition:${before}`, 'live').expect(200)).body as AisleComparison;
    expect(published).toEqual(drafted);
    expect(((await sides('live', 'house')).body as EditionComparison).plans).toEqual([]);
  });

  it('are two versions of a trial, or a day, also of what a search finds', async () => {
    const { plan: house } = await readPlan(desk, 'house');
    const { range } = house.fixtures.find((one): one is Shelf => one.type === 'shelf')!;
    const plan = await draft({ range: { ...range, clauses: [...range.clauses, { kind: 'featured' }] } });
    const wish = { name: 'Featured', plan, goal: 'clicks', smallest: 10, share: 50, start: true };
    const made = await desk.post('/api/trials', wish);
    expect(made.status).toBe(201);
    const { id } = made.body as { id: string };
    const found = (await aisle('live', `trial:${id}-1`).expect(200)).body as AisleComparison;
    expect(found.lost.length).toBeGreaterThan(10);
    const back = (await aisle(`trial:${id}-1`, 'day:2090-01-01T10:00').expect(200)).body as AisleComparison;
    expect(back.gained.length).toBe(found.lost.length);
    const search = await aisle('live', `trial:${id}-1`, { path: '/search', q: 'copper' });
    expect((search.body as AisleComparison).total.from).toBeGreaterThan(5);
    await desk.post(`/api/trials/${id}/end`, { keep: 0 });
  });

  it('are one state in two orders that shoppers may choose', async () => {
    const found = (await aisle('live', 'live', { toOrder: 'name' }).expect(200)).body as AisleComparison;
    expect(found.orders.map(({ key }) => key)).toContain('name');
    expect([found.gained, found.lost]).toEqual([[], []]);
    expect(found.moved.length).toBeGreaterThan(10);
    const { items } = (
      await server.guest
        .get('/api/shop/listing')
        .query({ aisle: '/cookware', order: 'name', size: '200' })
        .expect(200)
    ).body as { items: { sku: string; slug: string }[] };
    for (const { sku, slug, to } of found.moved) expect(items[to! - 1]).toMatchObject({ sku, slug });
    const back = (await aisle('live', 'live', { fromOrder: 'name' }).expect(200)).body as AisleComparison;
    expect(back.moved.map(({ sku, from, to }) => [sku, to, from]).sort()).toEqual(
      found.moved.map(({ sku, from, to }) => [sku, from, to]).sort(),
    );
  });

  it('are refused where one isn’t', async () => {
    for (const name of ['edition:999999', 'edition:constructor', 'trial:x-1', 'nobody'])
      expect((await sides('live', name)).status, name).toBe(404);
    expect((await sides('live', 'day:2090-13-01T10:00')).status).toBe(400);
    expect((await aisle('live', 'live', { path: '/nowhere' })).status).toBe(404);
    await server.guest.get('/api/comparison').query({ from: 'live', to: 'live' }).expect(401);
  });
});
