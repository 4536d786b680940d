import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { countOf, wordsFor } from '../catalogue/sets';
import { snapshotOf } from '../catalogue/snapshot';
import { FRAME, product, productsArbitrary } from '../testing/catalogues';
import { permutationOf, weightedRatings, windowByScore, windowOf, type OrderLevel } from './order';

const idsInOrder = (rows: Parameters<typeof snapshotOf>[1], levels: OrderLevel[], lang = 'en'): number[] => {
  const snapshot = snapshotOf(FRAME, rows);
  return Array.from(permutationOf(snapshot, levels, lang).positions, (p) => snapshot.ids[p]);
};

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
          const permutation = permutationOf(snapshot, [{ key: 'newest', reversed: false }], 'en');
          const words = wordsFor(rows.length);
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
    const snapshot = snapshotOf(FRAME, [product(1), product(2), product(3)]);
    const permutation = permutationOf(snapshot, [{ key: 'newest', reversed: false }], 'en');
    const words = Uint32Array.of(0b111);
    const scores = new Map([
      [0, 1],
      [1, 7],
      [2, 1],
    ]);
    expect([...windowByScore(words, scores, permutation, 0, 3)]).toEqual([1, 0, 2]);
  });
});
