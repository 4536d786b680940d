import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { publishPlans, readPlan, savePlan } from '../support/plans';
import { startShop, type TestServer } from '../support/server';

let server: TestServer;
beforeAll(async () => {
  server = await startShop();
});
afterAll(() => server.stop());

/** Reached in one way, as whole addresses say how. */
const HOST = '127.0.0.1:4600';
const get = (address: string) => server.guest.get(address).set('Host', HOST);

describe('a page of the shop', () => {
  it('is whole HTML with title, words, address and every card', async () => {
    const { text, status, headers } = await get('/shop/cookware/pans?lang=fr');
    expect(status).toBe(200);
    expect(headers['content-type']).toBe('text/html; charset=utf-8');
    expect(text).toContain('<html lang="fr">');
    expect(text).toContain('<title>Poêles · Pellmere Kitchen Supply</title>');
    expect(text).toContain('rel="canonical" href="http://127.0.0.1:4600/shop/cookware/pans?lang=fr"');
    expect(text.match(/class="card-name"/g)).toHaveLength(12);
  });

  it('is kept, packed, and not sent again to who has it', async () => {
    const first = await get('/shop/baking');
    const again = await get('/shop/baking');
    expect(again.text).toBe(first.text);
    expect(again.headers['content-encoding']).toBe('gzip');
    expect((await get('/shop/baking').set('If-None-Match', again.headers['etag'])).status).toBe(304);
    expect((await get('/shop/baking').set('Accept-Encoding', 'identity')).text).toBe(first.text);
  });

  it('holds no inline script that would need an exception from the policy', async () => {
    const { text, headers } = await get('/shop');
    const inline = text.match(/<script(?![^>]*\bsrc=)[^>]*>/g) ?? [];
    expect(inline).toEqual([
      '<script type="application/ld+json">',
      '<script id="ng-state" type="application/json">',
    ]);
    expect(headers['content-security-policy']).not.toMatch(/script-src[^;]*unsafe-inline/);
  });

  it('shows HTML in a product’s name as the letters it is', async () => {
    const desk = await server.signIn();
    const title = '<img src=x onerror=alert(1)>';
    await desk.importFile('sly.csv', `sku,title,category,price,slug\nSLY-1,${title},Table,9.50,sly\n`);
    const escaped = '&lt;img src=x onerror=alert(1)&gt;';
    for (const address of ['/shop/products/sly', '/shop/search?q=onerror', '/shop/table?look=sly']) {
      const { text } = await get(address);
      const body = text.slice(text.indexOf('<body'), text.indexOf('id="ng-state"'));
      expect(body, address).toContain(escaped);
      expect(body, address).not.toContain(title);
    }
  });

  it('opens a product over its aisle at an address, without JavaScript as well', async () => {
    const { body } = await get('/api/shop/listing?aisle=/cookware');
    const { slug, title } = body.items[3];
    const name = title.replaceAll('\u00a0', '&nbsp;');
    const { text } = await get(`/shop/cookware?look=${slug}`);
    const dialog = text.slice(text.indexOf('<dialog open'), text.indexOf('</dialog>'));
    expect(dialog).toContain(name);
    expect(text).toContain('rel="canonical" href="http://127.0.0.1:4600/shop/cookware"');
    expect((await get('/shop/cookware?look=not-there')).text).not.toContain('<dialog');
  });

  it('is another one as soon as something else is live', async () => {
    const before = await get('/shop/table');
    const desk = await server.signIn();
    const { plan, version } = (await desk.get('/api/plans/house')).body;
    const fixtures = plan.fixtures.filter((fixture: { type: string }) => fixture.type !== 'breadcrumb');
    const saved = await desk.put('/api/plans/house', { plan: { ...plan, fixtures }, version });
    expect((await get('/shop/table')).text).toBe(before.text);
    await publishPlans(desk, [{ id: 'house', version: saved.body.version }], '');
    const after = await get('/shop/table');
    expect(before.text).toContain('class="trail"');
    expect(after.text).not.toContain('class="trail"');
  });

  it('gives a shopper a number that stays once a plan splits shoppers, and to nobody before', async () => {
    expect((await get('/shop/storage')).headers['set-cookie']).toBeUndefined();
    const desk = await server.signIn();
    const publishWith = async (when: object | null): Promise<void> => {
      const { plan, version } = (await desk.get('/api/plans/house')).body;
      const fixtures = plan.fixtures.map((fixture: { type: string }) =>
        fixture.type === 'title' ? { ...fixture, when } : fixture,
      );
      const saved = await desk.put('/api/plans/house', { plan: { ...plan, fixtures }, version });
      await publishPlans(desk, [{ id: 'house', version: saved.body.version }]);
    };
    await publishWith({ kind: 'share', from: 0, to: 50 });
    const first = await get('/shop/storage');
    const [cookie] = first.headers['set-cookie'] as unknown as string[];
    const part = Number(/^fond\.part=(\d+);.*HttpOnly/.exec(cookie)![1]);
    const again = await get('/shop/storage').set('Cookie', `fond.part=${part}`);
    expect(again.headers['set-cookie']).toBeUndefined();
    expect(again.text).toBe(first.text);
    expect(first.text.includes('<h1>')).toBe(part < 50);
    const other = await get('/shop/storage').set('Cookie', `fond.part=${99 - part}`);
    expect(other.text.includes('<h1>')).toBe(99 - part < 50);
    expect(other.headers['vary']).toContain('Cookie');
    await publishWith(null);
  });

  it('without a plan is what its aisles would fall back to, for who is signed in', async () => {
    expect((await get('/shop/knives-and-boards?without=knives')).status).toBe(401);
    const desk = await server.signIn();
    const shown = await desk.get('/shop/knives-and-boards?without=knives');
    expect(shown.text).toContain('"plan":{"id":"house"');
    expect((await get('/shop/knives-and-boards')).text).toContain('"plan":{"id":"knives"');
  });

  it('with a draft laid over it is only for who is signed in, and kept by nobody', async () => {
    expect((await get('/shop/table?draft=knives')).status).toBe(401);
    const desk = await server.signIn();
    const draft = await desk.get('/shop/knives-and-boards?draft=knives');
    expect(draft.status).toBe(200);
    expect(draft.headers['cache-control']).toBe('no-store');
    expect(draft.headers['x-robots-tag']).toBe('noindex');
    expect((await desk.get('/shop/table?draft=gone')).status).toBe(404);
  });

  it('with a draft laid over it wears the draft’s own CSS, which shoppers don’t get', async () => {
    const desk = await server.signIn();
    const { plan, version } = await readPlan(desk, 'knives');
    await savePlan(desk, { ...plan, css: 'h1 { letter-spacing: 7px }' }, version);
    expect((await desk.get('/shop/knives-and-boards?draft=knives')).text).toContain('letter-spacing: 7px');
    const live = await desk.get('/shop/knives-and-boards');
    expect(live.text).toContain('"plan":{"id":"knives"');
    expect(live.text).not.toContain('letter-spacing: 7px');
  });

  it('leads a plain form’s two ends of a price to the one address they mean', async () => {
    const answer = await get('/shop/table?material=stoneware&price.from=10&price.to=');
    expect(answer.status).toBe(303);
    expect(answer.headers['location']).toBe('/shop/table?material=stoneware&price=10..');
  });

  it('is a 404 with the shop around it for what is not there', async () => {
    for (const address of ['/shop/cookware/swords', '/shop/products/nothing', '/shop/%E0%A4%A']) {
      const { status, text } = await get(address);
      expect(status, address).toBe(404);
      expect(text).toContain('There is nothing at this address');
      expect(text).toContain('Kettles and coffee');
    }
  });

  it('is a 404 for a style that no plan has, and for a file that nobody built', async () => {
    for (const address of [
      '/shop/plan-css/nobody.css?v=1',
      '/shop/plan-css/constructor.css',
      '/shop/none.js',
    ])
      expect((await get(address)).status, address).toBe(404);
  });

  it('shows texts as texts, whatever they hold', async () => {
    const desk = await server.signIn();
    await desk.importFile(
      'odd.csv',
      'sku,title,category,Material\nODD-1,"<script>alert(1)</script> & ""co""",Oddities,"</script><b>x"\n',
    );
    const { text } = await get('/shop/oddities');
    expect(text).toContain('&lt;script&gt;alert(1)&lt;/script&gt;');
    expect(text).not.toContain('<script>alert(1)');
    const state = /<script id="ng-state" type="application\/json">(.*?)<\/script>/s.exec(text)![1];
    expect(JSON.stringify(JSON.parse(state))).toContain('alert(1)');
  });
});

describe('the desk', () => {
  it('is one page for all of its addresses, with a nonce of its own each time', async () => {
    const [one, two] = [await get('/floor'), await get('/plans/house?aisle=%2F')];
    const nonce = (text: string): string => /ngCspNonce="([^"]+)"/i.exec(text)![1];
    expect(one.headers['content-security-policy']).toContain(`'nonce-${nonce(one.text)}'`);
    expect(nonce(one.text)).not.toBe(nonce(two.text));
    expect((await get('/missing-file.js')).status).toBe(404);
  });

  it('keeps built files for ever and others for a day', async () => {
    const { text } = await get('/');
    const script = /src="(main-[^"]+)"/.exec(text)![1];
    expect((await get(`/${script}`)).headers['cache-control']).toContain('immutable');
    expect((await get('/icon.svg')).headers['cache-control']).toBe('public, max-age=86400');
  });
});

describe('the cart’s page', () => {
  const buy = async (fields: Record<string, string>, address = '/shop/cart') =>
    server.guest.post(address).type('form').send(fields);

  it('is a shopper’s own, so nobody keeps it', async () => {
    const { text, headers } = await get('/shop/cart?lang=fr');
    expect(headers['cache-control']).toBe('no-store');
    expect(text).toContain('Votre panier');
  });

  it('follows a form that was sent, and says why a change was not made', async () => {
    const { body } = await get('/api/shop/listing?aisle=/cookware');
    const [{ sku }] = body.items.filter(({ price }: { price: unknown }) => price);
    const sent = await buy({ sku }, '/shop/cart?lang=fr');
    expect([sent.status, sent.headers['location']]).toEqual([303, '/shop/cart?lang=fr']);
    expect(String(sent.headers['set-cookie'])).toContain('fond.cart=');
    const gone = await buy({ sku: 'NOT-THERE' });
    expect(gone.status).toBe(404);
    expect(gone.text).toContain('no longer in the shop');
    const { body: low } = await get('/api/shop/listing?aisle=/cookware&stock=low');
    const short = await buy({ sku: low.items[0].sku, quantity: '99' });
    expect(short.status).toBe(409);
    expect(short.text).toContain('There are only');
  });
});
