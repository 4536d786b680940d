import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ProductRow } from '../catalogue/rows';
import { holds } from '../catalogue/sets';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import type { BlendBasis, BlendFactor } from '../clause/blend';
import { AISLE_RANGE } from '../clause/rule';
import { runRange } from '../range/range';
import { CONTEXT, FRAME, NOW, product, productsArbitrary } from '../testing/catalogues';
import { blendScores, explainScore } from './blendScores';
import { permutationOf } from './order';

const DAY = 86_400_000;
const factor = (id: string, basis: BlendBasis, change: Partial<BlendFactor> = {}): BlendFactor => ({
  id,
  basis,
  weight: 50,
  reversed: false,
  missing: 50,
  ...change,
});

const basisArbitrary: fc.Arbitrary<BlendBasis> = fc.constantFrom<BlendBasis>(
  { kind: 'newness', halfLife: 30 },
  { kind: 'figure', figure: 'price' },
  { kind: 'figure', figure: 'sold' },
  { kind: 'figure', figure: 'stock' },
  { kind: 'number', attribute: 'diameter' },
  { kind: 'values', attribute: 'material', values: ['steel', 'iron'] },
);
const factorsArbitrary: fc.Arbitrary<BlendFactor[]> = fc
  .array(
    fc.record({
      basis: basisArbitrary,
      weight: fc.integer({ min: 0, max: 100 }),
      reversed: fc.boolean(),
      missing: fc.integer({ min: 0, max: 100 }),
    }),
    { minLength: 1, maxLength: 4 },
  )
  .map((factors) => factors.map((one, at) => ({ ...one, id: `f${at}` })));

/** What a factor looks at, read off a row. */
function valueOf(row: ProductRow, basis: BlendBasis): number | null {
  switch (basis.kind) {
    case 'newness':
      return row.created === null ? null : Math.max(0, Math.floor((NOW + DAY - 1 - row.created) / DAY));
    case 'number': {
      const value = row.attributes[basis.attribute];
      return typeof value === 'number' ? value : null;
    }
    case 'values': {
      const value = row.attributes[basis.attribute];
      return value === undefined ? null : basis.values.includes(String(value)) ? 1 : 0;
    }
    case 'figure':
      return { price: row.price, sold: row.sold, stock: row.stock }[basis.figure as 'price'];
  }
}

/** A product's score, by comparing it with every other one. */
function scoreSlowly(row: ProductRow, rows: readonly ProductRow[], factors: readonly BlendFactor[]): number {
  const counted = factors.filter(({ weight }) => weight > 0);
  let sum = 0;
  for (const { basis, weight, reversed, missing } of counted) {
    const own = valueOf(row, basis);
    let share = missing / 100;
    if (own !== null) {
      if (basis.kind === 'newness') share = 2 ** (-own / basis.halfLife);
      else if (basis.kind === 'values') share = own;
      else {
        const others = rows.filter((one) => one !== row && valueOf(one, basis) !== null);
        const below = others.filter((one) => valueOf(one, basis)! < own).length;
        const level = others.filter((one) => valueOf(one, basis) === own).length;
        share = others.length ? (below + level / 2) / others.length : 0.5;
      }
      if (reversed) share = 1 - share;
    }
    sum += weight * share;
  }
  const weights = counted.reduce((all, { weight }) => all + weight, 0);
  return weights ? sum / weights : 0;
}

describe('a blend', () => {
  it('scores each product of a range as the slow reading does, and none outside of it', () => {
    fc.assert(
      fc.property(
        productsArbitrary,
        factorsArbitrary,
        fc.constantFrom('front', 'category:1'),
        (rows, factors, key) => {
          const snapshot = snapshotOf(FRAME, rows);
          const range = runRange(snapshot, snapshot.aisles.byKey.get(key)!, AISLE_RANGE, CONTEXT);
          const { members, scores } = blendScores(snapshot, { factors }, range, CONTEXT);
          const inside = rows.filter(({ sku }) => holds(range.bits, snapshot.bySku.get(sku)!));
          expect(members).toHaveLength(inside.length);
          members.forEach((p, at) => {
            const row = inside.find(({ sku }) => sku === snapshot.skus[p])!;
            expect(scores[at]).toBeCloseTo(scoreSlowly(row, inside, factors), 10);
          });
        },
      ),
      { numRuns: 150 },
    );
  });

  it('sorts by score, and tells each score factor by factor', () => {
    fc.assert(
      fc.property(productsArbitrary, factorsArbitrary, (rows, factors) => {
        const snapshot = snapshotOf(FRAME, rows);
        const within = runRange(snapshot, snapshot.aisles.byKey.get('front')!, AISLE_RANGE, CONTEXT);
        const context = { ...CONTEXT, blends: [{ id: 'b', name: 'B', factors }] };
        const levels = [{ key: 'blend' as const, of: 'b', reversed: false }];
        const { positions } = permutationOf(snapshot, { levels, named: null, within }, 'en', context);
        const blended = blendScores(snapshot, { factors }, within, context);
        const told = Array.from(positions, (p) => explainScore(snapshot, blended, p, context));
        expect(told).toHaveLength(rows.length);
        told.forEach(({ score, factors: parts }, at) => {
          if (at) expect(score).toBeLessThanOrEqual(told[at - 1].score);
          expect(parts.reduce((sum, { adds }) => sum + adds, 0)).toBeCloseTo(score, 10);
        });
      }),
    );
  });

  it('isn’t moved by how far a runaway seller is ahead', () => {
    const withBest = (sold: number): number[] => {
      const rows = [product(1, { sold: 3 }), product(2, { sold: 5 }), product(3, { sold })];
      const snapshot = snapshotOf(FRAME, rows);
      const range = runRange(snapshot, snapshot.aisles.byKey.get('front')!, AISLE_RANGE, CONTEXT);
      const { scores } = blendScores(
        snapshot,
        { factors: [factor('sold', { kind: 'figure', figure: 'sold' })] },
        range,
        CONTEXT,
      );
      return [...scores];
    };
    expect(withBest(6)).toEqual(withBest(6_000_000));
  });

  it('counts a half of newness after its half-life, and puts what has no date where the factor says', () => {
    const rows = [
      product(1, { created: NOW }),
      product(2, { created: NOW - 30 * DAY }),
      product(3, { created: null }),
    ];
    const snapshot = snapshotOf(FRAME, rows);
    const range = runRange(snapshot, snapshot.aisles.byKey.get('front')!, AISLE_RANGE, CONTEXT);
    const newness = factor('new', { kind: 'newness', halfLife: 30 }, { missing: 10 });
    const { members, scores } = blendScores(snapshot, { factors: [newness] }, range, CONTEXT);
    const bySku = new Map(Array.from(members, (p, at) => [snapshot.skus[p], scores[at]]));
    expect(rows.map(({ sku }) => bySku.get(sku))).toEqual([1, 0.5, 0.1]);
  });

  it('draws a rate of few views towards the shop’s own', () => {
    const day = NOW / DAY;
    const seen = (id: number, views: number, sold: number): ProductRow =>
      product(id, { activity: [{ day, views, sold }] });
    const snapshot = snapshotOf(FRAME, [seen(1, 1, 1), seen(2, 1000, 300), seen(3, 1000, 10)]);
    const range = runRange(snapshot, snapshot.aisles.byKey.get('front')!, AISLE_RANGE, CONTEXT);
    const rate = factor('rate', { kind: 'figure', figure: 'sold-per-view' });
    const blended = blendScores(snapshot, { factors: [rate] }, range, CONTEXT);
    const numbers = [1, 2, 3].map(
      (id) => explainScore(snapshot, blended, snapshot.bySku.get(`P-${id}`)!, CONTEXT).factors[0].number!,
    );
    expect(numbers[0]).toBeLessThan(numbers[1]);
    expect(numbers[0]).toBeGreaterThan(numbers[2]);
  });
});
