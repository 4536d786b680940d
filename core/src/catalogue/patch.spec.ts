import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filterRange } from '../facet/filter';
import { parseSelections } from '../address/selection';
import { permutationOf } from '../order/order';
import { clauseBitset } from '../range/clauseBitset';
import { byLevels, type OrderKey } from '../order/sorting';
import { CONTEXT, FRAME, parametersArbitrary, product, productsArbitrary } from '../testing/catalogues';
import { patchSnapshot, type ProductChange } from './patch';
import type { ProductRow } from './rows';
import { fullBitset } from './sets';
import { type Snapshot } from './snapshot';
import { snapshotOf } from './snapshotBuilder';

const changesArbitrary: fc.Arbitrary<ProductChange[]> = fc.array(
  fc.record(
    {
      id: fc.integer({ min: 1, max: 130 }),
      price: fc.option(fc.integer({ min: 0, max: 20_000 }), { nil: null }),
      was: fc.option(fc.integer({ min: 0, max: 25_000 }), { nil: null }),
      stock: fc.option(fc.integer({ min: 0, max: 9 }), { nil: null }),
      sold: fc.option(fc.integer({ min: 0, max: 50 }), { nil: null }),
      featured: fc.boolean(),
    },
    { requiredKeys: ['id'] },
  ),
  { maxLength: 20 },
);

/** The rows as the changes leave them, one after the other. */
const changedRows = (rows: readonly ProductRow[], changes: readonly ProductChange[]): ProductRow[] =>
  rows.map((row) =>
    changes.reduce<ProductRow>((now, change) => (change.id === row.id ? { ...now, ...change } : now), row),
  );

const orderOf = (snapshot: Snapshot, key: OrderKey): number[] => [
  ...permutationOf(snapshot, byLevels([{ key, reversed: false }]), 'en', CONTEXT).positions,
];

describe('a patched snapshot', () => {
  it('answers like one that is built of the changed rows', () => {
    fc.assert(
      fc.property(productsArbitrary, changesArbitrary, parametersArbitrary, (rows, changes, parameters) => {
        const before = snapshotOf(FRAME, rows);
        for (const key of ['price', 'featured', 'saving', 'stock', 'sold', 'name'] as const)
          orderOf(before, key);
        const patched = patchSnapshot(before, changes, 2);
        const built = snapshotOf(FRAME, changedRows(rows, changes), 2);
        const { selections } = parseSelections(built, parameters);
        const [fast, slow] = [patched, built].map((snapshot) =>
          filterRange(snapshot, fullBitset(snapshot.size), selections),
        );
        expect(fast.count).toBe(slow.count);
        expect(fast.numberSpread(patched.price)).toEqual(slow.numberSpread(built.price));
        for (const key of ['sale', 'stock', 'material', 'hob']) {
          const counts = (snapshot: Snapshot, filtered: typeof fast): Record<string, number> => {
            const column = snapshot.facets.get(key)!;
            if (column.kind !== 'values') return {};
            const all = filtered.valueCounts(column);
            return Object.fromEntries(
              column.values.flatMap(({ value }, code) => (all[code] ? [[value, all[code]]] : [])),
            );
          };
          expect(counts(patched, fast), key).toEqual(counts(built, slow));
        }
        // Orders that were asked for before are merged, not sorted anew.
        for (const key of ['price', 'featured', 'saving', 'stock', 'sold', 'name', 'newest'] as const)
          expect(orderOf(patched, key), key).toEqual(orderOf(built, key));
        expect([...patched.price.sorted]).toEqual([...built.price.sorted]);
      }),
      { numRuns: 150 },
    );
  });

  it('makes up for changes in counts that were kept, after any number of them', () => {
    fc.assert(
      fc.property(productsArbitrary, fc.array(changesArbitrary, { maxLength: 4 }), (rows, rounds) => {
        let now = snapshotOf(FRAME, rows);
        let current: readonly ProductRow[] = rows;
        // One range for all rounds, as shelves keep theirs.
        const range = fullBitset(now.size);
        const countsOf = (snapshot: Snapshot, words = range): Record<string, number[]> => {
          const filtered = filterRange(snapshot, words, new Map());
          return Object.fromEntries(
            [...snapshot.facets].map(([key, column]) => [
              key,
              column.kind === 'values'
                ? [...filtered.valueCounts(column)]
                : [...filtered.numberCounts(column).counts].filter(Boolean),
            ]),
          );
        };
        countsOf(now);
        for (const [round, changes] of rounds.entries()) {
          now = patchSnapshot(now, changes, round + 2);
          current = changedRows(current, changes);
          // Not each time, so that some are caught up with at once.
          if (round % 2) expect(countsOf(now)).toEqual(countsOf(now, fullBitset(now.size)));
        }
        expect(countsOf(now)).toEqual(countsOf(now, fullBitset(now.size)));
        expect(countsOf(now)['stock']).toEqual(countsOf(snapshotOf(FRAME, current))['stock']);
      }),
      { numRuns: 100 },
    );
  });

  it('leaves the old one as it was, and shares what did not change', () => {
    const before = snapshotOf(FRAME, [product(1, { stock: 3 }), product(2)]);
    const after = patchSnapshot(before, [{ id: 1, stock: 0, featured: true }], 9);
    expect(after.version).toBe(9);
    expect([before.stock[0], after.stock[0]]).toEqual([3, 0]);
    expect([before.featured[0], after.featured[0]]).toEqual([0, 1]);
    expect(after.titles).toBe(before.titles);
    expect(after.category).toBe(before.category);
    expect(after.price).toBe(before.price);
  });

  it('keeps what was made of columns that did not change', () => {
    const before = snapshotOf(FRAME, [product(1, { stock: 3 }), product(2)]);
    const sorting = byLevels([{ key: 'name', reversed: false }]);
    const byName = permutationOf(before, sorting, 'en', CONTEXT);
    const cheap = clauseBitset(before, { kind: 'number', field: 'price', from: 0, to: 10 }, CONTEXT);
    const starred = patchSnapshot(before, [{ id: 1, featured: true }], 2);
    expect(permutationOf(starred, sorting, 'en', CONTEXT)).toBe(byName);
    expect(clauseBitset(starred, { kind: 'number', field: 'price', from: 0, to: 10 }, CONTEXT)).toBe(cheap);
    const dearer = patchSnapshot(starred, [{ id: 1, price: 5 }], 3);
    expect(permutationOf(dearer, sorting, 'en', CONTEXT)).toBe(byName);
    expect(clauseBitset(dearer, { kind: 'number', field: 'price', from: 0, to: 10 }, CONTEXT)).not.toBe(
      cheap,
    );
  });

  it('passes over products that it doesn’t hold', () => {
    const before = snapshotOf(FRAME, [product(1)]);
    expect(patchSnapshot(before, [{ id: 77, price: 5 }], 2).price.sorted).toEqual(before.price.sorted);
  });
});
