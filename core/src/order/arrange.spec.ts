import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { countOf, emptyBitset, type Bitset } from '../catalogue/sets';
import { type Snapshot } from '../catalogue/snapshot';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import type { ProductRow } from '../catalogue/rows';
import type { Clause, RangeContext } from '../clause/rule';
import { runRange } from '../range/range';
import { CONTEXT, FRAME, product, productsArbitrary } from '../testing/catalogues';
import { Oracle } from '../testing/oracle';
import { arrange, arrangedWindow, holdPins, withPinned, type Arrangement } from './arrange';
import { permutationOf } from './order';
import {
  byLevels,
  orderGroup,
  USUAL_PIN,
  type OrderGroup,
  type OwnOrder,
  type Pin,
  type Spread,
} from './sorting';

const SORTING = byLevels([{ key: 'newest', reversed: false }]);

const fixed = {
  from: fc.constant(null),
  to: fc.constant(null),
  anyway: fc.boolean(),
  by: fc.constant(null),
  at: fc.constant(null),
};
const pinsArbitrary: fc.Arbitrary<Pin[]> = fc.array(
  fc.record({
    ...fixed,
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

const ORDER = { groups: [], soldOutLast: false, spread: null, pins: [] };

const whole = (
  snapshot: Snapshot,
  bits: Bitset,
  order: Partial<OwnOrder>,
  context: RangeContext = CONTEXT,
): Arrangement =>
  arrange(
    snapshot,
    bits,
    countOf(bits),
    { ...ORDER, ...order },
    permutationOf(snapshot, SORTING, 'en', context),
    'front',
    context,
  );

const arranged = (
  snapshot: Snapshot,
  bits: Bitset,
  pins: readonly Pin[],
  spread: Spread | null,
  from: number,
  size: number,
): number[] =>
  arrangedWindow(snapshot, whole(snapshot, bits, { pins, spread }), from, size).map(({ p }) => p);

const clauseArbitrary: fc.Arbitrary<Clause> = fc.constantFrom<Clause>(
  { kind: 'featured' },
  { kind: 'tag', tag: 1 },
  { kind: 'tag', tag: 99 },
  { kind: 'stock', states: ['out'] },
  { kind: 'attribute', attribute: 'material', values: ['steel'] },
);
const groupsArbitrary: fc.Arbitrary<OrderGroup[]> = fc
  .array(
    fc.record({
      at: fc.constantFrom('front' as const, 'end' as const),
      clauses: fc.array(clauseArbitrary, { minLength: 1, maxLength: 2 }),
      most: fc.option(fc.integer({ min: 1, max: 9 }), { nil: null }),
      from: fc.constantFrom(null, '2026-06-15', '2026-06-16'),
      to: fc.constantFrom(null, '2026-06-15', '2026-06-14'),
    }),
    { maxLength: 4 },
  )
  .map((groups) => groups.map((group, at) => ({ ...group, id: `g${at}`, name: '' })));

/** Groups the slow, obvious way: each product asked in turn, on 15 June. */
function groupedSlowly(
  rows: readonly ProductRow[],
  snapshot: Snapshot,
  groups: readonly OrderGroup[],
  soldOutLast: boolean,
): string[] {
  const oracle = new Oracle(snapshot, rows);
  const today = '2026-06-15';
  let left = [...permutationOf(snapshot, SORTING, 'en', CONTEXT).positions].map((p) => ({
    sku: snapshot.skus[p],
    row: rows.find(({ sku }) => sku === snapshot.skus[p])!,
  }));
  const take = (of: (row: ProductRow) => boolean, most: number | null): string[] => {
    const taken = left.filter(({ row }) => of(row)).slice(0, most ?? left.length);
    left = left.filter((one) => !taken.includes(one));
    return taken.map(({ sku }) => sku);
  };
  const soldOut = soldOutLast ? take(({ stock }) => stock === 0, null) : [];
  const gather = (at: OrderGroup['at']): string[] =>
    groups.flatMap(({ at: end, clauses, most, from, to }) => {
      const there = clauses.filter((clause) => !(clause.kind === 'tag' && clause.tag === 99));
      const now = (from === null || today >= from) && (to === null || today <= to);
      if (end !== at || !there.length || !now) return [];
      return take((row) => there.every((clause) => oracle.meetsClause(row, clause, CONTEXT)), most);
    });
  const end = gather('end');
  const front = gather('front');
  return [...front, ...left.map(({ sku }) => sku), ...end, ...soldOut];
}

describe('an arranged listing', () => {
  it('stands in groups as the slow reading has them, over pages of any size', () => {
    fc.assert(
      fc.property(
        productsArbitrary,
        groupsArbitrary,
        fc.boolean(),
        fc.integer({ min: 1, max: 40 }),
        (rows, groups, soldOutLast, size) => {
          const snapshot = snapshotOf(FRAME, rows);
          const bits = some(snapshot, 1);
          const arrangement = whole(snapshot, bits, { groups, soldOutLast });
          const pages: string[] = [];
          for (let from = 0; from < rows.length; from += size)
            pages.push(...arrangedWindow(snapshot, arrangement, from, size).map(({ p }) => snapshot.skus[p]));
          expect(pages).toEqual(groupedSlowly(rows, snapshot, groups, soldOutLast));
        },
      ),
      { numRuns: 200 },
    );
  });

  it('keeps what is spread within its group: nobody passes its border', () => {
    fc.assert(
      fc.property(
        productsArbitrary,
        groupsArbitrary,
        fc.integer({ min: 1, max: 2 }),
        (rows, groups, most) => {
          const snapshot = snapshotOf(FRAME, rows);
          const arrangement = whole(snapshot, some(snapshot, 1), {
            groups,
            soldOutLast: true,
            spread: { by: 'material', most },
          });
          const placed = arrangedWindow(snapshot, arrangement, 0, snapshot.size);
          const order = arrangement.stretches.map(({ group }) => group);
          const places = placed.map(({ group }) => order.indexOf(group));
          expect(places).toEqual([...places].sort((a, b) => a - b));
        },
      ),
    );
  });

  it('turns groups and pins at the shop’s midnight', () => {
    const snapshot = snapshotOf(FRAME, [product(1), product(2), product(3)]);
    const zone = 'Pacific/Auckland';
    const midnight = Date.UTC(2026, 2, 9, 11);
    const dated = { from: '2026-03-10', to: '2026-03-10' };
    const order: Partial<OwnOrder> = {
      groups: [{ ...orderGroup('g', 'end', [{ kind: 'title', text: 'Product 2' }]), ...dated }],
      pins: [{ ...USUAL_PIN, sku: 'P-3', place: 1, ...dated }],
    };
    const skus = (now: number): string[] =>
      arrangedWindow(
        snapshot,
        whole(snapshot, some(snapshot, 1), order, { ...CONTEXT, now, zone }),
        0,
        3,
      ).map(({ p }) => snapshot.skus[p]);
    expect(skus(midnight - 60_000)).toEqual(['P-1', 'P-2', 'P-3']);
    expect(skus(midnight + 60_000)).toEqual(['P-3', 'P-1', 'P-2']);
    expect(skus(midnight + 24 * 3_600_000)).toEqual(['P-1', 'P-2', 'P-3']);
  });

  it('shows what is pinned all the same beside the range, counted with it, and nothing twice', () => {
    const rows = Array.from({ length: 6 }, (_, at) => product(at + 1, { featured: at < 2 }));
    const snapshot = snapshotOf(FRAME, rows);
    const front = snapshot.aisles.byKey.get('front')!;
    const featured = runRange(
      snapshot,
      front,
      { source: { kind: 'catalogue' }, clauses: [{ kind: 'featured' }] },
      CONTEXT,
    );
    const pins: Pin[] = [
      { ...USUAL_PIN, sku: 'P-5', place: 1, anyway: true },
      { ...USUAL_PIN, sku: 'P-2', place: 2, anyway: true },
      { ...USUAL_PIN, sku: 'P-6', place: 3 },
    ];
    const range = withPinned(snapshot, featured, pins, 'front', CONTEXT);
    expect(range.count).toBe(3);
    expect(withPinned(snapshot, featured, pins, 'front', CONTEXT), 'kept').toBe(range);
    const arrangement = whole(snapshot, range.bits, { pins });
    expect(arrangedWindow(snapshot, arrangement, 0, 9).map(({ p }) => snapshot.skus[p])).toEqual([
      'P-5',
      'P-2',
      'P-1',
    ]);
    expect(arrangement.lost.map(({ reason }) => reason)).toEqual(['not-here']);
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
        const { held } = holdPins(snapshot, pins, 'front', bits, CONTEXT);
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
      { ...USUAL_PIN, sku: 'P-1', place: 5 },
      { ...USUAL_PIN, sku: 'P-2', place: 90 },
      { ...USUAL_PIN, sku: 'P-3', place: 40 },
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
      { ...USUAL_PIN, sku: 'P-1', place: 2 },
      { ...USUAL_PIN, sku: 'P-gone', place: 1 },
      { ...USUAL_PIN, sku: 'P-3', place: 1 },
      { ...USUAL_PIN, sku: 'P-2', place: 2 },
    ];
    const { held, lost } = holdPins(snapshot, pins, 'front', bits, CONTEXT);
    expect([...held]).toEqual([[0, 1]]);
    expect(lost.map(({ pin, reason }) => [pin.sku, reason])).toEqual([
      ['P-gone', 'unknown'],
      ['P-3', 'not-here'],
      ['P-2', 'place-taken'],
    ]);
  });

  it('lets an aisle’s own pin go before the plan’s, and others’ pins alone', () => {
    const pins: Pin[] = [
      { ...USUAL_PIN, sku: 'P-1', place: 1 },
      { ...USUAL_PIN, sku: 'P-2', place: 1, aisle: 'front' },
      { ...USUAL_PIN, sku: 'P-1', place: 2, aisle: 'category:9' },
    ];
    expect([...holdPins(snapshot, pins, 'front', bits, CONTEXT).held]).toEqual([[1, 0]]);
    expect([...holdPins(snapshot, pins, 'category:9', bits, CONTEXT).held]).toEqual([[0, 1]]);
  });
});
