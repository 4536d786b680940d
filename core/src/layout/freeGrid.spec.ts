import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { TilePlace } from '../plan/fixtures';
import { FREE_COLUMNS, freePlaces, isInside, MAX_ROWS, overlap } from './freeGrid';

const place = fc
  .record({
    category: fc.integer({ min: 1, max: 14 }),
    x: fc.integer({ min: 0, max: 7 }),
    y: fc.integer({ min: 0, max: 12 }),
    w: fc.integer({ min: 1, max: 7 }),
    h: fc.integer({ min: 1, max: 5 }),
  })
  .map((one): TilePlace => one);
const places = fc.uniqueArray(place, { selector: ({ category }) => category, maxLength: 12 });
const categories = fc.uniqueArray(fc.integer({ min: 1, max: 14 }), { maxLength: 14 });

describe('a free grid', () => {
  it('gives every tile one place inside, and lets no two overlap', () => {
    fc.assert(
      fc.property(categories, places, (wanted, given) => {
        const placed = freePlaces(wanted, given);
        expect(placed.map(({ category }) => category).sort()).toEqual([...wanted].sort());
        placed.forEach((one, at) => {
          expect(isInside(one)).toBe(true);
          for (const other of placed.slice(at + 1)) expect(overlap(one, other)).toBe(false);
        });
      }),
    );
  });

  it('has no empty rows, and reads by row, then by column', () => {
    fc.assert(
      fc.property(categories, places, (wanted, given) => {
        const placed = freePlaces(wanted, given);
        const bottom = Math.max(0, ...placed.map(({ y, h }) => y + h));
        for (let row = 0; row < bottom; row++)
          expect(placed.some(({ y, h }) => y <= row && row < y + h)).toBe(true);
        for (let at = 1; at < placed.length; at++) {
          const [before, after] = [placed[at - 1], placed[at]];
          expect(before.y < after.y || (before.y === after.y && before.x < after.x)).toBe(true);
        }
      }),
    );
  });

  it('leaves tiles where they were put, and puts the others where there is room', () => {
    const big = { category: 1, x: 0, y: 0, w: 4, h: 2 };
    const low = { category: 2, x: 2, y: 2, w: 4, h: 1 };
    expect(freePlaces([1, 2], [low, big])).toEqual([big, low]);
    expect(freePlaces([1, 2, 3], [low, big])[1]).toEqual({ category: 3, x: 4, y: 0, w: 2, h: 2 });
    expect(freePlaces([2], [low, big]), 'the row above is gone').toEqual([{ ...low, y: 0 }]);
    const outside = { category: 4, x: 5, y: 0, w: 3, h: 1 };
    expect(freePlaces([4], [outside])).toEqual([{ category: 4, x: 0, y: 0, w: 3, h: 1 }]);
    expect(FREE_COLUMNS * MAX_ROWS).toBeGreaterThan(60 * 4);
  });
});
