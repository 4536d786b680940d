import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { FRAME, product } from '../testing/catalogues';
import { cartOf, MAX_PIECES, piecesOf } from './cart';

const snapshot = snapshotOf(FRAME, [
  product(1, { sku: 'A', price: 1250, stock: 3 }),
  product(2, { sku: 'B', price: 999, stock: 0 }),
  product(3, { sku: 'C', price: null, stock: 7 }),
  product(4, { sku: 'D', price: 100, stock: 5000 }),
]);
const cart = (lines: { sku: string; quantity: number }[], wishes: string[] = []) =>
  cartOf(snapshot, { lines, wishes }, 'en');

describe('a cart', () => {
  it('charges no more pieces than there are, at the price of now', () => {
    const { lines, count, totals } = cart([
      { sku: 'A', quantity: 5 },
      { sku: 'B', quantity: 1 },
      { sku: 'C', quantity: 2 },
      { sku: 'D', quantity: 2 },
    ]);
    expect(count).toBe(5);
    expect(totals.map(({ amount }) => amount)).toEqual([39.5]);
    expect(lines.map(({ available }) => available)).toEqual([3, 0, 0, MAX_PIECES]);
    expect(lines[2]).toMatchObject({ price: null, sum: null });
  });

  it('leaves out what is gone from the shop, from its wishes too', () => {
    const { lines, wishes } = cart([{ sku: 'gone', quantity: 1 }], ['gone', 'A']);
    expect(lines).toEqual([]);
    expect(wishes).toEqual(['A']);
  });

  it('adds up to the sum of its lines, whatever is in it', () => {
    const line = fc.record({
      sku: fc.constantFrom('A', 'B', 'C', 'D'),
      quantity: fc.integer({ min: 1, max: MAX_PIECES }),
    });
    fc.assert(
      fc.property(fc.uniqueArray(line, { selector: ({ sku }) => sku }), (lines) => {
        const { totals, lines: shown, count } = cart(lines);
        const sum = shown.reduce((total, { sum: money }) => total + (money?.amount ?? 0), 0);
        expect(totals[0]?.amount ?? 0).toBeCloseTo(sum, 6);
        const pieces = lines.map(({ sku, quantity }) =>
          Math.min(quantity, piecesOf(snapshot, snapshot.bySku.get(sku)!)),
        );
        expect(count).toBe(pieces.reduce((total, one) => total + one, 0));
      }),
    );
  });
});
