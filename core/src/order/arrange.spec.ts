import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { countOf, emptyBitset, type Bitset } from '../catalogue/sets';
import { type Snapshot } from '../catalogue/snapshot';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { CONTEXT, FRAME, product, productsArbitrary } from '../testing/catalogues';
import { arrangedWindow, holdPins } from './arrange';
import { permutationOf } from './order';
import type { Clause } from '../clause/rule';
import { byLevels, type Pin, type Spread } from './sorting';

const SORTING = byLevels([{ key: 'newest', reversed: false }]);

const pinsArbitrary: fc.Arbitrary<Pin[]> = fc.array(
  fc.record({
    sku: fc.integer({ min: 1, max: 125 }).map((id) => `P-${id}`),
    place: fc.integer({ min: 1, max: 130 }),
    aisle: fc.constantFrom(null, 'front', 'category:2'),
  }),
  { maxLength: 12 },
);
const spreadArbitrary: fc.Arbitrary<Spread | null> = fc.option(
  fc.record({ by: fc.constantFrom('material', 'category', 'gone'), most: fc.integer({ min: 1, max: 3 }) }),
);

function some(snapshot: Snapshot, step: number): Bitset {
  const bits = emptyBitset(snapshot.size);
  for (let p = 0; p < snapshot.size; p += step) bits[p >>> 5] |= 1 << (p & 31);
  return bits;
}

const arranged = (
  snapshot: Snapshot,
  bits: Bitset,
  pins: readonly Pin[],
  spread: Spread | null,
  from: number,
  size: number,
): number[] =>
  arrangedWindow(
    snapshot,
    bits,
    permutationOf(snapshot, SORTING, 'en', CONTEXT),
    holdPins(snapshot, pins, 'front', bits).held,
    spread,
    from,
    size,
  ).map(({ p }) => p);

describe('an arranged listing', () => {
  it('keeps what is spread within its group: nobody passes its border', () => {
    fc.assert(
      fc.property(productsArbitrary, fc.integer({ min: 1, max: 2 }), (rows, most) => {
        const snapshot = snapshotOf(FRAME, rows);
        const bits = some(snapshot, 1);
        const sunk: Clause = { kind: 'tag', tag: 1 };
        const sorting = {
          ...SORTING,
          lift: [{ kind: 'featured' } as const],
          sink: [sunk],
          soldOutLast: true,
        };
        const permutation = permutationOf(snapshot, sorting, 'en', CONTEXT);
        const spread = { by: 'material', most };
        const placed = arrangedWindow(snapshot, bits, permutation, new Map(), spread, 0, snapshot.size);
        const groups = placed.map(({ p }) => permutation.groups![p]);
        expect(groups).toEqual([...groups].sort((a, b) => a - b));
      }),
    );
  });

  it('shows nobody twice and loses nobody, and its pages of any size add up to the whole', () => {
    fc.assert(
      fc.property(
        productsArbitrary,
        pinsArbitrary,
        spreadArbitrary,
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 1, max: 40 }),
        (rows, pins, spread, step, size) => {
          const snapshot = snapshotOf(FRAME, rows);
          const bits = some(snapshot, step);
          const total = countOf(bits);
          const whole = arranged(snapshot, bits, pins, spread, 0, total);
          expect([...whole].sort((a, b) => a - b)).toEqual(
            rows.map((_, p) => p).filter((p) => p % step === 0),
          );
          const pages: number[] = [];
          for (let from = 0; from < total; from += size)
            pages.push(...arranged(snapshot, bits, pins, spread, from, size));
          expect(pages).toEqual(whole);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('holds every pin at its place, or among the last where there are fewer products', () => {
    fc.assert(
      fc.property(productsArbitrary, pinsArbitrary, spreadArbitrary, (rows, pins, spread) => {
        const snapshot = snapshotOf(FRAME, rows);
        const bits = some(snapshot, 1);
        const { held } = holdPins(snapshot, pins, 'front', bits);
        const whole = arranged(snapshot, bits, pins, spread, 0, rows.length);
        for (const [p, place] of held)
          if (place < rows.length) expect(whole[place]).toBe(p);
          else expect(whole.indexOf(p)).toBeGreaterThanOrEqual(rows.length - held.size);
      }),
      { numRuns: 300 },
    );
  });

  it('makes a row too long only where nothing else is left to put between', () => {
    fc.assert(
      fc.property(productsArbitrary, fc.integer({ min: 1, max: 2 }), (rows, most) => {
        const snapshot = snapshotOf(FRAME, rows);
        const { column } = snapshot.attributes.get('material')!;
        const valueOf = (p: number): string | null =>
          column.offsets[p] < column.offsets[p + 1]
            ? column.values[column.codes[column.offsets[p]]].value
            : null;
        const whole = arranged(snapshot, some(snapshot, 1), [], { by: 'material', most }, 0, rows.length);
        for (let at = most; at < whole.length; at++) {
          const row = whole.slice(at - most, at + 1).map(valueOf);
          if (row[0] === null || row.some((value) => value !== row[0])) continue;
          expect(whole.slice(at).every((p) => valueOf(p) === row[0])).toBe(true);
        }
      }),
    );
  });
});

describe('pins beyond the end of a short listing', () => {
  it('take the last places that no other pin holds, in their order', () => {
    const snapshot = snapshotOf(
      FRAME,
      Array.from({ length: 5 }, (_, k) => product(k + 1)),
    );
    const pins: Pin[] = [
      { sku: 'P-1', place: 5, aisle: null },
      { sku: 'P-2', place: 90, aisle: null },
      { sku: 'P-3', place: 40, aisle: null },
    ];
    const all = arranged(snapshot, some(snapshot, 1), pins, null, 0, 5).map((p) => snapshot.skus[p]);
    expect(all).toEqual(['P-4', 'P-5', 'P-3', 'P-2', 'P-1']);
  });
});

describe('heldPins', () => {
  const snapshot = snapshotOf(FRAME, [product(1), product(2), product(3)]);
  const bits = Uint32Array.of(0b011);

  it('says which pins can’t hold and why', () => {
    const pins: Pin[] = [
      { sku: 'P-1', place: 2, aisle: null },
      { sku: 'P-gone', place: 1, aisle: null },
      { sku: 'P-3', place: 1, aisle: null },
      { sku: 'P-2', place: 2, aisle: null },
    ];
    const { held, lost } = holdPins(snapshot, pins, 'front', bits);
    expect([...held]).toEqual([[0, 1]]);
    expect(lost.map(({ pin, reason }) => [pin.sku, reason])).toEqual([
      ['P-gone', 'unknown'],
      ['P-3', 'not-here'],
      ['P-2', 'place-taken'],
    ]);
  });

  it('lets an aisle’s own pin go before the plan’s, and others’ pins alone', () => {
    const pins: Pin[] = [
      { sku: 'P-1', place: 1, aisle: null },
      { sku: 'P-2', place: 1, aisle: 'front' },
      { sku: 'P-1', place: 2, aisle: 'category:9' },
    ];
    expect([...holdPins(snapshot, pins, 'front', bits).held]).toEqual([[1, 0]]);
    expect([...holdPins(snapshot, pins, 'category:9', bits).held]).toEqual([[0, 1]]);
  });
});
