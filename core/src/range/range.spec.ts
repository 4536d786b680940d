import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { snapshotOf } from '../catalogue/snapshot';
import { countOf } from '../catalogue/sets';
import { FRAME, product, productsArbitrary } from '../testing/catalogues';
import { Oracle } from '../testing/oracle';
import { runRange } from './range';

describe('runRange', () => {
  it('takes the aisle’s products, with or without what is below, in stock or not, as the oracle does', () => {
    fc.assert(
      fc.property(
        productsArbitrary,
        fc.record({
          source: fc.constantFrom('aisle', 'catalogue'),
          below: fc.boolean(),
          stock: fc.constantFrom('any', 'in'),
        } as const),
        (rows, range) => {
          const snapshot = snapshotOf(FRAME, rows);
          const oracle = new Oracle(snapshot, rows);
          for (const aisle of snapshot.aisles.all) {
            const { count, words } = runRange(snapshot, aisle, range);
            expect(count, aisle.path).toBe(rows.filter((row) => oracle.inRange(row, aisle, range)).length);
            expect(countOf(words)).toBe(count);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('tells the count after every clause', () => {
    const snapshot = snapshotOf(FRAME, [
      product(1),
      product(2, { stock: 0 }),
      product(3, { categories: [5] }),
    ]);
    const pans = snapshot.aisles.byPath.get('/cookware/pans')!;
    expect(runRange(snapshot, pans, { source: 'aisle', below: true, stock: 'in' }).sieve).toEqual([
      { clause: 'source', count: 2 },
      { clause: 'stock', count: 1 },
    ]);
    expect(runRange(snapshot, pans, { source: 'aisle', below: true, stock: 'any' }).sieve).toHaveLength(1);
  });

  it('is computed once for an aisle', () => {
    const snapshot = snapshotOf(FRAME, [product(1)]);
    const front = snapshot.aisles.byPath.get('/')!;
    const range = { source: 'aisle', below: true, stock: 'any' } as const;
    expect(runRange(snapshot, front, { ...range })).toBe(runRange(snapshot, front, range));
  });
});
