import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { countOf, fullBitset, holds, emptyBitset } from '../catalogue/sets';
import { filterRange } from '../facet/filter';
import { parseSelections } from '../address/selection';
import { pageOf } from '../page/pageOf';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import type { ProductRow } from '../catalogue/rows';
import { CONTEXT, FRAME, NOW, product, productsArbitrary } from '../testing/catalogues';
import { permutationOf } from './order';
import { windowByScore, windowOf } from './windows';
import { weightedRatings } from './productNumbers';
import { byLevels, type OrderKey, type OrderLevel, type Sorting } from './sorting';

const idsSorted = (rows: readonly ProductRow[], sorting: Sorting, context = CONTEXT): number[] => {
  const snapshot = snapshotOf(FRAME, rows);
  return Array.from(permutationOf(snapshot, sorting, 'en', context).positions, (p) => snapshot.ids[p]);
};
const idsInOrder = (rows: readonly ProductRow[], levels: OrderLevel[]): number[] =>
  idsSorted(rows, byLevels(levels));
const NEWEST = byLevels([{ key: 'newest', reversed: false }]);

describe('permutationOf', () => {
  it('sorts names as the language does: accents beside their letters, numbers by value', () => {
    const names = ['Zest', 'elan', 'Pan 10', 'Pan 9', 'Ëlan', 'öl'];
    const rows = names.map((title, at) => product(at + 1, { titles: { en: title } }));
    const sorted = idsInOrder(rows, [{ key: 'name', reversed: false }]).map((id) => names[id - 1]);
    expect(sorted).toEqual(['elan', 'Ëlan', 'öl', 'Pan 9', 'Pan 10', 'Zest']);
  });

  it('puts missing values last in either direction', () => {
    const rows = [product(1, { price: null }), product(2, { price: 300 }), product(3, { price: 100 })];
    expect(idsInOrder(rows, [{ key: 'price', reversed: false }])).toEqual([3, 2, 1]);
    expect(idsInOrder(rows, [{ key: 'price', reversed: true }])).toEqual([2, 3, 1]);
  });

  it('breaks ties by the next level, and at last by the position', () => {
    const rows = [
      product(1, { price: 500, created: 5 }),
      product(2, { price: 500, created: 9 }),
      product(3, { price: 500, created: 9 }),
    ];
    const levels: OrderLevel[] = [
      { key: 'price', reversed: false },
      { key: 'newest', reversed: false },
    ];
    expect(idsInOrder(rows, levels)).toEqual([2, 3, 1]);
  });

  it('knows every key, with its usual direction first', () => {
    const day = NOW / 86_400_000;
    const rows = [
      product(1, {
        featured: true,
        changed: NOW - 9,
        was: 9000,
        sold: 4,
        stock: 3,
        attributes: { diameter: 5 },
      }),
      product(2, {
        featured: false,
        changed: NOW,
        was: null,
        sold: 9,
        stock: 8,
        activity: [{ day, sold: 0, views: 7 }],
      }),
    ];
    const first = (key: OrderKey, reversed = false): number => idsInOrder(rows, [{ key, reversed }])[0];
    expect(first('featured')).toBe(1);
    expect(first('changed')).toBe(2);
    expect(first('saving')).toBe(1);
    expect(first('sold')).toBe(2);
    expect(first('sold', true)).toBe(1);
    expect(first('stock')).toBe(2);
    expect(first('views')).toBe(2);
  });

  it('sorts by an attribute: numbers from the smallest, values as the language has them', () => {
    const rows = [
      product(1, { attributes: { diameter: 28, material: 'steel' } }),
      product(2, { attributes: { diameter: 9, material: 'iron' } }),
      product(3),
    ];
    expect(idsInOrder(rows, [{ key: 'attribute', of: 'diameter', reversed: false }])).toEqual([2, 1, 3]);
    expect(idsInOrder(rows, [{ key: 'attribute', of: 'diameter', reversed: true }])).toEqual([1, 2, 3]);
    expect(idsInOrder(rows, [{ key: 'attribute', of: 'material', reversed: false }])).toEqual([2, 1, 3]);
  });

  it('sorts by what was counted in the shop, what nobody has seen last either way', () => {
    const earned = (seen: number, clicks: number, revenue: number) => ({ seen, clicks, carts: 0, revenue });
    const rows = [
      product(1, { earned: earned(2_000, 40, 90_000) }),
      product(2),
      product(3, { earned: earned(2_000, 200, 10_000) }),
    ];
    expect(idsInOrder(rows, [{ key: 'clicked', reversed: false }])).toEqual([3, 1, 2]);
    expect(idsInOrder(rows, [{ key: 'earned', reversed: false }])).toEqual([1, 3, 2]);
    expect(idsInOrder(rows, [{ key: 'earned', reversed: true }])).toEqual([3, 1, 2]);
  });

  it('sorts by availability, and leaves out a level whose attribute or blend is gone', () => {
    const rows = [product(1, { stock: 0 }), product(2, { stock: 3 }), product(3, { stock: 80 })];
    expect(idsInOrder(rows, [{ key: 'availability', reversed: false }])).toEqual([3, 2, 1]);
    const gone: OrderLevel[] = [
      { key: 'attribute', of: 'gone', reversed: false },
      { key: 'blend', of: 'gone', reversed: false },
      { key: 'stock', reversed: false },
    ];
    expect(idsInOrder(rows, gone)).toEqual([3, 2, 1]);
  });

  it('draws lots anew each day, and holds them for the day', () => {
    const rows = Array.from({ length: 40 }, (_, k) => product(k + 1));
    const random = byLevels([{ key: 'random', reversed: false }]);
    const today = idsSorted(rows, random);
    expect(idsSorted(rows, random, { ...CONTEXT, now: NOW + 3_600_000 })).toEqual(today);
    expect(idsSorted(rows, random, { ...CONTEXT, now: NOW + 86_400_000 })).not.toEqual(today);
    expect([...today].sort((a, b) => a - b)).toEqual(rows.map(({ id }) => id));
  });

  it('draws lots at the shop’s midnight, not at that of another place', () => {
    // On the other side of the world from UTC a day begins while the one before still goes on there.
    const zone = 'Pacific/Auckland';
    const midnight = Date.UTC(2026, 2, 9, 11);
    const lot = byLevels([{ key: 'random', reversed: false }]);
    const many = snapshotOf(
      FRAME,
      Array.from({ length: 40 }, (_, at) => product(at + 1)),
    );
    const drawn = (now: number): string =>
      permutationOf(many, lot, 'en', { now, ranges: [], blends: [], zone }).positions.join();
    expect(drawn(midnight - 60_000)).not.toBe(drawn(midnight + 60_000));
    expect(drawn(midnight + 60_000)).toBe(drawn(midnight + 20 * 3_600_000));
  });

  it('follows a list of article numbers and lets the others come after it', () => {
    const rows = [product(1), product(2), product(3)];
    const named: Sorting = {
      ...byLevels([{ key: 'named', reversed: false }]),
      named: ['P-3', 'P-gone', 'P-1', 'P-3'],
    };
    expect(idsSorted(rows, named)).toEqual([3, 1, 2]);
  });
});

describe('a page of an order by price', () => {
  it('is the same when it starts reading at the chosen bound, in either direction', () => {
    fc.assert(
      fc.property(
        productsArbitrary,
        fc.constantFrom('..19.99', '20..80', '50..', '10..20,100..'),
        fc.boolean(),
        fc.nat(20),
        (rows, price, reversed, from) => {
          const snapshot = snapshotOf(FRAME, rows);
          const permutation = permutationOf(snapshot, byLevels([{ key: 'price', reversed }]), 'en', CONTEXT);
          const { selections } = parseSelections(snapshot, { price });
          const filtered = filterRange(snapshot, fullBitset(rows.length), selections);
          const slow = [...permutation.positions]
            .filter((p) => holds(filtered.matches, p))
            .slice(from, from + 5);
          expect([...pageOf(snapshot, filtered, permutation, selections, from, 5)]).toEqual(slow);
        },
      ),
    );
  });
});

describe('weightedRatings', () => {
  it('trusts many good ratings more than one perfect one', () => {
    const snapshot = snapshotOf(FRAME, [
      product(1, { rating: 5, ratings: 1 }),
      product(2, { rating: 4.8, ratings: 90 }),
      product(3, { rating: 2, ratings: 60 }),
      product(4),
    ]);
    const [one, many, bad, none] = weightedRatings(snapshot);
    expect(many).toBeGreaterThan(one);
    expect(one).toBeGreaterThan(bad);
    expect(none).toBeNaN();
  });
});

describe('any key', () => {
  it('puts what is missing last, in either direction, whatever else is missing', () => {
    const keys: readonly Exclude<OrderKey, 'named' | 'random'>[] = [
      'featured',
      'newest',
      'changed',
      'name',
      'price',
      'saving',
      'rating',
      'sold',
      'views',
      'margin',
      'stock',
    ];
    const missing: Partial<Record<OrderKey, (row: ProductRow) => boolean>> = {
      newest: ({ created }) => created === null,
      price: ({ price }) => price === null,
      rating: ({ rating }) => rating === null,
      sold: ({ sold }) => sold === null,
    };
    fc.assert(
      fc.property(
        productsArbitrary,
        fc.constantFrom(...keys),
        fc.boolean(),
        fc.boolean(),
        (rows, key, reversed, noCounts) => {
          const given = noCounts ? rows.map((row) => ({ ...row, ratings: null })) : rows;
          const snapshot = snapshotOf(FRAME, given);
          const { positions } = permutationOf(snapshot, byLevels([{ key, reversed }]), 'en', CONTEXT);
          expect(new Set(positions).size).toBe(rows.length);
          const isMissing = missing[key];
          if (!isMissing) return;
          const flags = [...positions].map((p) => isMissing(given[snapshot.ids[p] - 1]));
          expect(flags).toEqual([...flags].sort((a, b) => Number(a) - Number(b)));
        },
      ),
    );
  });

  it('rates by the rating alone where nobody knows how many rated', () => {
    const snapshot = snapshotOf(FRAME, [
      product(1, { rating: 3, ratings: null, created: 9 }),
      product(2, { rating: 5, ratings: null, created: 1 }),
      product(3, { rating: 4, ratings: 0, created: 5 }),
    ]);
    const { positions } = permutationOf(
      snapshot,
      byLevels([{ key: 'rating', reversed: false }]),
      'en',
      CONTEXT,
    );
    expect([...positions].map((p) => snapshot.ids[p])).toEqual([2, 3, 1]);
  });
});

describe('windowOf', () => {
  it('reads the same window by walking and by sorting, for any set and place', () => {
    fc.assert(
      fc.property(
        productsArbitrary,
        fc.array(fc.boolean(), { minLength: 120, maxLength: 120 }),
        fc.nat(130),
        fc.integer({ min: 1, max: 60 }),
        (rows, flags, from, size) => {
          const snapshot = snapshotOf(FRAME, rows);
          const permutation = permutationOf(snapshot, NEWEST, 'en', CONTEXT);
          const words = emptyBitset(rows.length);
          rows.forEach((_, p) => {
            if (flags[p]) words[p >>> 5] |= 1 << (p & 31);
          });
          const slow = [...permutation.positions].filter((p) => flags[p]).slice(from, from + size);
          expect([...windowOf(words, countOf(words), permutation, from, size)]).toEqual(slow);
        },
      ),
    );
  });

  it('puts the best score first and keeps the order among equals', () => {
    const snapshot = snapshotOf(
      FRAME,
      Array.from({ length: 40 }, (_, k) => product(k + 1)),
    );
    const permutation = permutationOf(snapshot, NEWEST, 'en', CONTEXT);
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 40, maxLength: 40 }),
        fc.subarray([...Array(40).keys()]),
        fc.subarray([...Array(40).keys()]),
        fc.nat(20),
        fc.integer({ min: 1, max: 12 }),
        (score, found, left, from, size) => {
          const places = Uint32Array.from(found);
          const matches = { places, scores: Float64Array.from(found, (p) => score[p]) };
          const words = emptyBitset(40);
          for (const p of left) if (found.includes(p)) words[p >>> 5] |= 1 << (p & 31);
          const slow = found
            .filter((p) => left.includes(p))
            .sort((a, b) => score[b] - score[a] || permutation.ranks![a] - permutation.ranks![b])
            .slice(from, from + size);
          expect([...windowByScore(words, matches, permutation, from, size)]).toEqual(slow);
        },
      ),
    );
  });
});
