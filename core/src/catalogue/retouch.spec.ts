import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filterRange } from '../facet/filter';
import { permutationOf } from '../order/order';
import { byLevels } from '../order/sorting';
import { CONTEXT, FRAME, product, productsArbitrary } from '../testing/catalogues';
import type { Texts } from '../text/texts';
import { retouched } from './retouch';
import { PLAIN_FACE, type ProductRow } from './rows';
import { fullBitset } from './sets';
import type { Snapshot } from './snapshot';
import { snapshotOf } from './snapshotBuilder';

const SAID = fc.record({
  titles: fc.constantFrom<Texts[]>({ en: 'Zest' }, { en: 'Pan', fr: 'Poêle' }, {}),
  descriptions: fc.constantFrom<Texts[]>({}, { en: '<p>Fine.</p>' }),
  price: fc.option(fc.integer({ min: 1, max: 9_000 })),
  was: fc.option(fc.integer({ min: 1, max: 9_000 })),
  stock: fc.option(fc.integer({ min: 0, max: 30 })),
  featured: fc.boolean(),
});

function told(snapshot: Snapshot): object {
  const order = (key: 'name' | 'price') =>
    Array.from(
      permutationOf(snapshot, byLevels([{ key, reversed: false }]), 'en', CONTEXT).positions,
      (p) => snapshot.ids[p],
    );
  const filtered = filterRange(snapshot, fullBitset(snapshot.size), new Map());
  const counts = [...snapshot.facets].map(([key, column]) =>
    column.kind === 'number'
      ? [key, filtered.numberSpread(column)]
      : [key, column.values.map(({ value }, code) => [value, filtered.valueCounts(column)[code]]).sort()],
  );
  return {
    order: [order('name'), order('price')],
    counts,
    products: Array.from(snapshot.ids, (id, p) => [
      id,
      snapshot.titles[p],
      snapshot.descriptions[p],
      snapshot.slugs[p],
      snapshot.bySlug.get(snapshot.slugs[p]),
      snapshot.images[p],
      snapshot.stock[p],
      snapshot.was[p],
      snapshot.earned.seen[p],
    ]),
  };
}

describe('a retouched snapshot', () => {
  it('answers like one that is built of all rows, and keeps what is filed as it was', () => {
    fc.assert(
      fc.property(
        productsArbitrary,
        fc.array(fc.tuple(fc.nat(200), SAID), { maxLength: 6 }),
        (rows, changes) => {
          fc.pre(rows.length > 0);
          const before = snapshotOf(FRAME, rows);
          told(before);
          const changed = new Map<number, ProductRow>();
          for (const [at, change] of changes) {
            const row = rows[at % rows.length];
            changed.set(row.id, {
              ...row,
              ...change,
              slug: `renamed-${row.id}`,
              images: [{ hash: 'x', width: 1, height: 1 }],
            });
          }
          const after = retouched(before, FRAME, [...changed.values()], 2);
          expect(after).not.toBeNull();
          const all = rows.map((row) => changed.get(row.id) ?? row);
          expect(told(after!)).toEqual(told(snapshotOf(FRAME, all, 2)));
          expect(after!.lineage).toBe(before.lineage);
          expect(after!.tag).toBe(before.tag);
          expect(after!.attributes).toBe(before.attributes);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('is none where products are filed otherwise, come, or mean something else', () => {
    const rows = [product(1, { tags: [1], attributes: { material: 'steel' } }), product(2)];
    const before = snapshotOf(FRAME, rows);
    const none = (change: Partial<ProductRow>): boolean =>
      retouched(before, FRAME, [{ ...rows[0], ...change }], 2) === null;
    expect(none({ titles: { en: 'New' } })).toBe(false);
    expect(none({ tags: [1, 2] })).toBe(true);
    expect(none({ tags: [] })).toBe(true);
    expect(none({ attributes: { material: 'iron' } })).toBe(true);
    expect(none({ categories: [5] })).toBe(true);
    expect(none({ rating: 4 })).toBe(true);
    expect(none({ sku: 'Other' })).toBe(true);
    expect(none({ activity: [{ day: 20_000, sold: 1, views: 0 }] })).toBe(true);
    expect(retouched(before, FRAME, [product(9)], 2)).toBeNull();
    const [first, ...others] = FRAME.categories;
    const moved = { ...FRAME, categories: [{ ...first, titles: { en: 'Pots and pans' } }, ...others] };
    expect(retouched(before, moved, [rows[0]], 2), 'a category is called otherwise').toBeNull();
    const front = { ...FRAME, shopTitles: { en: 'Anew' } };
    expect(retouched(before, front, [], 2), 'so is the front').toBeNull();
  });

  it('shares every list in which nothing changed', () => {
    const before = snapshotOf(FRAME, [product(1), product(2)]);
    const after = retouched(
      before,
      { ...FRAME, face: { ...PLAIN_FACE, currency: 'GBP' } },
      [product(1, { titles: { en: 'New' } })],
      2,
    )!;
    expect(after.titles).not.toBe(before.titles);
    expect(after.frame.face?.currency).toBe('GBP');
    for (const name of [
      'descriptions',
      'images',
      'slugs',
      'bySlug',
      'price',
      'stock',
      'packed',
      'earned',
    ] as const)
      expect([name, after[name] === before[name]]).toEqual([name, true]);
  });
});
