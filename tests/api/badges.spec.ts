import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { BadgeReport } from '@fond/contract';
import {
  atAllWidths,
  ALWAYS,
  USUAL_BADGE_LOOK,
  type BadgeRule,
  type BadgeSettings,
  type Clause,
} from '@fond/core';
import { changesOf, foundIn, createPlan, publishStored, readPlan, savePlan } from '../support/plans';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
  desk = await server.signIn();
});
afterAll(() => server.stop());

const rule = (
  id: string,
  clauses: readonly Clause[],
  text: string,
  change: Partial<BadgeRule> = {},
): BadgeRule => ({
  ...USUAL_BADGE_LOOK,
  ...ALWAYS,
  id,
  on: true,
  clauses,
  text: { en: text },
  ...change,
});
interface Item {
  sku: string;
  badges: { key: string; text: string }[];
}
const listed = async (aisle: string): Promise<Item[]> =>
  (await server.guest.get('/api/shop/listing').query({ aisle, size: 200 })).body.items;
/** A saved draft of a plan for an aisle, with badges of its own. */
async function planned(aisle: string, badges: BadgeSettings) {
  const { aisles } = (await desk.get('/api/floor')).body;
  const { key } = aisles.find(({ path }: { path: string }) => path === aisle);
  const category = Number(key.split(':')[1]);
  const stored = await createPlan(desk, aisle, [{ kind: 'category', category, below: true }]);
  const answer = await savePlan(desk, { ...stored.plan, badges }, stored.version);
  return { plan: { ...stored.plan, badges }, version: stored.version, answer };
}

describe('badges', () => {
  it('that have changed change every aisle and product page of their plan', async () => {
    const { plan, version } = await readPlan(desk, 'house');
    const saved = await savePlan(desk, { ...plan, badges: { ...plan.badges, most: 1 } }, version);
    const { changes, productPages } = await changesOf(desk, 'house');
    expect(changes.length).toBeGreaterThan(70);
    expect(productPages).toBeGreaterThan(300);
    expect((await savePlan(desk, plan, saved.body.version)).status).toBe(200);
  });

  it('are what a plan says of its products once it is published, with their figures, and nobody else’s', async () => {
    const before = await listed('/knives-and-boards');
    const { plan } = await planned('/tools', {
      rules: [
        rule('left', [{ kind: 'stock', states: ['low'] }], 'only {stock} left'),
        rule('all', [], 'Tool'),
      ],
      most: 1,
    });
    await publishStored(desk, plan.id);
    const tools = await listed('/tools');
    const few = tools.filter(({ badges }) => badges[0].key === 'left');
    expect(few.length).toBeGreaterThan(0);
    for (const { badges } of few) expect(badges[0].text).toMatch(/^only [1-5] left$/);
    expect(tools.every(({ badges }) => badges.length === 1)).toBe(true);
    expect(await listed('/knives-and-boards')).toEqual(before);
    const { body } = await server.guest.get('/api/shop/page').query({ address: '/tools' });
    expect(body.frame.badges.left).toEqual({ ...USUAL_BADGE_LOOK, size: atAllWidths(13) });
  });

  it('are counted for a draft: in the aisle, in the shop, and where rules meet', async () => {
    const { plan } = await readPlan(desk, 'house');
    const report = (await desk.post('/api/explain/badges', { plan, address: '/cookware' }))
      .body as BadgeReport;
    const items = await listed('/cookware');
    expect(report.products).toBe(items.length);
    for (const { id, aisle, example } of report.rules) {
      const carrying = items.filter(({ badges }) => badges.some(({ key }) => key === id));
      expect(aisle).toBe(carrying.length);
      if (example) expect(carrying.map(({ sku }) => sku)).toContain(example.sku);
    }
    expect(report.pairs.length).toBeGreaterThan(0);
    for (const { first, second, products } of report.pairs)
      expect(products).toBe(
        items.filter(({ badges }) => [first, second].every((id) => badges.some(({ key }) => key === id)))
          .length,
      );
    const most = Math.max(...items.map(({ badges }) => badges.length));
    expect(report.fullest?.badges).toHaveLength(most);
  });

  it('are refused with a plain word at the field where they can’t be, and nothing is lost', async () => {
    const refused = async (change: Partial<BadgeRule>): Promise<{ path: string; message: string }> => {
      const { answer } = await planned('/table', { rules: [rule('x', [], 'x', change)], most: 3 });
      expect(answer.status).toBe(400);
      return answer.body.errors[0];
    };
    expect(await refused({ text: { en: 'x'.repeat(400) } })).toMatchObject({
      path: expect.stringContaining('badges.rules.0.text.en'),
      message: expect.stringContaining('40'),
    });
    expect((await refused({ ground: 'purple' as never })).message).toContain('a colour such as #1d2b4f');
    expect((await refused({ text: { en: '{nonsense}' } })).message).toContain(
      'names nonsense, which is no figure',
    );
    expect((await refused({ size: atAllWidths(400) })).path).toContain('size');
    const twice = [rule('x', [], 'x'), rule('x', [], 'y')];
    expect((await planned('/table', { rules: twice, most: 3 })).answer.status).toBe(400);
    const many = Array.from({ length: 50 }, (_, n) => rule(`r${n}`, [], 'x'));
    expect((await planned('/table', { rules: many, most: 3 })).answer.status).toBe(400);
  });

  it('of a missing attribute stand on nothing, and the desk is told what is gone', async () => {
    const gone: Clause = { kind: 'attribute', attribute: 'gone', values: [] };
    const { plan } = await planned('/storage', { rules: [rule('x', [gone], 'Gone')], most: 3 });
    const report = (await desk.post('/api/explain/badges', { plan, address: '/storage' }))
      .body as BadgeReport;
    expect(report.rules).toMatchObject([{ aisle: 0, shop: 0, fault: { kind: 'attribute', name: 'gone' } }]);
    await publishStored(desk, plan.id);
    expect((await listed('/storage')).every(({ badges }) => badges.length === 0)).toBe(true);
  });

  it('that are hard to read or hide too much are told before publishing', async () => {
    const { plan } = await planned('/textiles', {
      rules: [
        rule('pale', [], 'Pale', { ground: '#ffffff', ink: '#eeeeee' }),
        rule('huge', [], 'Save {amount}', { size: atAllWidths(38) }),
      ],
      most: 3,
    });
    const changes = await changesOf(desk, plan.id);
    const badge = (id: string) => ({ finding: { plan: plan.id, badge: id }, fresh: true });
    expect(foundIn(changes, 'badge-unreadable')).toMatchObject([badge('pale')]);
    expect(foundIn(changes, 'badge-covers')).toMatchObject([badge('huge')]);
    expect(foundIn(changes, 'badge-covers')[0].finding).toMatchObject({ width: 'narrow' });
  });
});
