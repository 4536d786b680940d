import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filterRange } from '../facet/filter';
import { parseSelections } from '../address/selection';
import { permutationOf } from '../order/order';
import { byLevels, type OrderKey } from '../order/sorting';
import { CONTEXT, FRAME, parametersArbitrary, productsArbitrary } from '../testing/catalogues';
import { canMerge, merging } from './merge';
import type { ProductRow } from './rows';
import { fullBitset } from './sets';
import type { Snapshot } from './snapshot';
import { snapshotOf } from './snapshotBuilder';
import { runToEnd } from './steps';

const KEYS: readonly OrderKey[] = ['featured', 'newest', 'name', 'price', 'rating', 'sold', 'stock', 'views'];

const orderOf = (snapshot: Snapshot, key: OrderKey): number[] =>
  Array.from(
    permutationOf(snapshot, byLevels([{ key, reversed: false }]), 'en', CONTEXT).positions,
    (p) => snapshot.ids[p],
  );

/** All that can be asked of a snapshot, by ids and words, as places and codes are its own matter. */
function told(snapshot: Snapshot, parameters: Readonly<Record<string, string>>): object {
  const { selections } = parseSelections(snapshot, parameters);
  const filtered = filterRange(snapshot, fullBitset(snapshot.size), selections);
  const counts = [...snapshot.facets].map(([key, column]) => {
    if (column.kind === 'number') {
      const spread = filtered.numberSpread(column);
      return [key, spread, spread && filtered.numberBuckets(column, spread)];
    }
    const all = filtered.valueCounts(column);
    return [
      key,
      column.values.flatMap(({ value }, code) => (all[code] ? [`${value} ${all[code]}`] : [])).sort(),
    ];
  });
  const products = Array.from(snapshot.ids, (id, p) => ({
    id,
    sku: snapshot.skus[p],
    place: [snapshot.bySku.get(snapshot.skus[p]), snapshot.bySlug.get(snapshot.slugs[p])],
    title: snapshot.titles[p],
    numbers: [
      snapshot.price.numbers[p],
      snapshot.was[p],
      snapshot.created[p],
      snapshot.sold[p],
      snapshot.stock[p],
    ],
  }));
  return { count: filtered.count, counts, products, orders: KEYS.map((key) => orderOf(snapshot, key)) };
}

describe('a merged snapshot', () => {
  it('answers like one that is built of all rows', () => {
    fc.assert(
      fc.property(
        productsArbitrary,
        productsArbitrary,
        fc.array(fc.integer({ min: 1, max: 120 }), { maxLength: 8 }),
        fc.nat(100),
        parametersArbitrary,
        (rows, others, goneIds, shift, parameters) => {
          const before = snapshotOf(FRAME, rows);
          for (const key of KEYS) orderOf(before, key);
          // Some of the first products with other properties, and some that weren't there.
          const changed = others.slice(0, 12).map((row): ProductRow => ({
            ...row,
            id: row.id + shift,
            sku: `S${row.id + shift}`,
            slug: `s-${row.id + shift}`,
          }));
          const gone = new Set(goneIds.filter((id) => !changed.some((row) => row.id === id)));
          const after = new Map(rows.map((row) => [row.id, row]));
          for (const row of changed) after.set(row.id, row);
          for (const id of gone) after.delete(id);
          const all = [...after.values()].sort((a, b) => a.id - b.id);
          const merged = runToEnd(merging(before, FRAME, changed, gone, 2));
          expect(told(merged, parameters)).toEqual(told(snapshotOf(FRAME, all, 2), parameters));
        },
      ),
      { numRuns: 150 },
    );
  });

  it('is refused where a category has moved, or an attribute has become another one', () => {
    const before = snapshotOf(FRAME, []);
    expect(canMerge(before, FRAME)).toBe(true);
    const [first, ...categories] = FRAME.categories;
    expect(canMerge(before, { ...FRAME, categories: [{ ...first, slug: 'elsewhere' }, ...categories] })).toBe(
      false,
    );
    const [attribute, ...attributes] = FRAME.attributes;
    expect(
      canMerge(before, { ...FRAME, attributes: [{ ...attribute, type: 'number' }, ...attributes] }),
    ).toBe(false);
  });
});
