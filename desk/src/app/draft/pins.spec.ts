import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Pin } from '@fond/core';
import { withoutPin, withPin } from './pins';

const pin = (sku: string, place: number, aisle: string | null = 'front'): Pin => ({ sku, place, aisle });

describe('pinning a product', () => {
  it('moves its own pin, and makes room where another stands', () => {
    expect(withPin([pin('A', 1)], 'A', 3, 'front')).toEqual([pin('A', 3)]);
    expect(withPin([pin('A', 1), pin('B', 2), pin('C', 4)], 'D', 1, 'front')).toEqual([
      pin('A', 2),
      pin('B', 3),
      pin('C', 4),
      pin('D', 1),
    ]);
  });

  it('leaves other aisles and the whole plan’s pins alone', () => {
    const others = [pin('A', 1, null), pin('B', 1, 'search')];
    expect(withPin(others, 'C', 1, 'front')).toEqual([...others, pin('C', 1)]);
  });

  it('never holds two products at one place, or one product at two', () => {
    const moves = fc.array(
      fc.tuple(fc.constantFrom('A', 'B', 'C', 'D', 'E'), fc.integer({ min: 1, max: 6 })),
      {
        maxLength: 12,
      },
    );
    fc.assert(
      fc.property(moves, (list) => {
        const pins = list.reduce<Pin[]>((all, [sku, place]) => withPin(all, sku, place, 'front'), []);
        expect(new Set(pins.map(({ place }) => place)).size).toBe(pins.length);
        expect(new Set(pins.map(({ sku }) => sku)).size).toBe(pins.length);
        const last = list.at(-1);
        if (last) expect(pins).toContainEqual(pin(...last));
      }),
    );
  });

  it('is undone for the aisle it held in', () => {
    const pins = [pin('A', 1), pin('A', 2, null), pin('A', 3, 'search'), pin('B', 5)];
    expect(withoutPin(pins, 'A', 'front')).toEqual([pin('A', 3, 'search'), pin('B', 5)]);
  });
});
