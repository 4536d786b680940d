import { ConnectionError } from 'sequelize';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { RedirectModel } from '../../server/src/database/models';
import { KnownRedirects } from '../../server/src/redirect/knownRedirects';
import type { RedirectImport, StoredRedirect } from '@fond/contract';
import { startShop, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startShop();
  desk = await server.signIn();
});
afterAll(() => server.stop());

const lead = (from: string, to: string | null, code = to === null ? 410 : 301) =>
  desk.post('/api/redirects', { from, to, code });
const get = (address: string) => server.guest.get(address).redirects(0);
const list = async (): Promise<StoredRedirect[]> => (await desk.get('/api/redirects')).body;

describe('a redirect', () => {
  it('leads shoppers on, with what stood behind the address, or says that it is gone', async () => {
    expect((await get('/shop/old-pans?material=copper')).status).toBe(404);
    await lead('/old-pans', '/cookware/pans');
    const led = await get('/shop/old-pans?material=copper');
    expect(led.status).toBe(301);
    expect(led.headers['location']).toBe('/shop/cookware/pans?material=copper');
    await lead('/sold-off', null);
    expect((await get('/shop/sold-off')).status).toBe(410);
    const [gone] = (await list()).filter(({ from }) => from === '/sold-off');
    await desk.delete(`/api/redirects/${gone.id}`);
    expect((await get('/shop/sold-off')).status).toBe(404);
  });

  it('leads on from an address with an ending, as shops had them', async () => {
    await lead('/pans.html', '/cookware/pans');
    expect((await get('/shop/pans.html')).headers['location']).toBe('/shop/cookware/pans');
    await lead('/range/pots.php', null);
    expect((await get('/shop/range/pots.php')).status).toBe(410);
  });

  it('never hides a page, and the list says so, as of chains and of what leads to nothing', async () => {
    await lead('/cookware', '/table');
    expect((await get('/shop/cookware')).status).toBe(200);
    await lead('/older-pans', '/old-pans');
    await lead('/to-nothing', '/nowhere');
    const faults = new Map((await list()).map(({ from, fault }) => [from, fault]));
    expect(faults.get('/cookware')).toEqual({ kind: 'page-there' });
    expect(faults.get('/older-pans')).toEqual({ kind: 'chain', end: '/cookware/pans' });
    expect(faults.get('/to-nothing')).toEqual({ kind: 'to-missing' });
    expect(faults.get('/old-pans')).toBeNull();
    const way = await desk.get('/api/redirects/test').query({ path: '/older-pans' });
    expect(way.body).toEqual({ steps: ['/older-pans', '/old-pans', '/cookware/pans'], end: 'page' });
  });

  it('is refused where it would run in a ring, leads there already, or is no path', async () => {
    const ring = await lead('/nowhere', '/to-nothing');
    expect(ring.body).toMatchObject({ status: 409, type: '/problems/redirect-loop' });
    expect(ring.body.detail).toContain('/nowhere → /to-nothing → /nowhere');
    expect((await lead('/old-pans', '/table')).body.errors[0].path).toBe('from');
    expect((await lead('//elsewhere.example', '/table')).body.errors[0].path).toBe('from');
    expect((await lead('/gone', '/table', 410)).body.errors[0].path).toBe('to');
  });

  it('is made by itself when an address changes, straight from every earlier one', async () => {
    const collection = ((await desk.get('/api/collections')).body as { id: number; slug: string }[])[0];
    const rename = async (slug: string): Promise<void> => {
      const stored = (await desk.get(`/api/collections/${collection.id}`)).body;
      const { titles, descriptions, clauses, skus, version } = stored;
      const saved = await desk.put(`/api/collections/${collection.id}`, {
        slug,
        titles,
        descriptions,
        clauses,
        skus,
        version,
      });
      expect(saved.status).toBe(200);
    };
    await rename('second-name');
    await rename('third-name');
    const led = await get(`/shop/collections/${collection.slug}`);
    expect(led.headers['location']).toBe('/shop/collections/third-name');
    expect((await get('/shop/collections/second-name')).headers['location']).toBe(
      '/shop/collections/third-name',
    );
    await rename(collection.slug);
    expect((await get(`/shop/collections/${collection.slug}`)).status).toBe(200);
    expect((await get('/shop/collections/third-name')).headers['location']).toBe(
      `/shop/collections/${collection.slug}`,
    );
  });

  it('follows a product whose address changes in a file', async () => {
    const { body } = await server.guest.get('/api/shop/listing').query({ aisle: '/cookware/pans' });
    const [{ sku, slug, title }] = body.items;
    await desk.importFile('one.csv', `sku,title,slug\n${sku},"${title}",a-new-address\n`);
    expect((await get(`/shop/products/${slug}`)).headers['location']).toBe('/shop/products/a-new-address');
  });
});

describe('redirects from a file', () => {
  const read = async (csv: string): Promise<RedirectImport> =>
    (await desk.post('/api/redirects/import', { csv })).body;

  it('come in all together, and a second time change nothing', async () => {
    const csv = 'from,to,code\n/a-1,/table,\n/a-2,,410\n/a-3,/baking,302\n';
    expect(await read(csv)).toEqual({ created: 3, changed: 0, errors: [] });
    expect(await read(csv)).toEqual({ created: 0, changed: 0, errors: [] });
    expect((await get('/shop/a-3')).status).toBe(302);
  });

  it('are told line by line where they are broken, and none is written', async () => {
    const before = await list();
    const told = await read(
      'from,to,code\n/b-1,/table,301\nb-2,/table,301\n/b-3,/b-4,\n/b-4,/b-3,\n/b-1,/baking,\n',
    );
    expect(told.created).toBe(0);
    expect(told.errors.map(({ line }) => line)).toEqual([3, 6]);
    const ring = await read('from,to,code\n/b-3,/b-4,\n/b-4,/b-3,\n');
    expect(ring.errors.map(({ line }) => line)).toEqual([2, 3]);
    expect((await read('from,to\n"/c-1,/table\n')).errors).toHaveLength(1);
    expect(await list()).toEqual(before);
  });
});

describe('redirects while the database is away', () => {
  it('lead on as they last were, whether it is known to be away or just gone', async () => {
    await RedirectModel.create({ fromPath: '/kept', toPath: '/pans', code: 301, createdAt: new Date() });
    let away = false;
    const redirects = new KnownRedirects(() => away);
    expect(await redirects.from('/kept')).toEqual({ from: '/kept', to: '/pans', code: 301 });
    away = true;
    await vi.waitFor(async () => expect(await redirects.from('/kept')).toMatchObject({ to: '/pans' }));
    expect(await redirects.from('/never')).toBeNull();
    away = false;
    const gone = vi.spyOn(RedirectModel, 'findOne').mockRejectedValue(new ConnectionError(new Error('gone')));
    try {
      expect(await redirects.from('/kept')).toMatchObject({ to: '/pans' });
      gone.mockRejectedValue(new TypeError('a fault of our own'));
      await expect(redirects.from('/kept')).rejects.toThrow('a fault of our own');
    } finally {
      gone.mockRestore();
    }
  });
});
