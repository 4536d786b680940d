import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import type { FreePageInput, StoredFreePage, StoredRedirect } from '@fond/contract';
import { runToEnd, openingPages, type FreePageRow } from '@fond/core';
import { createPlan, publishStored } from '../support/plans';
import { startTestServer, type Desk, type TestServer } from '../support/server';

const KETTLES = '/kettles-and-coffee/kettles';

let server: TestServer;
let desk: Desk;
let kettles: string;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
});
afterAll(() => server.stop());
beforeEach(async () => {
  desk = await server.signIn();
  const { body } = await desk.get('/api/floor');
  kettles = body.aisles.find(({ path }: { path: string }) => path === KETTLES).key;
});

const wish = (path: string, change: Partial<FreePageInput> = {}): FreePageInput => ({
  path,
  titles: { en: `Page at ${path}` },
  descriptions: {},
  standsFor: null,
  open: true,
  ...change,
});
const make = async (one: FreePageInput): Promise<StoredFreePage> => {
  const { status, body } = await desk.post('/api/pages', one);
  expect(status, JSON.stringify(body)).toBe(201);
  return body;
};
const save = ({ id, version }: StoredFreePage, one: FreePageInput) =>
  desk.put(`/api/pages/${id}`, { ...one, version });
const inShop = async (aisle: string) => (await server.guest.get('/api/shop/listing').query({ aisle })).body;

describe('a free page', () => {
  it('is in the shop once it is open, with what it says', async () => {
    const closed = await make(wish('/guide-to-knives', { open: false }));
    expect((await inShop('/guide-to-knives')).status).toBe(404);
    const opened = await save(closed, {
      ...wish('/guide-to-knives'),
      descriptions: { en: '<p>Three will do.</p><script>alert(1)</script>' },
    });
    expect(opened.body).toMatchObject({ version: 2, open: true, plan: { id: 'house' }, products: 306 });
    expect((await inShop('/guide-to-knives')).aisle).toEqual({
      path: '/guide-to-knives',
      kind: 'page',
      title: 'Page at /guide-to-knives',
      description: '<p>Three will do.</p>',
    });
  });

  it('can be looked at in the desk before it is open', async () => {
    await make(wish('/not-yet', { open: false, titles: { en: 'Not yet' } }));
    const { plan } = (await desk.get('/api/plans/house')).body;
    const { body } = await desk.post('/api/preview', { plan, address: '/not-yet' });
    expect(body.page.aisle.title).toBe('Not yet');
  });

  it('stands in for an aisle while it is open, in a plan of its own, and gives it back', async () => {
    const before = await inShop(KETTLES);
    const made = await make(wish('/kettles-now', { standsFor: kettles, titles: { en: 'Kettles now' } }));
    const plan = await createPlan(desk, 'For the kettle page', [{ kind: 'aisle', aisle: `page:${made.id}` }]);
    await publishStored(desk, plan.plan.id);
    expect(await inShop(KETTLES)).toMatchObject({
      aisle: { kind: 'page', title: 'Kettles now' },
      plan: { name: 'For the kettle page' },
      total: before.total,
    });
    const floor = (await desk.get('/api/floor')).body.aisles as { key: string; standIn: object | null }[];
    expect(floor.find(({ key }) => key === kettles)?.standIn).toEqual({
      key: `page:${made.id}`,
      title: 'Kettles now',
    });
    expect((await desk.delete(`/api/pages/${made.id}`)).status).toBe(204);
    expect((await inShop(KETTLES)).aisle).toEqual(before.aisle);
    expect((await desk.get(`/api/pages/${made.id}`)).status).toBe(404);
  });

  it('is seen between its days alone, which stay where a change doesn’t name them', async () => {
    const { application } = server;
    const day = (days: number): string => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);
    const seen = async (): Promise<boolean> => {
      await application.host.refresh();
      return (await server.guest.get('/api/shop/listing').query({ aisle: '/for-a-while' })).status === 200;
    };
    const page = await make(wish('/for-a-while', { from: day(2), to: day(9), standsFor: kettles }));
    expect([page.from, page.to, await seen()]).toEqual([day(2), day(9), false]);
    expect((await inShop(KETTLES)).aisle.title).not.toBe('Page at /for-a-while');
    const { body: now } = await save(page, wish('/for-a-while', { from: day(-2), standsFor: kettles }));
    expect([now.from, now.to, await seen()]).toEqual([day(-2), day(9), true]);
    expect((await inShop(KETTLES)).aisle.title).toBe('Page at /for-a-while');
    const { body: over } = await save(now, wish('/for-a-while', { to: day(-1), standsFor: kettles }));
    expect(await seen()).toBe(false);
    const turned = await save(over, wish('/for-a-while', { from: day(3), to: day(2) }));
    expect([turned.status, turned.body.errors[0].path]).toEqual([400, 'to']);
    await save(over, wish('/for-a-while', { from: null, to: null, open: false }));
  });

  it('opens and closes by itself as days begin and end, without anything being written', () => {
    const { snapshot } = server.application.host.serving();
    const pages: FreePageRow[] = [
      {
        ...{ id: 900, path: '/advent', titles: {}, descriptions: {}, standsFor: 'front', open: true },
        from: '2090-12-01',
        to: '2090-12-24',
      },
    ];
    const before = { ...snapshot, frame: { ...snapshot.frame, pages, day: '2090-11-30' } };
    const on = (day: string) => runToEnd(openingPages(before, day));
    expect(on('2090-11-30')).toBe(before);
    const open = on('2090-12-01');
    expect(open.aisles.byPath.get('/advent')?.closed).toBe(false);
    expect(open.aisles.byPath.get('/')?.key).toBe('page:900');
    const over = runToEnd(openingPages(open, '2090-12-25'));
    expect(over.aisles.byPath.get('/advent')?.closed).toBe(true);
    expect(over.aisles.byPath.get('/')?.key).toBe('front');
    expect(over.size).toBe(snapshot.size);
  });

  it('leads its old address to the new one', async () => {
    const made = await make(wish('/old-table'));
    expect((await save(made, wish('/new-table'))).status).toBe(200);
    const redirects = (await desk.get('/api/redirects')).body as StoredRedirect[];
    expect(redirects.find(({ from }) => from === '/old-table')).toMatchObject({
      to: '/new-table',
      code: 301,
      automatic: true,
    });
  });

  it('is refused beside its field where its address or its aisle is taken, or can’t be', async () => {
    await make(wish('/one-of-a-kind', { standsFor: kettles }));
    const fault = async (one: FreePageInput) => {
      const { status, body } = await desk.post('/api/pages', one);
      expect(status).toBe(400);
      return body.errors[0];
    };
    expect(await fault(wish('/one-of-a-kind'))).toMatchObject({ path: 'path' });
    expect((await fault(wish('/cookware'))).message).toContain('another aisle');
    expect((await fault(wish('/tags/mine'))).message).toContain('/tags');
    expect((await fault(wish('/plan-css/mine'))).message).toContain('/plan-css');
    expect((await fault(wish('/No Good'))).path).toBe('path');
    expect((await fault(wish('/a', { standsFor: kettles }))).message).toContain('/one-of-a-kind');
    expect((await fault(wish('/a', { standsFor: 'category:9999' }))).message).toContain('not there');
    expect((await fault(wish('/a', { standsFor: 'search' }))).path).toBe('standsFor');
    expect(await fault(wish('/a', { titles: { fr: 'Sans titre' } }))).toMatchObject({ path: 'titles.en' });
  });

  it('is not saved over a newer version, which is handed out', async () => {
    const made = await make(wish('/two-people'));
    await save(made, wish('/two-people', { titles: { en: 'First' } }));
    const late = await save(made, wish('/two-people', { titles: { en: 'Second' } }));
    expect(late.status).toBe(409);
    expect(late.body.theirs).toMatchObject({ version: 2, titles: { en: 'First' } });
  });
});

describe('attributes', () => {
  const change = {
    labels: { en: 'Material', fr: 'Matière' },
    unit: null,
    filterable: true,
    onCards: true,
    aisles: true,
  };

  it('give each of their values an aisle where that is wished, which plans can reach together', async () => {
    const { status, body } = await desk.put('/api/catalogue/attributes/material', change);
    expect(status).toBe(200);
    const [floor] = (await desk.get('/api/floor')).body.aisles.filter(
      ({ attribute }: { attribute: { key: string } | null }) => attribute?.key === 'material',
    );
    expect(floor.path).toMatch(/^\/by\/material\//);
    const listing = await inShop('/by/material/copper');
    expect(listing).toMatchObject({ aisle: { kind: 'value', title: 'Copper' }, plan: { id: 'house' } });
    expect(listing.total).toBeLessThan(body.products);
    const plan = await createPlan(desk, 'All materials', [{ kind: 'values', attribute: 'material' }]);
    await publishStored(desk, plan.plan.id);
    expect((await inShop('/by/material/copper')).plan.name).toBe('All materials');
    await desk.put('/api/catalogue/attributes/material', { ...change, aisles: false });
    expect((await inShop('/by/material/copper')).status).toBe(404);
  });

  it('are called otherwise at once, and are no filter where they may not be', async () => {
    await desk.put('/api/catalogue/attributes/finish', {
      ...change,
      labels: { en: 'Surface' },
      filterable: false,
      aisles: false,
    });
    const lines = (await desk.get('/api/catalogue/attributes')).body;
    expect(lines.find(({ key }: { key: string }) => key === 'finish')).toMatchObject({
      labels: { en: 'Surface' },
      filterable: false,
    });
    const { facets, ignored } = (await server.guest.get('/api/shop/listing?aisle=/cookware&finish=x')).body;
    expect(facets.map(({ key }: { key: string }) => key)).not.toContain('finish');
    expect(ignored).toContain('finish');
  });

  it('write their numbers as they are told, and keep that where a change does not name it', async () => {
    const numbers = { ...change, aisles: false, unit: 'cm' };
    const write = async (form: object) =>
      (await desk.put('/api/catalogue/attributes/diameter', { ...numbers, ...form })).body;
    expect(await write({ grouped: false, decimals: 2 })).toMatchObject({ grouped: false, decimals: 2 });
    expect(await write({})).toMatchObject({ grouped: false, decimals: 2 });
    const labels = async (): Promise<string> =>
      JSON.stringify((await server.guest.get('/api/shop/listing?aisle=/cookware')).body.facets);
    expect(await labels()).toContain('24.00');
    expect(await write({ grouped: true, decimals: null })).toMatchObject({ grouped: true, decimals: null });
    expect(await labels()).not.toContain('24.00');
    expect((await write({ decimals: 9 })).errors[0].path).toBe('decimals');
  });

  it('have no aisles where they are numbers, and have to be there', async () => {
    const refused = await desk.put('/api/catalogue/attributes/diameter', { ...change, unit: 'cm' });
    expect(refused.body.errors[0].path).toBe('aisles');
    expect((await desk.put('/api/catalogue/attributes/gone', change)).status).toBe(404);
  });
});

describe('the picture of a category', () => {
  it('is a product’s first one, which a condition can ask for', async () => {
    const { body } = await desk.get('/api/floor');
    const bare = body.aisles.find(
      ({ kind, picture }: { kind: string; picture: object | null }) => kind === 'category' && !picture,
    );
    const id = bare.key.split(':')[1];
    const [{ sku }] = (await desk.get('/api/catalogue/products?q=kettle')).body;
    const set = (of: string | null) => desk.put(`/api/catalogue/categories/${id}/picture`, { sku: of });
    const pictured = async (): Promise<boolean> => {
      const { plan } = (await desk.get('/api/plans/house')).body;
      const when = { kind: 'picture' };
      const fixtures = plan.fixtures.map((one: { type: string }) =>
        one.type === 'title' ? { ...one, when } : one,
      );
      const answer = await desk.post('/api/preview', { plan: { ...plan, fixtures }, address: bare.path });
      return answer.body.page.fixtures.some(({ type }: { type: string }) => type === 'title');
    };
    expect(await pictured()).toBe(false);
    expect((await set(sku)).status).toBe(204);
    expect(await pictured()).toBe(true);
    expect((await set('NO-SUCH')).body.errors[0].path).toBe('sku');
    expect((await set(null)).status).toBe(204);
    expect(await pictured()).toBe(false);
  });

  it('keeps a point in view wherever it is cropped, until another picture takes its place', async () => {
    const read = async () => (await desk.get('/api/floor')).body.aisles.find(one);
    const one = ({ path }: { path: string }): boolean => path === '/cookware/pans';
    const { key, picture } = await read();
    expect(picture.focus).toEqual({ x: 50, y: 50 });
    const at = `/api/catalogue/categories/${key.split(':')[1]}/picture`;
    expect((await desk.put(`${at}/focus`, { x: 30, y: 101 })).body.errors[0].path).toBe('y');
    expect((await desk.put('/api/catalogue/categories/9999/picture/focus', { x: 1, y: 1 })).status).toBe(404);
    expect((await desk.put(`${at}/focus`, { x: 30, y: 80 })).status).toBe(204);
    expect((await read()).picture).toEqual({ hash: picture.hash, focus: { x: 30, y: 80 } });
    const [{ sku }] = (await desk.get('/api/catalogue/products?q=kettle')).body;
    expect((await desk.put(at, { sku })).status).toBe(204);
    expect((await read()).picture.focus).toEqual({ x: 50, y: 50 });
  });
});
