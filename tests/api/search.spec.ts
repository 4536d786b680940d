import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import type { SearchPreview, SearchTrial, StoredSearchRules, Suggestions } from '@fond/contract';
import {
  freshAnswer,
  NO_SEARCH_RULES,
  RUNGS,
  shelfModelOf,
  type QueryAnswer,
  type RangeRule,
  type SearchRules,
} from '@fond/core';
import { DIST, startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true, dist: DIST });
});
afterAll(() => server.stop());
beforeEach(async () => {
  desk = await server.signIn();
});

const RULES: Omit<SearchRules, 'nothing'> = {
  answers: [],
  synonyms: [
    { id: 'a', lang: 'en', words: ['skillet', 'frying pan'], oneWay: true },
    { id: 'b', lang: 'fr', words: ['marmite', 'faitout', 'casserole'], oneWay: false },
  ],
  leftOut: [{ lang: 'en', word: 'the' }],
};
const kept = async (): Promise<StoredSearchRules> => (await desk.get('/api/search/rules')).body;
const keep = async (rules: SearchRules, version?: number) =>
  desk.put('/api/search/rules', { rules, version: version ?? (await kept()).version });
/** Nothing is sought in place of what finds nothing. */
const QUIET: SearchRules = {
  ...NO_SEARCH_RULES,
  nothing: { ...NO_SEARCH_RULES.nothing, rungs: RUNGS.map((rung) => ({ rung, on: false })) },
};
const total = async (q: string, lang = 'en'): Promise<number> =>
  (await server.guest.get('/api/shop/listing').query({ aisle: '/search', q, lang })).body.total;

describe('what searches take for the same', () => {
  it('holds in the shop as soon as it is saved, one way where it is said so, by language', async () => {
    await keep(QUIET);
    const pans = await total('frying pan');
    expect(pans).toBeGreaterThan(5);
    expect(await total('the skillet')).toBe(0);
    expect((await keep({ ...QUIET, ...RULES })).status).toBe(200);
    expect(await total('the skillets')).toBe(pans);
    expect(await total('frying pan')).toBe(pans);
    expect(await total('faitout', 'fr')).toBeGreaterThan(0);
    expect(await total('faitout', 'en')).toBe(0);
  });

  it('makes the page of a search before it is saved, which changes nothing', async () => {
    await keep(QUIET);
    const [{ sku }] = (await server.guest.get('/api/shop/listing').query({ aisle: '/cookware/pans' })).body
      .items;
    const answer: QueryAnswer = {
      ...freshAnswer('a', 'en'),
      queries: ['frying pan'],
      heading: 'Pans for all',
      pins: [{ sku, place: 2 }],
    };
    const seen = async (rules: SearchRules): Promise<SearchPreview> =>
      (await desk.post('/api/preview/search', { q: 'frying pan', lang: 'en', rules }).expect(200)).body;
    const { page, plan } = await seen({ ...QUIET, answers: [answer] });
    const shelf = shelfModelOf(page!)!;
    expect([plan, shelf.answer?.heading, shelf.cards[1].sku]).toEqual(['house', 'Pans for all', sku]);
    const before = shelfModelOf((await seen(QUIET)).page!)!;
    expect([before.answer, before.total]).toEqual([undefined, await total('frying pan')]);
    expect((await kept()).rules).toEqual(QUIET);
    const bad = await desk.post('/api/preview/search', { q: ' ', lang: 'en', rules: QUIET });
    expect([bad.status, bad.body.errors[0].path]).toEqual([400, 'q']);
  });

  it('is told of beside a product or a category that it names, before one of them goes', async () => {
    const [{ sku }] = (await server.guest.get('/api/shop/listing').query({ aisle: '/cookware/pans' })).body
      .items;
    const uses = async (): Promise<boolean> =>
      (await desk.get(`/api/catalogue/products/${sku}/uses`)).body.search;
    await keep(QUIET);
    expect(await uses()).toBe(false);
    await keep({ ...QUIET, answers: [{ ...freshAnswer('a', 'en'), queries: ['knife'], lifted: [sku] }] });
    expect(await uses()).toBe(true);
  });

  it('is saved over the version that one has seen, and the same save twice is one', async () => {
    await keep(QUIET);
    const { version } = await kept();
    expect((await keep({ ...QUIET, ...RULES }, version)).body).toMatchObject({
      version: version + 1,
      updatedBy: 'Ines Marlow',
    });
    expect((await keep({ ...QUIET, ...RULES }, version)).status).toBe(200);
    const newer = await keep({ ...QUIET, ...RULES, leftOut: [] }, version);
    expect([newer.status, newer.body.theirs.rules]).toEqual([409, { ...QUIET, ...RULES }]);
    const told = (await desk.get('/api/activity').query({ subject: 'shop:search' })).body as object[];
    expect(told.length).toBeGreaterThan(0);
  });

  it('is refused where a group has one word, or the same twice', async () => {
    const faults = async (change: Partial<SearchRules>): Promise<string> => {
      const { status, body } = await keep({ ...QUIET, ...RULES, ...change });
      expect(status).toBe(400);
      return body.errors[0].path;
    };
    const group = RULES.synonyms[0];
    expect(await faults({ synonyms: [{ ...group, words: ['skillet'] }] })).toBe('rules.synonyms.0.words');
    expect(await faults({ synonyms: [{ ...group, words: ['Pan', 'pan'] }] })).toBe(
      'rules.synonyms.0.words.1',
    );
    expect(await faults({ synonyms: [group, group] })).toBe('rules.synonyms.1');
    expect(await faults({ leftOut: [{ lang: 'english', word: 'the' }] })).toBe('rules.leftOut.0.lang');
  });

  it('is tried before it is kept: what was sought, how each product has it, and what there was before', async () => {
    await keep(QUIET);
    const ask = async (q: string): Promise<SearchTrial> =>
      (await desk.post('/api/explain/search', { q, lang: 'en', rules: { ...QUIET, ...RULES } })).body;
    const trial = await ask('the copper skillets');
    expect(trial.before).toBe(0);
    expect(trial.total).toBeGreaterThan(0);
    expect(trial.concepts).toEqual([
      { said: 'copper', others: [] },
      { said: 'skillets', others: ['frying pan'] },
    ]);
    expect(trial.products[0].found.map(({ by }) => by)).toEqual(['itself', 'synonym']);
    const [{ found }] = (await ask('sacepan')).products;
    expect(found).toMatchObject([{ said: 'sacepan', by: 'spelling' }]);
  });
});

const ANSWER: QueryAnswer = { ...freshAnswer('kettles', 'en'), queries: ['kettle'] };
interface Page {
  total: number;
  items: { sku: string }[];
  applied: { key: string }[];
  instead?: object;
}
const listing = async (q: string, more: object = {}): Promise<Page> =>
  (await server.guest.get('/api/shop/listing').query({ aisle: '/search', q, ...more })).body;
const skus = async (q: string, more: object = {}): Promise<string[]> =>
  (await listing(q, more)).items.map(({ sku }) => sku);
const answering = (change: Partial<QueryAnswer>, others: readonly QueryAnswer[] = []) =>
  keep({ ...NO_SEARCH_RULES, answers: [{ ...ANSWER, ...change }, ...others] });

describe('what the shop answers to a query', () => {
  it('holds products at places, puts some first, and leaves some out, whether their words are found or not', async () => {
    await keep(NO_SEARCH_RULES);
    const plain = await skus('kettle', { size: 50 });
    const [whisk] = await skus('whisk');
    const lifted = plain[7];
    const gone = plain[0];
    await answering({ pins: [{ sku: whisk, place: 3 }], lifted: [lifted], leftOut: [gone] });
    const page = await listing('Kettles', { size: 50 });
    const found = page.items.map(({ sku }) => sku);
    expect([found[0], found[2]]).toEqual([lifted, whisk]);
    expect(found).not.toContain(gone);
    expect(page.total).toBe(plain.length);
    const pages = [...(await skus('kettle', { size: 2 })), ...(await skus('kettle', { size: 2, page: 2 }))];
    expect(pages, 'pages add up').toEqual(found.slice(0, 4));
    expect((await skus('copper kettle')).includes(whisk), 'other words are another query').toBe(false);
    await answering({ match: 'within', pins: [{ sku: whisk, place: 1 }] });
    expect((await skus('copper kettle'))[0]).toBe(whisk);
  });

  it('holds from its first day to its last, in its language', async () => {
    const [whisk] = await skus('whisk');
    const pins = [{ sku: whisk, place: 1 }];
    await answering({ pins, from: '2001-01-01', to: '2001-12-31' });
    expect((await skus('kettle'))[0]).not.toBe(whisk);
    await answering({ pins, from: '2001-01-01' });
    expect((await skus('kettle'))[0]).toBe(whisk);
    await answering({ pins, lang: 'fr' });
    expect((await skus('kettle'))[0]).not.toBe(whisk);
  });

  it('sets filters that the shopper may take away', async () => {
    await answering({ filters: 'price=..40' });
    const page = await listing('kettle');
    expect(page.applied).toMatchObject([{ key: 'price' }]);
    const whole = await listing('kettle', { unfiltered: '1' });
    expect(whole.applied).toEqual([]);
    expect(whole.total).toBeGreaterThan(page.total);
    const { body } = await server.guest.get('/api/shop/page').query({ address: '/search?q=kettle' });
    expect(body.clearHref).toBe('/search?q=kettle&unfiltered=1');
    expect(body.applied[0].href).toBe('/search?q=kettle&unfiltered=1');
  });

  it('leads straight to an address, in the shopper’s language, and never to a search', async () => {
    await answering({ leadsTo: '/cookware/pans' }, [
      { ...ANSWER, id: 'elsewhere', queries: ['help'], leadsTo: 'https://help.pellmere.example/' },
      { ...ANSWER, id: 'franc', lang: 'fr', queries: ['bouilloire'], leadsTo: '/cookware' },
    ]);
    const led = async (address: string): Promise<string | undefined> =>
      (await server.guest.get(address).redirects(0)).headers['location'] as string | undefined;
    expect(await led('/shop/search?q=Kettles')).toBe('/shop/cookware/pans');
    expect(await led('/shop/search?q=help')).toBe('https://help.pellmere.example/');
    expect(await led('/shop/search?q=bouilloire&lang=fr')).toBe('/shop/cookware?lang=fr');
    expect(await led('/shop/search?q=whisk')).toBeUndefined();
    const inPlace = await server.guest.get('/api/shop/page').query({ address: '/search?q=kettle' });
    expect(inPlace.body).toMatchObject({ kind: 'listing', href: '/cookware/pans' });
    const away = await server.guest.get('/api/shop/page').query({ address: '/search?q=help' });
    expect(away.body.kind, 'the browser asks the server itself').toBe('missing');
    const circle = await answering({ leadsTo: '/search?q=pan' });
    expect([circle.status, circle.body.errors[0].path]).toEqual([400, 'rules.answers.0.leadsTo']);
  });

  it('is tried before it is kept, with what put each product there', async () => {
    await keep(NO_SEARCH_RULES);
    const [whisk] = await skus('whisk');
    const rules: SearchRules = {
      ...NO_SEARCH_RULES,
      answers: [{ ...ANSWER, pins: [{ sku: whisk, place: 2 }], lifted: ['nobody-has-it'] }],
    };
    const trial = (await desk.post('/api/explain/search', { q: 'kettles', lang: 'en', rules }))
      .body as SearchTrial;
    expect(trial).toMatchObject({ answer: 'kettles', unknown: ['nobody-has-it'] });
    expect(trial.products[1]).toMatchObject({ sku: whisk, place: 2, by: 'pin' });
    expect(trial.products[0].by).toBe('words');
    expect(trial.total).toBe(trial.before + 1);
  });
});

describe('where nothing is found', () => {
  it('the closest spelling is sought, then the text without its weakest words, as far as the ladder says', async () => {
    await keep(NO_SEARCH_RULES);
    expect(await listing('kwtttle')).toMatchObject({ instead: { query: 'kettle', by: 'spelling' } });
    const without = await listing('kettle zzzqqq');
    expect(without).toMatchObject({ instead: { query: 'kettle', by: 'weakest' } });
    expect(without.total).toBe(await total('kettle'));
    await keep(QUIET);
    expect(await listing('kettle zzzqqq')).toMatchObject({ total: 0 });
    expect((await listing('kwtttle')).instead).toBeUndefined();
  });

  it('words, links and the products of a range stand there, on empty shelves of aisles too', async () => {
    const range: RangeRule = { source: { kind: 'catalogue' }, clauses: [{ kind: 'featured' }] };
    const words = { lang: 'en', heading: 'Not here', words: 'Look there.', links: [] };
    await keep({
      ...NO_SEARCH_RULES,
      nothing: { ...NO_SEARCH_RULES.nothing, range, words: [words] },
    });
    for (const address of ['/search?q=zzzqqq', '/cookware/pans?price=..1']) {
      const { body } = await server.guest.get('/api/shop/page').query({ address });
      const shelf = body.fixtures.find((one: { type: string }) => one.type === 'shelf');
      expect(shelf.nothing).toMatchObject({ heading: 'Not here', words: 'Look there.', shelfFirst: false });
      expect(shelf.nothing.shelf.cards.length).toBeGreaterThan(3);
    }
    const whole = await server.guest.get('/api/shop/page').query({ address: '/cookware/pans?q=whisk' });
    const shelf = whole.body.fixtures.find((one: { type: string }) => one.type === 'shelf');
    expect(shelf.nothing.links[0]).toMatchObject({ href: '/search?q=whisk' });
  });
});

describe('suggestions', () => {
  const suggestions = async (q: string, lang?: string): Promise<Suggestions> =>
    (await server.guest.get('/api/shop/suggestions').query({ q, ...(lang && { lang }) })).body;

  it('propose aisles and products for what is typed so far, in its language', async () => {
    const { aisles, products, total: all } = await suggestions('sauc');
    expect(aisles[0]).toMatchObject({ title: 'Saucepans', href: expect.stringMatching(/^\/cookware/) });
    expect(products).toHaveLength(5);
    expect(all).toBeGreaterThanOrEqual(5);
    expect(products[0]).toMatchObject({
      title: expect.stringContaining('saucepan'),
      price: expect.stringMatching(/€/),
    });
    expect((await suggestions('copper s')).aisles, 'a letter says nothing yet').toEqual([]);
    expect((await suggestions('copper sauc')).aisles[0]).toMatchObject({ title: 'Saucepans' });
    const french = await suggestions('casser', 'fr');
    expect(french.products[0].href).toContain('lang=fr');
    expect(french.products[0].title.toLowerCase()).toContain('casserole');
  });

  it('propose the queries that the shop knows, and products as it answers', async () => {
    const [whisk] = await skus('whisk');
    await answering({ queries: ['kettle', 'kettle for the hob'], pins: [{ sku: whisk, place: 1 }] });
    const { queries, products } = await suggestions('kettle');
    expect(queries).toEqual([{ text: 'kettle for the hob', href: '/search?q=kettle%20for%20the%20hob' }]);
    expect(products[0].title.toLowerCase()).toContain('whisk');
  });

  it('propose nothing for nothing, for what nobody sells, and for what is no word', async () => {
    for (const q of ['', '   ', 'constructor', '…', 'zzzzqqq'])
      expect(await suggestions(q)).toMatchObject({ products: [], aisles: [] });
    expect((await server.guest.get('/api/shop/suggestions')).status).toBe(400);
  });
});
