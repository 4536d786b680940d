import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { holds } from '../catalogue/sets';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { patchSnapshot } from '../catalogue/patch';
import { adviceFor } from '../facet/advice';
import { clauseBitset } from '../range/clauseBitset';
import { runRange, sourceBitset } from '../range/range';
import { AISLE_RANGE, type Clause, type RangeRule } from '../clause/rule';
import { FRAME, NOW, product, productsArbitrary } from '../testing/catalogues';
import { factsOf } from './shelfFacts';

const CONTEXT = { now: NOW, ranges: [], blends: [] };
const CLAUSES: readonly Clause[] = [
  { kind: 'featured' },
  { kind: 'attribute', attribute: 'material', values: ['steel'] },
  { kind: 'stock', states: ['in'] },
];

describe('the facts of a shelf', () => {
  it('are those of its range, asked for slowly', () => {
    fc.assert(
      fc.property(productsArbitrary, fc.subarray([...CLAUSES]), (rows, clauses) => {
        const snapshot = snapshotOf(FRAME, rows);
        for (const aisle of snapshot.aisles.all) {
          const range: RangeRule = { ...AISLE_RANGE, clauses };
          const facts = factsOf(snapshot, aisle, { range, pins: [] }, CONTEXT);
          const { bits, count } = runRange(snapshot, aisle, range, CONTEXT);
          expect(facts.count).toBe(count);
          const keys = ['material', 'hob', 'price', 'gone'];
          expect(facts.advice(keys)).toEqual(adviceFor(snapshot, bits, keys));
          const { column } = snapshot.attributes.get('material')!;
          const all = Array.from({ length: snapshot.size }, (_, p) => p);
          expect(facts.filled('material')).toBe(
            all.filter((p) => holds(bits, p) && column.offsets[p] < column.offsets[p + 1]).length,
          );
          const source = sourceBitset(snapshot, aisle, range.source, CONTEXT);
          for (const clause of clauses) {
            const met = clauseBitset(snapshot, clause, CONTEXT);
            expect(facts.taken(clause)).toBe(all.filter((p) => holds(source, p) && !holds(met, p)).length);
          }
        }
      }),
      { numRuns: 30 },
    );
  });

  it('follow what products are while the products stay', () => {
    const snapshot = snapshotOf(FRAME, [product(1), product(2)]);
    const aisle = snapshot.aisles.byKey.get('category:2')!;
    const shelf = { range: AISLE_RANGE, pins: [] };
    const stock = (of: typeof snapshot) => factsOf(of, aisle, shelf, CONTEXT).advice(['stock'])[0].top;
    expect(stock(snapshot)).toEqual([{ value: 'in', count: 2 }]);
    const sold = patchSnapshot(snapshot, [{ id: 1, stock: 0 }], 2);
    expect(stock(sold)).toEqual(
      expect.arrayContaining([
        { value: 'in', count: 1 },
        { value: 'out', count: 1 },
      ]),
    );
  });

  it('tell two filters alike only where the one follows from the other', () => {
    const rows = (colourOf: (at: number) => string) =>
      Array.from({ length: 6 }, (_, at) =>
        product(at + 1, { attributes: { material: at % 2 ? 'iron' : 'steel', colour: colourOf(at) } }),
      );
    const alike = (colourOf: (at: number) => string): boolean => {
      const snapshot = snapshotOf(FRAME, rows(colourOf));
      const aisle = snapshot.aisles.byKey.get('category:2')!;
      const facts = factsOf(snapshot, aisle, { range: AISLE_RANGE, pins: [] }, CONTEXT);
      const [material, colour] = facts.advice(['material', 'colour']);
      return facts.alike(material, colour);
    };
    expect(alike((at) => (at % 2 ? 'red' : 'blue'))).toBe(true);
    expect(
      alike((at) => (at < 3 ? 'red' : 'blue')),
      'the same counts, and other products',
    ).toBe(false);
  });

  it('count what a pin shows whether the range has it or not', () => {
    const snapshot = snapshotOf(FRAME, [product(1), product(2, { categories: [5] })]);
    const aisle = snapshot.aisles.byKey.get('category:2')!;
    const pin = { sku: 'P-2', place: 1, aisle: null, from: null, to: null, anyway: true, by: null, at: null };
    expect(factsOf(snapshot, aisle, { range: AISLE_RANGE, pins: [pin] }, CONTEXT).count).toBe(2);
    expect(factsOf(snapshot, aisle, { range: AISLE_RANGE, pins: [] }, CONTEXT).count).toBe(1);
  });
});
