import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import type { SearchTrial, StoredSearchRules, Suggestions } from '@fond/contract';
import type { SearchRules } from '@fond/core';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
});
afterAll(() => server.stop());
beforeEach(async () => {
  desk = await server.signIn();
});

const RULES: SearchRules = {
  synonyms: [
    { id: 'a', lang: 'en', words: ['skillet', 'frying pan'], oneWay: true },
    { id: 'b', lang: 'fr', words: ['marmite', 'faitout', 'casserole'], oneWay: false },
  ],
  leftOut: [{ lang: 'en', word: 'the' }],
};
const kept = async (): Promise<StoredSearchRules> => (await desk.get('/api/search/rules')).body;
const keep = async (rules: SearchRules, version?: number) =>
  desk.put('/api/search/rules', { rules, version: version ?? (await kept()).version });
const total = async (q: string, lang = 'en'): Promise<number> =>
  (await server.guest.get('/api/shop/listing').query({ aisle: '/search', q, lang })).body.total;

describe('what searches take for the same', () => {
  it('holds in the shop as soon as it is saved, one way where it is said so, by language', async () => {
    await keep({ synonyms: [], leftOut: [] });
    const pans = await total('frying pan');
    expect(pans).toBeGreaterThan(5);
    expect(await total('the skillet')).toBe(0);
    expect((await keep(RULES)).status).toBe(200);
    expect(await total('the skillets')).toBe(pans);
    expect(await total('frying pan')).toBe(pans);
    expect(await total('faitout', 'fr')).toBeGreaterThan(0);
    expect(await total('faitout', 'en')).toBe(0);
  });

  it('is saved over the version that one has seen, and the same save twice is one', async () => {
    await keep({ synonyms: [], leftOut: [] });
    const { version } = await kept();
    expect((await keep(RULES, version)).body).toMatchObject({
      version: version + 1,
      updatedBy: 'Ines Marlow',
    });
    expect((await keep(RULES, version)).status).toBe(200);
    const newer = await keep({ ...RULES, leftOut: [] }, version);
    expect([newer.status, newer.body.theirs.rules]).toEqual([409, RULES]);
    const told = (await desk.get('/api/activity').query({ subject: 'shop:search' })).body as object[];
    expect(told.length).toBeGreaterThan(0);
  });

  it('is refused where a group has one word, or the same twice', async () => {
    const faults = async (change: Partial<SearchRules>): Promise<string> => {
      const { status, body } = await keep({ ...RULES, ...change });
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
    await keep({ synonyms: [], leftOut: [] });
    const ask = async (q: string): Promise<SearchTrial> =>
      (await desk.post('/api/explain/search', { q, lang: 'en', rules: RULES })).body;
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

  it('propose nothing for nothing, for what nobody sells, and for what is no word', async () => {
    for (const q of ['', '   ', 'constructor', '…', 'zzzzqqq'])
      expect(await suggestions(q)).toMatchObject({ products: [], aisles: [] });
    expect((await server.guest.get('/api/shop/suggestions')).status).toBe(400);
  });
});
