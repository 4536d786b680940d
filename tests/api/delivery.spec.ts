import { XMLParser } from 'fast-xml-parser';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { SitemapFiles } from '../../server/src/delivery/sitemapFiles';
import { startShop, type TestServer } from '../support/server';

let server: TestServer;
beforeAll(async () => {
  server = await startShop();
  const owner = await server.signIn();
  expect((await owner.put('/api/settings', { address: 'https://shop.example' })).status).toBe(200);
});
afterAll(() => server.stop());

const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  isArray: (name) => ['url', 'sitemap', 'entry', 'xhtml:link', 'link', 'Url'].includes(name),
});
const get = (address: string) => server.guest.get(address).set('Host', 'elsewhere.example').buffer(true);
const inShop = (address: string): string => address.replace('https://shop.example', '');
interface Url {
  loc: string;
  lastmod?: string;
  'xhtml:link': { '@hreflang': string; '@href': string }[];
}

describe('search engines', () => {
  it('are kept out of the desk and of what is one shopper’s, and told where the sitemap is', async () => {
    const { text, headers } = await get('/robots.txt');
    expect(headers['content-type']).toBe('text/plain; charset=utf-8');
    const lines = text.split('\n');
    expect(lines).toContain('Sitemap: https://shop.example/sitemap.xml');
    for (const line of ['Disallow: /', 'Allow: /shop', 'Disallow: /shop/cart', 'Disallow: /shop/search'])
      expect(lines).toContain(line);
  });

  it('find every page of the sitemap, in each language', async () => {
    const { text, headers } = await get('/sitemap.xml');
    expect(headers['content-type']).toBe('application/xml; charset=utf-8');
    const { url } = (parser.parse(text) as { urlset: { url: Url[] } }).urlset;
    const pages = url.map(({ loc }) => inShop(loc));
    expect(pages.filter((page) => /^\/shop\/products\/[^?]+$/.test(page))).toHaveLength(306);
    expect(pages).toEqual(
      expect.arrayContaining([
        '/shop',
        '/shop/?lang=fr',
        '/shop/cookware/pans',
        '/shop/cookware/pans?lang=fr',
      ]),
    );
    for (const page of pages.filter((_, at) => at % 90 === 0)) {
      const { status, text: html } = await server.guest.get(page);
      expect(status, page).toBe(200);
      expect(html).toContain('content="index,follow"');
      expect(html).toContain(
        `<link rel="canonical" href="https://shop.example${page.replaceAll('&', '&amp;')}"`,
      );
    }
    const pans = url.find(({ loc }) => loc.endsWith('/cookware/pans'))!;
    expect(pans['xhtml:link'].map((link) => link['@hreflang'])).toEqual(['en', 'fr']);
    expect(pans['xhtml:link'][1]['@href']).toBe('https://shop.example/shop/cookware/pans?lang=fr');
  });

  it('get the sitemap in parts where it is long, with each page in one of them', async () => {
    const { snapshot } = server.application.host.serving();
    const whole = new SitemapFiles(snapshot, 'https://shop.example/shop', []);
    const parted = new SitemapFiles(snapshot, 'https://shop.example/shop', [], 100);
    const urls = (text: string): string[] => (text.match(/<loc>[^<]*/g) ?? []).map((loc) => loc.slice(5));
    const parts = Array.from({ length: parted.count }, (_, at) => urls(parted.file(at + 1)));
    expect(Math.max(...parts.map(({ length }) => length))).toBe(100);
    expect(parts.flat()).toEqual(urls(whole.file(1)));
    expect(urls(parted.index((part) => `https://shop.example/sitemap-${part}.xml`))).toHaveLength(
      parted.count,
    );
    expect((await get('/sitemap-1.xml')).status).toBe(200);
    const missing = await get('/sitemap-2.xml');
    expect(missing.status).toBe(404);
    expect(missing.body).toMatchObject({ type: '/problems/not-found' });
  });
});

describe('feed readers', () => {
  it('get the newest products, the last one first, in the language they ask for', async () => {
    const { text, headers } = await get('/shop/feed.xml?lang=fr');
    expect(headers['content-type']).toBe('application/atom+xml; charset=utf-8');
    const { feed } = parser.parse(text) as {
      feed: {
        id: string;
        title: string;
        updated: string;
        entry: { id: string; title: string; published: string; updated: string }[];
      };
    };
    expect(feed.title).toMatch(/ · Nouveautés$/);
    expect(feed.id).toBe('https://shop.example/shop/feed.xml?lang=fr');
    expect(feed.entry).toHaveLength(50);
    const days = feed.entry.map(({ published }) => Date.parse(published));
    expect(days).toEqual(days.toSorted((a, b) => b - a));
    expect(new Set(feed.entry.map(({ id }) => id)).size).toBe(50);
    const newest = (await server.guest.get('/api/shop/listing?aisle=/&order=newest&size=1&lang=fr')).body;
    expect(feed.entry[0].title).toBe(newest.items[0].title);
    expect((await server.guest.get(inShop(feed.entry[0].id))).status).toBe(200);
  });
});

describe('browsers', () => {
  it('are told how to search the shop, and do', async () => {
    const { text, headers } = await get('/shop/search-description.xml');
    expect(headers['content-type']).toBe('application/opensearchdescription+xml; charset=utf-8');
    const { OpenSearchDescription: told } = parser.parse(text) as {
      OpenSearchDescription: { ShortName: string; Url: { '@template': string }[] };
    };
    expect(told.ShortName).toBe('Pellmere Kitchen');
    const address = inShop(told.Url[0]['@template']).replace('{searchTerms}', 'kettle');
    expect((await server.guest.get(address)).text).toContain('Results for “kettle”');
  });

  it('find both by the links of every page', async () => {
    const { text } = await server.guest.get('/shop/cookware?lang=fr');
    for (const [rel, file] of [
      ['search', 'search-description'],
      ['alternate', 'feed'],
    ]) {
      const link = new RegExp(`<link[^>]*rel="${rel}"[^>]*href="/shop/${file}\\.xml\\?lang=fr"`);
      expect(text).toMatch(link);
    }
  });
});
