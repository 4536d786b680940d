import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { Condition, Plan } from '@fond/core';
import { publishPlans, readPlan, savePlan } from '../support/plans';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
  desk = await server.signIn();
});
afterAll(() => server.stop());

const titled = (plan: Plan, when: Condition | null): Plan => ({
  ...plan,
  fixtures: plan.fixtures.map((fixture) => (fixture.type === 'title' ? { ...fixture, when } : fixture)),
});

/** The title on a page of the draft: shown, hidden at some widths, or not there. */
async function previewed(when: Condition | null, address = '/cookware', seen: object = {}): Promise<unknown> {
  const { plan } = await readPlan(desk, 'house');
  const { status, body } = await desk.post('/api/preview', { plan: titled(plan, when), address, ...seen });
  expect(status).toBe(200);
  const title = body.page.fixtures.find(({ type }: { type: string }) => type === 'title');
  return title && (title.hiddenAt ?? 'shown');
}

async function publishTitle(when: Condition | null): Promise<void> {
  const { plan, version } = await readPlan(desk, 'house');
  const saved = await savePlan(desk, titled(plan, when), version);
  expect(saved.status).toBe(200);
  expect((await publishPlans(desk, [{ id: 'house', version: saved.body.version }])).status).toBe(201);
}

describe('a fixture with a condition', () => {
  it('is shown on the pages that meet it, and at the widths', async () => {
    expect(await previewed({ kind: 'aisles', of: ['category'] })).toBe('shown');
    expect(await previewed({ kind: 'aisles', of: ['tag'] })).toBeUndefined();
    expect(await previewed({ kind: 'firstPage' }, '/cookware?page=2')).toBeUndefined();
    expect(await previewed({ kind: 'filters', used: true }, '/cookware?material=copper')).toBe('shown');
    expect(await previewed({ kind: 'results', some: false }, '/cookware?material=copper&price=9000..')).toBe(
      'shown',
    );
    expect(await previewed({ kind: 'language', languages: ['fr'] }, '/cookware?lang=fr')).toBe('shown');
    expect(await previewed({ kind: 'width', widths: ['wide'] })).toEqual(['medium', 'narrow']);
  });

  it('can be seen as on another day by the shop’s clock, and as another shopper', async () => {
    const { body } = await desk.get('/api/settings');
    expect((await desk.put('/api/settings', { ...body, zone: 'Pacific/Auckland' })).status).toBe(200);
    const christmas: Condition = { kind: 'dates', from: '2090-12-25', to: '2090-12-25' };
    expect(await previewed(christmas, '/', { at: '2090-12-24T23:00' })).toBeUndefined();
    expect(await previewed(christmas, '/', { at: '2090-12-25T00:00' })).toBe('shown');
    const half: Condition = { kind: 'share', from: 0, to: 50 };
    expect(await previewed(half, '/', { part: 49 })).toBe('shown');
    expect(await previewed(half, '/', { part: 50 })).toBeUndefined();
    expect((await desk.put('/api/settings', { ...body, zone: 'Nowhere/Land' })).body.errors[0].path).toBe(
      'zone',
    );
    await desk.put('/api/settings', body);
  });

  it('is refused with its path where it can’t be read', async () => {
    const { plan, version } = await readPlan(desk, 'house');
    const at = plan.fixtures.findIndex(({ type }) => type === 'title');
    const refused = async (when: object): Promise<{ path: string; message: string }> =>
      (await savePlan(desk, titled(plan, when as Condition), version)).body.errors[0];
    expect((await refused({ kind: 'share', from: 80, to: 20 })).message).toContain('backwards');
    expect((await refused({ kind: 'moon' })).path).toBe(`plan.fixtures.${at}.when.kind`);
    const deep = {
      kind: 'all',
      of: [{ kind: 'any', of: [{ kind: 'none', of: [{ kind: 'all', of: [] }] }] }],
    };
    expect((await refused(deep)).path).toContain(`plan.fixtures.${at}.when.of.0`);
  });
});

describe('a share of shoppers', () => {
  const shown = async (cookie?: string) => {
    const request = server.guest.get('/api/shop/page').query({ address: '/cookware' });
    const { body } = await (cookie ? request.set('Cookie', cookie) : request);
    return body.fixtures.some(({ type }: { type: string }) => type === 'title');
  };

  it('sees the fixture on every page, and the others on none', async () => {
    await publishTitle({ kind: 'share', from: 0, to: 40 });
    expect(await shown('fond.part=39')).toBe(true);
    expect(await shown('other=1; fond.part=40')).toBe(false);
    expect(await shown('fond.part=x')).toBe(true);
    await publishTitle(null);
    expect(await shown('fond.part=40')).toBe(true);
  });
});
