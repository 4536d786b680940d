import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ProductSearch } from '@fond/contract';
import { startShop, type Desk, type TestServer } from '../support/server';

const SKU = 'PK-1017';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startShop();
  desk = await server.signIn();
});
afterAll(() => server.stop());

const read = async (sku = SKU): Promise<ProductSearch[]> =>
  (await desk.get(`/api/catalogue/products/${sku}/search`)).body as ProductSearch[];
const say = (lang: string, title: string, description: string, sku = SKU) =>
  desk.put(`/api/catalogue/products/${sku}/search`, { lang, title, description });
const metaOf = async (lang: string): Promise<{ title: string; description: string }> => {
  const [{ shown }] = await read();
  const { body } = await server.guest
    .get('/api/shop/page')
    .query({ address: `${shown!.address}${lang === 'en' ? '' : `?lang=${lang}`}` });
  return body.frame.meta as { title: string; description: string };
};

describe('what search engines are told of a product', () => {
  it('is its name and description, until somebody says otherwise, in each language by itself', async () => {
    const before = await metaOf('en');
    const french = await metaOf('fr');
    const answer = await say('en', 'A pan for life', 'Made of steel that gets better with every egg.');
    expect((answer.body as ProductSearch[])[0]).toMatchObject({
      lang: 'en',
      title: 'A pan for life',
      shown: { description: 'Made of steel that gets better with every egg.' },
    });
    expect(await metaOf('en')).toMatchObject({
      title: 'A pan for life · Pellmere Kitchen Supply',
      description: 'Made of steel that gets better with every egg.',
    });
    expect(await metaOf('fr'), 'nothing is said in French').toEqual(french);
    await say('en', '', '');
    expect(await metaOf('en')).toEqual(before);
  });

  it('tells another product whose page is called the same', async () => {
    await say('en', 'The same', '', 'PK-1018');
    await say('en', 'The same', '');
    expect((await read())[0].twin).toMatchObject({ sku: 'PK-1018' });
    await say('en', '', '');
    expect((await read())[0].twin?.sku).not.toBe('PK-1018');
  });

  it('is refused for what is no product, or too long, and stays with the product as it changes', async () => {
    expect((await say('en', 'x', '', 'NOTHING')).status).toBe(404);
    expect((await say('en', 'x'.repeat(201), '')).status).toBe(400);
    await say('en', 'Kept', 'Words');
    await desk.post('/api/catalogue/edits', {
      cells: [{ sku: SKU, column: 'price', value: '99', seen: null }],
    });
    await desk.importFile('one.csv', `sku,title\n${SKU},Another name\n`);
    expect((await metaOf('en')).title).toBe('Kept · Pellmere Kitchen Supply');
  });
});
