import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startShop, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startShop();
  desk = await server.signIn();
});
afterAll(() => server.stop());

const page = async (path: string): Promise<string> => (await server.guest.get(`/shop${path}`)).text;
const between = (html: string, start: string, end: string): string => {
  const from = html.indexOf(start);
  return from < 0 ? '' : html.slice(from + start.length, html.indexOf(end, from + start.length));
};
const titleIn = (html: string): string => between(html, '<title>', '</title>');
const descriptionIn = (html: string): string => between(html, '<meta name="description" content="', '"');
const linksIn = (html: string): string[] => html.match(/<link [^>]*>/g) ?? [];

interface Told {
  '@type': string;
  [key: string]: unknown;
}
const toldIn = (html: string): Told[] =>
  (JSON.parse(between(html, '<script type="application/ld+json">', '</script>')) as { '@graph': Told[] })[
    '@graph'
  ];
const typed = (told: readonly Told[], type: string): Told => told.find((one) => one['@type'] === type)!;

describe('what a page tells of itself to machines', () => {
  it('names an aisle’s products as the page shows them, and the way to it', async () => {
    const told = toldIn(await page('/cookware?page=2'));
    const { body } = await server.guest.get('/api/shop/listing?aisle=/cookware&page=2');
    const collection = typed(told, 'CollectionPage');
    const list = collection['mainEntity'] as { numberOfItems: number; itemListElement: object[] };
    expect(list.numberOfItems).toBe(body.total);
    const items = body.items as { title: string; slug: string }[];
    expect(list.itemListElement).toMatchObject(
      items.map(({ title, slug }, at) => ({
        position: (body.page - 1) * body.size + at + 1,
        name: title,
        url: expect.stringMatching(new RegExp(`^http://127\\.0\\.0\\.1:\\d+/shop/products/${slug}$`)),
      })),
    );
    expect(typed(told, 'BreadcrumbList')['itemListElement']).toMatchObject([
      { position: 1, name: 'Pellmere Kitchen Supply' },
      { position: 2, name: 'Cookware' },
    ]);
    expect(typed(told, 'WebSite')).toMatchObject({
      potentialAction: { target: { urlTemplate: expect.stringContaining('/shop/search?q=') } },
    });
  });

  it('tells of a product its price, whether it is there, and how it is rated', async () => {
    const { body } = await server.guest.get('/api/shop/listing?aisle=/cookware&stock=in&order=rating');
    const [item] = body.items as {
      slug: string;
      title: string;
      sku: string;
      price: object;
      rating: object;
    }[];
    const product = typed(toldIn(await page(`/products/${item.slug}`)), 'Product');
    const { amount, currency } = item.price as { amount: number; currency: string };
    expect(product).toMatchObject({
      name: item.title,
      sku: item.sku,
      offers: { price: amount, priceCurrency: currency, availability: 'https://schema.org/InStock' },
      aggregateRating: { bestRating: 5 },
    });
  });

  it('can’t be ended by what a product is called', async () => {
    const title = 'Pan </script><script>alert(1)</script>';
    await desk.importFile('odd.csv', `sku,title,category\nODD-1,"${title}",Table\n`);
    const { body } = await server.guest.get('/api/shop/listing?aisle=/table&q=ODD-1');
    const html = await page(`/products/${body.items[0].slug}`);
    expect(typed(toldIn(html), 'Product')['name']).toBe(title);
    expect(html).not.toContain('<script>alert(1)');
  });

  it('has whole addresses, in each language, and words and a picture for others', async () => {
    const html = await page('/cookware');
    const links = linksIn(html).filter((link) => /canonical|hreflang/.test(link));
    expect(links.find((link) => link.includes('canonical'))).toMatch(
      /href="http:\/\/127\.0\.0\.1:\d+\/shop\/cookware"/,
    );
    for (const [lang, address] of [
      ['en', '/shop/cookware"'],
      ['fr', '/shop/cookware?lang=fr"'],
      ['x-default', '/shop/cookware"'],
    ])
      expect(links.find((link) => link.includes(`hreflang="${lang}"`))).toContain(address);
    for (const name of ['title', 'description', 'image', 'url', 'type', 'site_name'])
      expect(html).toContain(`property="og:${name}"`);
    const image = between(html, '<meta property="og:image" content="', '"');
    expect((await server.guest.get(new URL(image).pathname)).headers['content-type']).toMatch(/^image\//);
  });

  it('tells each state of an aisle by a title and a description of its own', async () => {
    const states = [
      '/cookware',
      '/cookware?page=2',
      '/cookware?page=3',
      '/cookware?lang=fr',
      '/cookware?stock=in',
      '/cookware?stock=in&page=2',
      '/knives',
      '/search?q=pan',
      '/search?q=pot',
    ];
    const pages = await Promise.all(states.map(page));
    expect(new Set(pages.map(titleIn)).size).toBe(states.length);
    expect(pages.map(descriptionIn).filter((text) => !text)).toEqual([]);
    expect(titleIn(pages[1])).toContain('page 2');
    expect(titleIn(pages[4])).toContain('In stock');
    const indexed = pages.slice(0, 4);
    expect(new Set(indexed.map(descriptionIn)).size).toBe(indexed.length);
  });

  it('keeps search engines from what is empty', async () => {
    const { body } = await desk.get('/api/floor');
    const empty = (body.aisles as { path: string; kind: string; products: number }[]).find(
      ({ kind, products }) => kind === 'category' && products === 0,
    )!;
    expect(await page(empty.path)).toContain('<meta name="robots" content="noindex,follow">');
  });

  it('says that nothing is there, or not any more, under titles of their own and no address', async () => {
    const missing = await server.guest.get('/shop/nowhere/at?all=1');
    expect(missing.status).toBe(404);
    expect(titleIn(missing.text)).toMatch(/^Not found/);
    expect(missing.text).toContain('href="/shop/nowhere/at#main"');
    await desk.post('/api/redirects', { from: '/gone-for-good', to: null, code: 410 });
    const gone = await server.guest.get('/shop/gone-for-good');
    expect(gone.status).toBe(410);
    expect(titleIn(gone.text)).toMatch(/^Taken away/);
    expect(gone.text).toContain('has been taken away');
    for (const { text } of [missing, gone])
      expect(linksIn(text).filter((link) => link.includes('canonical'))).toEqual([]);
  });
});

describe('an address of the shop', () => {
  it('is one: other cases and a slash at the end lead to it, with what stands behind', async () => {
    for (const other of [
      '/Cookware?utm_source=mail',
      '/cookware/?utm_source=mail',
      '/COOKWARE/?utm_source=mail',
    ]) {
      const answer = await server.guest.get(`/shop${other}`);
      expect(answer.status, other).toBe(301);
      expect(answer.headers['location']).toMatch(/\/shop\/cookware\/?\?utm_source=mail$/i);
    }
    expect((await server.guest.get('/shop/Nowhere')).status).toBe(404);
  });

  it('makes no page of its own of what others write behind it', async () => {
    const ask = (path: string) => server.guest.get(`/shop${path}`).set('Host', '127.0.0.1:4600');
    const plain = await ask('/baking?price=5..90');
    const marked = await ask('/baking?price=5..90&utm_campaign=spring&fbclid=x');
    expect(marked.headers['etag']).toBe(plain.headers['etag']);
    expect(marked.text).toBe(plain.text);
  });

  it('is not that of what the pages are made in', async () => {
    expect((await server.guest.get('/shop/index.csr.html')).status).toBe(404);
  });

  it('is sent packed as the browser takes it best', async () => {
    const answer = await server.guest
      .get('/shop/baking')
      .set('Accept-Encoding', 'gzip, br')
      .buffer(true)
      .parse((response, done) => {
        const pieces: Buffer[] = [];
        response.on('data', (piece: Buffer) => pieces.push(piece));
        response.on('end', () => done(null, Buffer.concat(pieces)));
      });
    expect(answer.headers['content-encoding']).toBe('br');
    expect(answer.headers['permissions-policy']).toContain('camera=()');
    // The client has unpacked it by then.
    expect(String(answer.body)).toContain('<title>Baking');
  });

  it('can be read and nothing else', async () => {
    const answer = await server.guest.post('/shop/cookware');
    expect([answer.status, answer.headers['allow']]).toEqual([405, 'GET, HEAD']);
  });

  it('stays small however much is chosen in it, and drops what does not exist', async () => {
    const { body } = await server.guest.get('/api/shop/listing?aisle=/cookware');
    const facet = (body.facets as { key: string; values: { value: string }[] }[]).find(
      ({ key }) => key === 'material',
    )!;
    const real = facet.values[0].value;
    const made = Array.from({ length: 2_000 }, (_, at) => `n${at}`).join(',');
    const answer = await server.guest.get(`/shop/cookware?material=${real},${made}`);
    expect(answer.status).toBe(200);
    const alone = await server.guest.get(`/shop/cookware?material=${real}`);
    expect(answer.text.length).toBeLessThan(alone.text.length * 1.1);
    const refused = await server.guest.get(`/api/shop/listing?aisle=/cookware&material=${real},${made}`);
    expect(refused.body).toMatchObject({ status: 400, errors: [{ path: 'material' }] });
  });
});

describe('a request that nobody here can read', () => {
  it('in another method is told which there are', async () => {
    const answer = await desk.agent.patch('/api/plans/house').set('X-CSRF-Token', desk.token).send({});
    expect(answer.status).toBe(405);
    expect(answer.headers['allow']).toBe('GET, HEAD, PUT');
    expect(answer.body.type).toBe('/problems/wrong-method');
  });

  it('in another form is 415: charset, packing, and a body of text', async () => {
    const put = () => desk.agent.put('/api/catalogue/products/P-1/featured').set('X-CSRF-Token', desk.token);
    for (const [name, value] of [
      ['Content-Type', 'application/json; charset=klingon'],
      ['Content-Encoding', 'zopfli'],
      ['Content-Type', 'text/plain'],
    ]) {
      const request = put().set('Content-Type', 'application/json');
      const answer = await request.set(name, value).send('{"featured":true}');
      expect(answer.status, value).toBe(415);
      expect(answer.body.type).toBe('/problems/wrong-kind');
    }
    const form = await server.guest
      .post('/shop/cart')
      .set('Content-Type', 'application/x-www-form-urlencoded; charset=klingon')
      .send('sku=X');
    expect(form.status).toBe(415);
    const unsigned = await server.guest
      .post('/api/session')
      .set('Content-Type', 'application/json; charset=klingon')
      .send('{}');
    expect(unsigned.status).toBe(415);
  });

  it('with half of a sign is refused with its place', async () => {
    const answer = await desk.post('/api/publications', {
      plans: [{ id: 'house', version: 1 }],
      note: 'half \ud83d of it',
    });
    expect(answer.status).toBe(400);
    expect(answer.body.errors).toEqual([{ path: 'note', message: 'holds half of a sign; it is no text' }]);
  });

  it('from another site is refused though its token is valid', async () => {
    const answer = await desk.agent
      .put('/api/catalogue/products/P-1/featured')
      .set('X-CSRF-Token', desk.token)
      .set('Origin', 'https://elsewhere.example')
      .send({ featured: true });
    expect([answer.status, answer.body.type]).toEqual([403, '/problems/token-needed']);
  });
});
