import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { USUAL_PIN, type Pin } from '@fond/core';
import { withoutPin, withPin } from './pins';

const SIGNED = { by: 'Mara', at: '2026-06-01T09:00:00.000Z' };
const pin = (sku: string, place: number, aisle: string | null = 'front'): Pin => ({
  ...USUAL_PIN,
  ...SIGNED,
  sku,
  place,
  aisle,
});
const pinned = (pins: readonly Pin[], sku: string, place: number): Pin[] =>
  withPin(pins, { sku, place, aisle: 'front' }, SIGNED);

describe('pinning a product', () => {
  it('moves its own pin, and makes room where another stands', () => {
    expect(pinned([pin('A', 1)], 'A', 3)).toEqual([pin('A', 3)]);
    expect(pinned([pin('A', 1), pin('B', 2), pin('C', 4)], 'D', 1)).toEqual([
      pin('A', 2),
      pin('B', 3),
      pin('C', 4),
      pin('D', 1),
    ]);
  });

  it('leaves other aisles and the whole plan’s pins alone', () => {
    const others = [pin('A', 1, null), pin('B', 1, 'search')];
    expect(pinned(others, 'C', 1)).toEqual([...others, pin('C', 1)]);
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
        const pins = list.reduce<Pin[]>((all, [sku, place]) => pinned(all, sku, place), []);
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
