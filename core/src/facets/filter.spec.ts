import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { NumberColumn, ValueColumn } from '../catalogue/columns';
import { fullWords, wordsFor } from '../catalogue/sets';
import { type Snapshot } from '../catalogue/snapshot';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { FRAME, parametersArbitrary, product, productsArbitrary } from '../testing/catalogues';
import type { RangeRule } from '../range/rule';
import { Oracle } from '../testing/oracle';
import { filterRange, type Filtered } from './filter';
import { packRows, type PackingLimits } from './packedRows';
import { parseSelections } from './selection';

const repacked = (snapshot: Snapshot, limits: PackingLimits): Snapshot => ({
  ...snapshot,
  packed: packRows(snapshot.facets, snapshot.size, limits),
});

/** From everything joint, over few bins and many slots, down to nothing packed at all. */
const LIMITS: PackingLimits[] = [
  { joint: 10_000, alone: 10_000, tuples: 65_536, bins: 10_000 },
  { joint: 1, alone: 10_000, tuples: 65_536, bins: 10 },
  { joint: 40, alone: 10_000, tuples: 60, bins: 4 },
  { joint: 40, alone: 5, tuples: 65_536, bins: 4 },
  { joint: 1, alone: 0, tuples: 0, bins: 1 },
];

describe('filterRange', () => {
  it('counts every facet as a slow reading does, however the rows are packed', () => {
    fc.assert(
      fc.property(
        productsArbitrary,
        parametersArbitrary,
        fc.constantFrom(...LIMITS),
        (rows, parameters, limits) => {
          const snapshot = repacked(snapshotOf(FRAME, rows), limits);
          const { selections } = parseSelections(snapshot, parameters);
          const filtered = filterRange(snapshot, fullWords(snapshot.size), selections);
          const oracle = new Oracle(snapshot, rows);
          const front = snapshot.aisles.byPath.get('/')!;
          const range: RangeRule = { source: { kind: 'catalogue' }, clauses: [] };
          expect(filtered.count).toBe(oracle.matching(front, range, selections).length);
          for (const [key, column] of snapshot.facets) {
            const others = oracle.matching(front, range, selections, key);
            if (column.kind === 'values') {
              const slow = column.values.map(
                ({ value }) =>
                  others.filter((row) => oracle.valuesOf(row, key).map(String).includes(value)).length,
              );
              expect([...filtered.valueCounts(column)], key).toEqual(slow);
            } else {
              const numbers = others.flatMap((row) => oracle.valuesOf(row, key)).map(Number);
              expectNumbers(filtered, column, numbers);
            }
          }
        },
      ),
      { numRuns: 300 },
    );
  });

  function expectNumbers(filtered: Filtered, column: NumberColumn, numbers: readonly number[]): void {
    const spread = filtered.numberSpread(column);
    const stored = numbers.map((number) => Math.round(number * column.scale * 1e6) / 1e6);
    if (!stored.length) {
      expect(spread).toBeNull();
      return;
    }
    expect(spread).toEqual({ count: stored.length, min: Math.min(...stored), max: Math.max(...stored) });
    const buckets = filtered.numberBuckets(column, spread!);
    expect(buckets.map(({ from, to, count }) => [from, to, count])).toEqual(
      buckets.map(({ from, to }) => [from, to, stored.filter((each) => each >= from && each < to).length]),
    );
    expect(buckets.length).toBeLessThanOrEqual(14);
    expect(buckets.reduce((sum, { count }) => sum + count, 0)).toBe(stored.length);
    const steps = [4.5, 4, 3];
    expect(filtered.countAtLeast(column, steps)).toEqual(
      steps.map((bound) => stored.filter((each) => each >= bound).length),
    );
  }

  it('counts prices exactly where there are more of them than bins', () => {
    const rows = Array.from({ length: 9_000 }, (_, k) => product(k + 1, { price: 100 + k * 7 }));
    const snapshot = snapshotOf(FRAME, rows);
    expect(snapshot.packed.parts.get('price')!.bins!.step).toBe(100);
    const { selections } = parseSelections(snapshot, { price: '20..80' });
    const filtered = filterRange(snapshot, fullWords(snapshot.size), selections);
    const spread = filtered.numberSpread(snapshot.price)!;
    expect(spread).toEqual({ count: 9_000, min: 100, max: 100 + 8_999 * 7 });
    const first = filtered.numberBuckets(snapshot.price, spread)[0];
    expect(first).toEqual({ from: 0, to: 5000, count: rows.filter(({ price }) => price! < 5000).length });
  });

  it('leaves an empty range empty', () => {
    const snapshot = snapshotOf(FRAME, [product(1)]);
    const filtered = filterRange(snapshot, wordsFor(1), new Map());
    expect(filtered.count).toBe(0);
    expect(filtered.numberSpread(snapshot.price)).toBeNull();
    expect([...filtered.valueCounts(snapshot.facets.get('tag') as ValueColumn)]).toEqual([]);
  });

  it('puts several small facets into one slot, and what has too many values into none', () => {
    const snapshot = snapshotOf(FRAME, [
      product(1, { attributes: { hob: ['gas', 'induction'], material: 'steel', colour: 'red' } }),
    ]);
    const slots = [...snapshot.packed.parts.values()].map(({ slot }) => slot);
    expect(new Set(slots).size).toBeLessThan(slots.length);
    expect(snapshot.packed.loose.size).toBe(0);
    const tight = packRows(snapshot.facets, 1, { joint: 1, alone: 1, tuples: 10, bins: 10 });
    expect(tight.loose.has('material')).toBe(true);
    expect(tight.parts.has('material')).toBe(false);
  });
});
