import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { withEarned } from '../catalogue/withEarned';
import { merging } from '../catalogue/merge';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { runToEnd } from '../catalogue/steps';
import { FRAME, product, productsArbitrary } from '../testing/catalogues';
import { earnedRates } from './earnedRates';

const earned = (seen: number, clicks: number, revenue = 0) => ({ seen, clicks, carts: 0, revenue });
const rateOf = (rows: Parameters<typeof snapshotOf>[1], sku: string) => {
  const snapshot = snapshotOf(FRAME, rows);
  const p = snapshot.bySku.get(sku)!;
  const { clicked, earned: money } = earnedRates(snapshot);
  return { clicked: clicked[p], earned: money[p] };
};

describe('what a product earns for being seen', () => {
  it('is drawn towards its category the more the less it was seen', () => {
    const rows = [
      product(1, { earned: earned(10_000, 500) }),
      product(2, { earned: earned(10_000, 300) }),
      product(3, { earned: earned(10_000, 400) }),
      product(4, { earned: earned(2, 2) }),
      product(5, { earned: earned(4_000, 400), categories: [5] }),
    ];
    expect(rateOf(rows, 'P-1').clicked).toBeCloseTo(5, 0);
    const few = rateOf(rows, 'P-4').clicked;
    expect(few).toBeGreaterThan(3.5);
    expect(few, 'two of two are no hundred percent').toBeLessThan(8);
    expect(rateOf(rows, 'P-5').clicked, 'another category has its own mean').toBeCloseTo(10, 1);
  });

  it('is revenue for a thousand times, in currency units', () => {
    const rows = [
      product(1, { earned: earned(1_000, 10, 5_000) }),
      product(2, { earned: earned(1_000, 10, 5_000) }),
    ];
    expect(rateOf(rows, 'P-1').earned).toBeCloseTo(50, 6);
  });

  it('is unknown where nobody has seen it, and never more than known extremes', () => {
    fc.assert(
      fc.property(productsArbitrary, (rows) => {
        const snapshot = snapshotOf(FRAME, rows);
        const rates = earnedRates(snapshot);
        for (let p = 0; p < snapshot.size; p++) {
          expect(Number.isNaN(rates.clicked[p])).toBe(!snapshot.earned.seen[p]);
          if (!snapshot.earned.seen[p]) continue;
          expect(rates.clicked[p]).toBeGreaterThanOrEqual(0);
          expect(rates.clicked[p]).toBeLessThanOrEqual(100);
        }
      }),
      { numRuns: 40 },
    );
  });

  it('comes anew as a whole, and stays with what else changes', () => {
    const before = snapshotOf(FRAME, [product(1, { earned: earned(10, 1) }), product(2)]);
    const fresh = withEarned(
      before,
      [
        { id: 2, ...earned(50, 5) },
        { id: 99, ...earned(1, 1) },
      ],
      2,
    );
    const seen = (of: typeof before) => of.skus.map((sku, p) => [sku, of.earned.seen[p]]);
    expect(seen(fresh)).toEqual([
      ['P-1', 0],
      ['P-2', 50],
    ]);
    expect(fresh.titles, 'what else there is, is shared').toBe(before.titles);
    const named = product(1, { titles: { en: 'New' }, earned: earned(7, 0) });
    const merged = runToEnd(merging(fresh, FRAME, [named, product(3)], new Set(), 3));
    expect(seen(merged).sort()).toEqual([
      ['P-1', 7],
      ['P-2', 50],
      ['P-3', 0],
    ]);
  });
});
