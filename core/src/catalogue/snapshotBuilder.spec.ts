import { describe, expect, it } from 'vitest';
import { FRAME, product } from '../testing/catalogues';
import { aislesOf } from './aisles';
import { textIn } from '../text/texts';
import { holds } from './sets';
import { UNCOUNTED } from './snapshot';
import { SnapshotBuilder, snapshotOf } from './snapshotBuilder';

describe('the aisles of a catalogue', () => {
  const aisles = aislesOf(FRAME);

  it('are the front, every category from the top down, collections, tags and the search', () => {
    expect(aisles.all.map((aisle) => aisle.path)).toEqual([
      '/',
      '/cookware',
      '/cookware/pans',
      '/cookware/pans/crepe-pans',
      '/cookware/pots',
      '/knives',
      '/empty',
      '/collections/wedding',
      '/tags/induction',
      '/tags/handmade',
      '/search',
    ]);
  });

  it('have keys that stay when an address changes', () => {
    const moved = aislesOf({
      ...FRAME,
      categories: FRAME.categories.map((category) =>
        category.id === 1 ? { ...category, slug: 'cooking' } : category,
      ),
    });
    expect(moved.byKey.get('category:2')!.path).toBe('/cooking/pans');
    expect(aisles.byKey.get('category:2')!.path).toBe('/cookware/pans');
  });

  it('stand in the merchandiser’s order and take the colour of the aisle above', () => {
    const coloured = aislesOf({
      ...FRAME,
      categories: FRAME.categories.map((category) =>
        category.id === 1 ? { ...category, colour: '#aa0000', position: 9 } : category,
      ),
    });
    expect(coloured.byPath.get('/')!.children.map((child) => child.path)).toEqual([
      '/knives',
      '/empty',
      '/cookware',
    ]);
    expect(coloured.byPath.get('/cookware/pans/crepe-pans')!.colour).toBe('#aa0000');
  });
});

describe('a snapshot', () => {
  it('puts a product into its categories and all above them, once', () => {
    const snapshot = snapshotOf(FRAME, [product(1, { categories: [3, 4] })]);
    const paths = [...snapshot.category.codes].map((code) => snapshot.category.values[code].value);
    expect(paths.sort()).toEqual(['cookware', 'cookware/pans', 'cookware/pans/crepe-pans', 'cookware/pots']);
    expect(snapshot.mainCategory[0]).toBe(3);
  });

  it('takes an uncounted stock for one that is always there', () => {
    const snapshot = snapshotOf(FRAME, [product(1, { stock: null }), product(2, { stock: 0 })]);
    expect(snapshot.stock[0]).toBe(UNCOUNTED);
    expect([...snapshot.inStock]).toEqual([0b01]);
  });

  it('offers only filterable attributes as facets, and keeps the others for cards', () => {
    const frame = {
      ...FRAME,
      attributes: FRAME.attributes.map((attribute) => ({
        ...attribute,
        filterable: attribute.key !== 'material',
      })),
    };
    const snapshot = snapshotOf(frame, [product(1, { attributes: { material: 'steel' } })]);
    expect(snapshot.facets.has('material')).toBe(false);
    expect(snapshot.attributes.get('material')!.column.values[0].value).toBe('steel');
  });

  it('ignores a category that is gone', () => {
    const snapshot = snapshotOf(FRAME, [product(1, { categories: [99] })]);
    expect(snapshot.category.codes).toHaveLength(0);
  });

  it('takes nothing more once it is finished', () => {
    const builder = new SnapshotBuilder(FRAME);
    builder.finish(1);
    expect(() => builder.add(product(1))).toThrow('finished');
  });
});

describe('textIn', () => {
  it('falls back to the shop’s languages in their order', () => {
    expect(textIn({ fr: 'Poêle' }, 'en', ['en', 'fr'])).toBe('Poêle');
    expect(textIn({ en: 'Pan', fr: 'Poêle' }, 'fr', ['en', 'fr'])).toBe('Poêle');
    expect(textIn({}, 'en', ['en'])).toBe('');
  });
});

describe('the places of products', () => {
  const rows = [
    product(1, { categories: [5], price: 100, attributes: { material: 'steel' }, featured: true }),
    product(2, { categories: [], price: 200, attributes: { material: 'iron' } }),
    product(3, { categories: [3, 5], price: 300, attributes: { material: 'copper' }, stock: 0 }),
    product(4, { categories: [2], price: 400, tags: [1] }),
    product(5, { categories: [3], price: 500, rating: 4, ratings: 2 }),
  ];
  const snapshot = snapshotOf(FRAME, rows);

  it('follow the main category in the order of the tree, so that a range lies in few words', () => {
    expect([...snapshot.ids]).toEqual([4, 3, 5, 1, 2]);
  });

  it('are the same in every column', () => {
    for (const row of rows) {
      const p = snapshot.bySku.get(row.sku)!;
      expect(snapshot.ids[p]).toBe(row.id);
      expect(snapshot.price.numbers[p]).toBe(row.price);
      expect(snapshot.rating.numbers[p]).toEqual(row.rating ?? NaN);
      expect(holds(snapshot.featured, p)).toBe(row.featured);
      expect(holds(snapshot.inStock, p)).toBe(row.stock! > 0);
      const { column } = snapshot.attributes.get('material')!;
      const codes = column.codes.subarray(column.offsets[p], column.offsets[p + 1]);
      expect(Array.from(codes, (code) => column.values[code].value)).toEqual(
        'material' in row.attributes ? [row.attributes['material']] : [],
      );
      expect(snapshot.tag.offsets[p + 1] - snapshot.tag.offsets[p]).toBe(row.tags.length);
    }
  });
});
