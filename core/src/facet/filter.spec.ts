import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { NumberColumn, ValueColumn } from '../catalogue/columns';
import { fullBitset, emptyBitset } from '../catalogue/sets';
import { type Snapshot } from '../catalogue/snapshot';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { FRAME, parametersArbitrary, product, productsArbitrary } from '../testing/catalogues';
import type { RangeRule } from '../clause/rule';
import { Oracle } from '../testing/oracle';
import { poisonLent } from '../testing/poison';
import { filterRange, type Filtered } from './filter';
import { packRows, type PackingLimits } from '../catalogue/packedRows';
import { parseSelections } from '../address/selection';

const repacked = (snapshot: Snapshot, limits: PackingLimits): Snapshot => ({
  ...snapshot,
  packed: packRows(snapshot.facets, snapshot.size, limits),
});

const WIDE: PackingLimits = {
  joint: 10_000,
  whole: 10_000,
  alone: 10_000,
  chunks: 8,
  tuples: 65_536,
  bins: 10_000,
};

/** From everything joint, over few bins, many slots and sets told in chunks, down to nothing packed at all. */
const LIMITS: PackingLimits[] = [
  WIDE,
  { ...WIDE, joint: 1, bins: 10 },
  { ...WIDE, joint: 40, tuples: 60, bins: 4 },
  { ...WIDE, joint: 40, whole: 5, alone: 5, bins: 4 },
  { ...WIDE, joint: 1, whole: 1 },
  { ...WIDE, joint: 40, whole: 2, alone: 60, chunks: 4 },
  { joint: 1, whole: 0, alone: 0, chunks: 1, tuples: 0, bins: 1 },
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
          poisonLent(snapshot.size);
          const { selections } = parseSelections(snapshot, parameters);
          const filtered = filterRange(snapshot, fullBitset(snapshot.size), selections);
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
    const filtered = filterRange(snapshot, fullBitset(snapshot.size), selections);
    const spread = filtered.numberSpread(snapshot.price)!;
    expect(spread).toEqual({ count: 9_000, min: 100, max: 100 + 8_999 * 7 });
    const first = filtered.numberBuckets(snapshot.price, spread)[0];
    expect(first).toEqual({ from: 0, to: 5000, count: rows.filter(({ price }) => price! < 5000).length });
  });

  it('packs also what has more sets of values than can be numbered', () => {
    const tags = Array.from({ length: 60 }, (_, at) => ({
      id: at + 1,
      slug: `t${at}`,
      titles: { en: `T${at}` },
      descriptions: {},
    }));
    // Four of sixty tags a product: no two of these five thousand have the same ones.
    const rows = Array.from({ length: 5_000 }, (_, k) =>
      product(k + 1, { tags: [1, 60, 7, 11].map((by) => 1 + (Math.floor(k / by) % 60)) }),
    ).map((row) => ({ ...row, tags: [...new Set(row.tags)] }));
    const snapshot = snapshotOf({ ...FRAME, tags }, rows);
    expect(snapshot.packed.loose.has('tag')).toBe(false);
    expect(snapshot.packed.parts.get('tag')!.chunks.length).toBe(2);
    const { selections } = parseSelections(snapshot, { tag: 't3', stock: 'in' });
    const filtered = filterRange(snapshot, fullBitset(snapshot.size), selections);
    const column = snapshot.facets.get('tag') as ValueColumn;
    const oracle = new Oracle(snapshot, rows);
    const others = oracle.matching(
      snapshot.aisles.byPath.get('/')!,
      { source: { kind: 'catalogue' }, clauses: [] },
      selections,
      'tag',
    );
    expect([...filtered.valueCounts(column)]).toEqual(
      column.values.map(
        ({ value }) => others.filter((row) => oracle.valuesOf(row, 'tag').includes(value)).length,
      ),
    );
  });

  it('leaves an empty range empty', () => {
    const snapshot = snapshotOf(FRAME, [product(1)]);
    const filtered = filterRange(snapshot, emptyBitset(1), new Map());
    expect(filtered.count).toBe(0);
    expect(filtered.numberSpread(snapshot.price)).toBeNull();
    expect([...filtered.valueCounts(snapshot.facets.get('tag') as ValueColumn)]).toEqual([]);
  });

  it('puts several small facets into one slot, and what has too many values into none', () => {
    const snapshot = snapshotOf(FRAME, [
      product(1, { attributes: { hob: ['gas', 'induction'], material: 'steel', colour: 'red' } }),
    ]);
    const slots = [...snapshot.packed.parts.values()].flatMap(({ chunks }) => chunks.map(({ slot }) => slot));
    expect(new Set(slots).size).toBeLessThan(slots.length);
    expect(snapshot.packed.loose.size).toBe(0);
    const tight = packRows(snapshot.facets, 1, {
      ...WIDE,
      joint: 1,
      whole: 1,
      alone: 1,
      tuples: 10,
      bins: 10,
    });
    expect(tight.loose.has('material')).toBe(true);
    expect(tight.parts.has('material')).toBe(false);
  });
});
