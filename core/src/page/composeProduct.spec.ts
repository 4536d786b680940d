import { describe, expect, it } from 'vitest';
import { editionFrom } from '../plan/edition';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { FRAME, NOW, product } from '../testing/catalogues';
import { housePlan } from '../plan/housePlan';
import { productShelf, USUAL_PRODUCT_PAGE, type ProductShelf } from '../plan/productPage';
import type { RangeRule } from '../clause/rule';
import type { Clause } from '../clause/rule';
import { composeMissing } from './composePlain';
import { composeProduct } from './composeProduct';

const snapshot = snapshotOf(FRAME, [
  product(1, {
    slug: 'copper-pan',
    titles: { en: 'Copper pan', fr: 'Poêle en cuivre' },
    descriptions: { en: '<p>Answers the flame.</p>' },
    categories: [3],
    tags: [2],
    was: 2000,
    stock: 2,
    rating: 4.5,
    ratings: 8,
    attributes: { diameter: 24.5, 'oven-safe': true },
    images: [
      { hash: 'a'.repeat(32), width: 960, height: 1080 },
      { hash: null, width: 0, height: 0 },
    ],
  }),
  product(2, { slug: 'lost', categories: [], price: null, created: 0 }),
]);
const edition = editionFrom(7, { documents: [housePlan(snapshot, 'House')], ranges: [], blends: [] });
const ask = (slug: string, lang?: string) => composeProduct(snapshot, edition, slug, lang, NOW);

describe('a product page', () => {
  it('has the way that leads to it, its tags, its values and only the pictures that are there', () => {
    const page = ask('copper-pan', 'fr')!;
    expect(page.title).toBe('Poêle en cuivre');
    expect(page.trail.map(({ href }) => href)).toEqual([
      '/?lang=fr',
      '/cookware?lang=fr',
      '/cookware/pans?lang=fr',
      '/cookware/pans/crepe-pans?lang=fr',
    ]);
    expect(page.tags, 'a tag without a name in this language').toEqual([]);
    expect(ask('copper-pan')!.tags).toEqual([{ title: 'Handmade', href: '/tags/handmade' }]);
    expect(page.attributes.map(({ label, text }) => `${label}: ${text.replaceAll('\u00a0', ' ')}`)).toEqual([
      'Diamètre: 24,5 cm',
      'Oven-safe: Oui',
    ]);
    expect(page.images).toHaveLength(1);
    expect(page.stock).toEqual({ text: 'Plus que 2', state: 'low' });
  });

  it('tells search engines its title, its words and its one address', () => {
    expect(ask('copper-pan')!.frame.meta).toEqual({
      title: 'Copper pan · Test shop',
      description: 'Answers the flame.',
      canonical: '/products/copper-pan',
      kind: 'product',
      image: { hash: 'a'.repeat(32), width: 960, height: 1080 },
      robots: 'index,follow',
    });
  });

  it('stands also for a product that is in no category and has no price', () => {
    expect(ask('lost')).toMatchObject({ price: null, rating: null, trail: [{ href: '/' }], badges: [] });
  });

  it('is not there for an unknown slug, and the page that says so keeps out of search engines', () => {
    expect(ask('gone')).toBeNull();
    const missing = composeMissing(snapshot, editionFrom(7, { documents: [], ranges: [], blends: [] }), 'fr');
    expect(missing.frame.meta.robots).toBe('noindex,follow');
    expect(missing.frame.navigation.map(({ title }) => title)).toEqual(['Cuisson']);
  });
});

describe('the shelf below a product', () => {
  const rows = [1, 2, 3, 4].map((id) =>
    product(id, {
      slug: `pan-${id}`,
      categories: [3],
      stock: id === 3 ? 0 : 50,
      price: 1000 * id,
      attributes: { material: id < 4 ? 'copper' : 'steel' },
    }),
  );
  const shop = snapshotOf(FRAME, rows);
  const house = housePlan(shop, 'House');
  const below = (shelves: readonly ProductShelf[], slug = 'pan-1', lang?: string) => {
    const plan = { ...house, productPage: { ...USUAL_PRODUCT_PAGE, shelves } };
    return composeProduct(
      shop,
      editionFrom(1, { documents: [plan], ranges: [], blends: [] }),
      slug,
      lang,
      NOW,
    )!.shelves;
  };
  const nearest = productShelf(
    'related',
    { kind: 'related' },
    {
      range: { source: { kind: 'related' }, clauses: [] },
    },
  );
  const ids = (...shelves: ProductShelf[]): number[][] =>
    below(shelves).map(({ cards }) => cards.map(({ id }) => id));

  it('shows the nearest first, never the product itself, and no more than the plan says', () => {
    // The third is sold out, so it would stand behind one that can be bought.
    expect(ids(nearest)).toEqual([[2, 3]]);
    expect(ids({ ...nearest, most: 1 })).toEqual([[2]]);
    const inStock: Clause = { kind: 'stock', states: ['in'] };
    expect(ids({ ...nearest, range: { source: { kind: 'related' }, clauses: [inStock] } })).toEqual([[2]]);
  });

  it('has an order of its own where its products have none', () => {
    const levels = [{ key: 'newest' as const, reversed: false }];
    const range: RangeRule = { source: { kind: 'catalogue' }, clauses: [] };
    // The higher the number, the older; sold out stands last.
    expect(ids({ ...nearest, range, levels, most: 2 })).toEqual([[2, 4]]);
    const named: RangeRule = { source: { kind: 'named', skus: ['P-4', 'P-1', 'P-2'] }, clauses: [] };
    expect(ids({ ...nearest, range: named })).toEqual([[4, 2]]);
  });

  it('shows what somebody has linked to the product, in their order, and nothing where nothing is', () => {
    const linked = snapshotOf(
      FRAME,
      rows.map((row) =>
        row.id === 1 ? { ...row, links: { with: ['P-4', 'P-gone', 'P-2', 'P-1'], instead: ['P-3'] } } : row,
      ),
    );
    const at = (slug: string) =>
      composeProduct(
        linked,
        editionFrom(1, { documents: [house], ranges: [], blends: [] }),
        slug,
        'en',
        NOW,
      )!.shelves.map(({ id, heading, cards }) => [id, heading, ...cards.map((card) => card.sku)]);
    // What may be taken instead is sold out, and the house plan's shelves want what can be bought.
    expect(at('pan-1')).toEqual([
      ['goes-with', 'Goes well with it', 'P-4', 'P-2'],
      ['related', 'Close to this one', 'P-2'],
    ]);
    expect(at('pan-2').map(([id]) => id)).toEqual(['related']);
  });

  it('has the plan’s heading in the page’s language, or the shop’s own words', () => {
    const headed = { ...nearest, heading: { en: 'More copper' } };
    expect(below([headed])[0].heading).toBe('More copper');
    expect(below([{ ...nearest, heading: {} }], 'pan-1', 'fr')[0].heading).toBe('Dans le même esprit');
  });

  it('is not there where nothing is related, or the plan wants none', () => {
    expect(below([nearest], 'pan-4')).toEqual([]);
    expect(below([])).toEqual([]);
  });
});
