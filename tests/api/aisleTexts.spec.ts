import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { AisleTexts, Floor } from '@fond/contract';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
  desk = await server.signIn();
});
afterAll(() => server.stop());

/** Where the texts of the first aisle of a kind are read and written. */
async function addressOf(of: 'category' | 'tag'): Promise<{ address: string; path: string }> {
  const { aisles } = (await desk.get('/api/floor')).body as Floor;
  const { key, path } = aisles.find(({ kind }) => kind === of)!;
  return { address: `/api/catalogue/texts/${of}/${key.split(':')[1]}`, path };
}
const read = async (address: string): Promise<AisleTexts> => (await desk.get(address)).body as AisleTexts;
const inShop = async (path: string, lang = 'en') =>
  (await server.guest.get('/api/shop/listing').query({ aisle: path, lang })).body.aisle as {
    title: string;
    description: string;
  };

describe('the texts of an aisle', () => {
  it.each(['category', 'tag'] as const)(
    'of the kind %s are written at the desk, per language, and read by shoppers at once',
    async (of) => {
      const { address, path } = await addressOf(of);
      const seen = await read(address);
      const wish = {
        titles: { en: 'Written here', fr: 'Écrit ici' },
        descriptions: { en: '<p>Plain <script>alert(1)</script>words.</p>' },
      };
      expect((await desk.put(address, { ...wish, seen })).status).toBe(204);
      const stored = await read(address);
      expect(stored.titles).toEqual(wish.titles);
      expect(stored.descriptions['en']).toBe('<p>Plain words.</p>');
      expect(await inShop(path)).toMatchObject({
        title: 'Written here',
        description: expect.stringContaining('Plain words.'),
      });
      expect((await inShop(path, 'fr')).title).toBe('Écrit ici');
      expect((await desk.put(address, { ...seen, seen: stored })).status).toBe(204);
      expect(await read(address)).toEqual(seen);
    },
  );

  it('are not written over somebody else’s newer ones, which are told', async () => {
    const { address } = await addressOf('category');
    const seen = await read(address);
    const other = await server.signIn('Tomas Reed');
    const theirs = { titles: { ...seen.titles, en: 'By Tomas' }, descriptions: seen.descriptions };
    await other.put(address, { ...theirs, seen });
    const mine = { titles: { ...seen.titles, en: 'By me' }, descriptions: {} };
    const refused = await desk.put(address, { ...mine, seen });
    expect(refused.status).toBe(409);
    expect(refused.body).toMatchObject({ type: '/problems/newer-draft', theirs });
    expect((await read(address)).titles['en']).toBe('By Tomas');
    expect((await desk.put(address, { ...mine, seen: theirs })).status).toBe(204);
    expect((await desk.put(address, { ...mine, seen: theirs })).status, 'sent twice').toBe(204);
  });

  it('keep a name in the shop’s own language, and nothing is written without', async () => {
    const { address } = await addressOf('tag');
    const seen = await read(address);
    const refused = await desk.put(address, { titles: { fr: 'Seul' }, descriptions: {}, seen });
    expect(refused.body.errors).toEqual([{ path: 'titles.en', message: 'is missing; it names the aisle' }]);
    expect(await read(address)).toEqual(seen);
    expect((await desk.get('/api/catalogue/texts/tag/999999')).status).toBe(404);
    expect((await desk.get('/api/catalogue/texts/collection/1')).status).toBe(400);
  });
});
