import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { USUAL_PIN, type Pin } from '@fond/core';
import { alternating, inRow, withHolds, withoutHolds } from './pins';

const HERE = { aisle: 'front', today: '2026-06-15' };
const SIGNED = { by: 'Mara', at: '2026-06-01T09:00:00.000Z' };
const pin = (sku: string, place: number, aisle: string | null = 'front'): Pin => ({
  ...USUAL_PIN,
  ...SIGNED,
  sku,
  place,
  aisle,
});

describe('holding several products', () => {
  it('puts them one behind the other, and lets others make room in their order', () => {
    const pins = [pin('A', 2), pin('B', 3), pin('C', 9)];
    expect(withHolds(pins, inRow(['X', 'Y'], 2, 20), HERE, SIGNED)).toEqual([
      pin('A', 4),
      pin('B', 5),
      pin('C', 9),
      pin('X', 2),
      pin('Y', 3),
    ]);
  });

  it('leaves other aisles and the whole plan alone, and keeps what else a pin says', () => {
    const dated = { ...pin('X', 5), to: '2026-12-31', anyway: true };
    const others = [pin('A', 1, null), pin('B', 1, 'search')];
    expect(withHolds([...others, dated], [{ sku: 'X', place: 1 }], HERE, SIGNED)).toEqual([
      ...others,
      { ...dated, place: 1 },
    ]);
  });

  it('moves the pin that holds today, and leaves those of other days where they are', () => {
    const june = { ...pin('X', 5), from: '2026-06-01', to: '2026-06-30' };
    const july = { ...pin('X', 9), from: '2026-07-01', to: null };
    const always = pin('X', 7);
    expect(withHolds([june, july, always], [{ sku: 'X', place: 1 }], HERE, SIGNED)).toEqual([
      july,
      always,
      { ...june, place: 1 },
    ]);
    expect(withHolds([july], [{ sku: 'X', place: 9 }], HERE, SIGNED)).toEqual([july, pin('X', 9)]);
    expect(withHolds([july], [{ sku: 'Y', place: 9 }], HERE, SIGNED), 'its place is free today').toEqual([
      july,
      pin('Y', 9),
    ]);
    expect(withoutHolds([june, july, always], ['X'], HERE)).toEqual([july]);
  });

  it('makes room for one product, and moves its own pin', () => {
    expect(withHolds([pin('A', 1)], [{ sku: 'A', place: 3 }], HERE, SIGNED)).toEqual([pin('A', 3)]);
    const pins = [pin('A', 1), pin('B', 2), pin('C', 4)];
    expect(withHolds(pins, [{ sku: 'D', place: 1 }], HERE, SIGNED)).toEqual([
      pin('A', 2),
      pin('B', 3),
      pin('C', 4),
      pin('D', 1),
    ]);
  });

  it('never holds two products at one place, or one product at two, and every wish is met', () => {
    const skus = fc.uniqueArray(fc.constantFrom('A', 'B', 'C', 'D', 'E', 'F'), {
      minLength: 1,
      maxLength: 4,
    });
    const moves = fc.array(fc.tuple(skus, fc.integer({ min: 1, max: 12 }), fc.boolean()), { maxLength: 8 });
    fc.assert(
      fc.property(moves, (list) => {
        let pins: Pin[] = [];
        for (const [chosen, place, apart] of list) {
          const holds = (apart ? alternating : inRow)(chosen, place, 12);
          pins = withHolds(pins, holds, HERE, SIGNED);
          for (const { sku, place: wanted } of holds) {
            expect(wanted).toBeGreaterThanOrEqual(1);
            expect(wanted).toBeLessThanOrEqual(12);
            expect(pins).toContainEqual(pin(sku, wanted));
          }
          expect(new Set(pins.map((one) => one.place)).size).toBe(pins.length);
          expect(new Set(pins.map(({ sku }) => sku)).size).toBe(pins.length);
        }
      }),
    );
  });

  it('sets what is chosen apart by one place each, close together at the end', () => {
    expect(alternating(['A', 'B', 'C'], 2, 20).map(({ place }) => place)).toEqual([2, 4, 6]);
    expect(alternating(['A', 'B', 'C'], 20, 20).map(({ place }) => place)).toEqual([16, 18, 20]);
    expect(alternating(['A', 'B', 'C'], 1, 4).map(({ place }) => place)).toEqual([1, 2, 3]);
  });

  it('lets go of one, some or all of an aisle', () => {
    const pins = [pin('A', 1), pin('B', 2), pin('A', 3, null), pin('C', 1, 'search')];
    expect(withoutHolds(pins, ['A'], HERE)).toEqual([pin('B', 2), pin('C', 1, 'search')]);
    expect(withoutHolds(pins, null, HERE)).toEqual([pin('A', 3, null), pin('C', 1, 'search')]);
  });
});
