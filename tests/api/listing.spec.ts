import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { select } from '../../server/src/database/rows';
import { startTestServer, type TestServer } from '../support/server';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
});
afterAll(() => server.stop());

const listing = (query: Record<string, string>) => server.guest.get('/api/shop/listing').query(query);
const count = async (sql: string, values: unknown[] = []): Promise<number> => {
  const [row] = await select<{ n: number }>(server.application.sequelize, sql, values);
  return row.n;
};

/** Products in a category and all below it, as the database alone would count them. */
const BELOW = `WITH RECURSIVE tree AS (
    SELECT id FROM categories WHERE slug = ? AND parent_id IS NULL
    UNION ALL SELECT c.id FROM categories c JOIN tree ON c.parent_id = tree.id)
  SELECT COUNT(DISTINCT p.id) AS n FROM products p JOIN product_categories pc ON pc.product_id = p.id
  JOIN tree ON tree.id = pc.category_id`;

describe('the demo shop', () => {
  it('is as large and as faulty as it should be', async () => {
    expect((await server.guest.get('/api/health')).body).toEqual({ status: 'ok', products: 306, edition: 2 });
    expect(await count('SELECT COUNT(*) AS n FROM categories')).toBe(47);
    expect(await count('SELECT COUNT(*) AS n FROM collections')).toBe(8);
    expect(await count('SELECT COUNT(*) AS n FROM tags')).toBe(20);
    const homeless = `SELECT COUNT(*) AS n FROM products p WHERE NOT EXISTS (SELECT 1 FROM product_categories c WHERE c.product_id = p.id)
      AND NOT EXISTS (SELECT 1 FROM product_tags t WHERE t.product_id = p.id)
      AND NOT EXISTS (SELECT 1 FROM product_collections c WHERE c.product_id = p.id)`;
    expect(await count(homeless)).toBe(1);
    expect((await listing({ aisle: '/picnic' })).body.total).toBe(0);
  });
});

describe('GET /api/shop/listing', () => {
  it('counts an aisle with everything below it, as the database does', async () => {
    const { body } = await listing({ aisle: '/cookware' });
    expect(body.total).toBe(await count(BELOW, ['cookware']));
    expect(body.items).toHaveLength(12);
  });

  it('counts a facet’s values with the other facets applied, as the database does', async () => {
    const { body } = await listing({ aisle: '/cookware', material: 'copper', price: '50..120' });
    const maker = body.facets.find((facet: { key: string }) => facet.key === 'maker');
    const valued = (key: string) =>
      `p.id IN (SELECT product_id FROM product_attributes pa JOIN attributes a ON a.id = pa.attribute_id WHERE a.\`key\` = '${key}' AND pa.value = ?)`;
    for (const value of maker.values)
      expect(value.count).toBe(
        await count(
          `${BELOW} WHERE ${valued('material')} AND ${valued('maker')} AND p.price_cents BETWEEN 5000 AND 12000`,
          ['cookware', 'copper', value.value],
        ),
      );
    // A facet's own choice does not narrow its own counts.
    const material = body.facets.find((facet: { key: string }) => facet.key === 'material');
    expect(material.values.length).toBeGreaterThan(1);
    const steel = material.values.find((value: { value: string }) => value.value === 'stainless steel');
    expect(steel.count).toBe(
      await count(`${BELOW} WHERE ${valued('material')} AND p.price_cents BETWEEN 5000 AND 12000`, [
        'cookware',
        'stainless steel',
      ]),
    );
  });

  it('pages through everything once', async () => {
    const first = (await listing({ aisle: '/baking', size: '7', order: 'price' })).body;
    const ids: number[] = [];
    for (let page = 1; page <= first.pages; page++)
      ids.push(
        ...(
          await listing({ aisle: '/baking', size: '7', order: 'price', page: String(page) })
        ).body.items.map((item: { id: number }) => item.id),
      );
    expect(new Set(ids).size).toBe(first.total);
    expect(ids).toHaveLength(first.total);
  });

  it('answers in the language it is asked in', async () => {
    const { body } = await listing({ aisle: '/cookware/pans', lang: 'fr' });
    expect(body.aisle.title).toBe('Poêles');
    expect(body.facets.find((facet: { key: string }) => facet.key === 'material').label).toBe('Matière');
  });

  it('searches, with a small typing error', async () => {
    const { body } = await listing({ aisle: '/search', q: 'tepot' });
    expect(body.total).toBeGreaterThan(5);
    expect(body.items[0].title).toContain('teapot');
    expect(body.order.key).toBe('relevance');
  });

  it('explains itself only when asked', async () => {
    expect((await listing({ aisle: '/' })).body.explain).toBeUndefined();
    const { body } = await listing({ aisle: '/knives-and-boards/knives', explain: '1' });
    expect(body.explain.plan.rule).toMatchObject({ kind: 'category', below: true });
    expect(body.explain.plan.others).toMatchObject([{ id: 'house' }]);
    expect(body.explain.range.sieve.count).toBe(26);
  });

  it('reports parameters that mean nothing here', async () => {
    expect((await listing({ aisle: '/', weight: '3', utm_source: 'x' })).body.ignored).toEqual([
      'weight',
      'utm_source',
    ]);
  });

  it('answers 404 for an unknown aisle and 400, with every fault, for what can’t be read', async () => {
    expect((await listing({ aisle: '/cookware/swords' })).status).toBe(404);
    const bad = await listing({ aisle: '/', price: '80..20', rating: 'good', order: 'weight' });
    expect(bad.status).toBe(400);
    expect(bad.body.errors.map((error: { path: string }) => error.path)).toEqual([
      'price',
      'rating',
      'order',
    ]);
    expect((await listing({ aisle: '/', size: '500' })).status).toBe(400);
    expect((await server.guest.get('/api/shop/listing')).body.errors[0].path).toBe('aisle');
  });
});

describe('pictures', () => {
  it('are made in the widths that are kept, and no others', async () => {
    const { body } = await listing({ aisle: '/cookware' });
    const { image } = body.items.find((item: { image?: string }) => item.image);
    const answer = await server.guest.get(image).set('Accept', 'image/webp,*/*');
    expect(answer.status).toBe(200);
    expect(answer.headers['content-type']).toBe('image/webp');
    expect(answer.headers['cache-control']).toContain('immutable');
    expect((await server.guest.get(image.replace('-480', '-481'))).status).toBe(404);
    expect((await server.guest.get('/pictures/..%2F..%2Fetc-480.webp')).status).toBe(404);
  });
});
