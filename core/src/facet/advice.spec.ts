import { describe, expect, it } from 'vitest';
import { fullBitset } from '../catalogue/sets';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { FRAME, product } from '../testing/catalogues';
import { adviseFacets, type FacetAdvice } from './advice';

const rows = Array.from({ length: 40 }, (_, k) =>
  product(k + 1, {
    attributes: {
      // Evenly split, everywhere filled.
      material: ['steel', 'iron', 'copper', 'oak'][k % 4],
      // On a quarter of the products only.
      ...(k % 4 === 0 && { diameter: 16 + (k % 3) * 4 }),
      // The same for all.
      'oven-safe': true,
      // All but one are red.
      colour: k === 7 ? 'blue' : 'red',
      hob: k % 2 ? ['gas', 'induction'] : ['gas'],
    },
  }),
);
const snapshot = snapshotOf(FRAME, rows);
const advice = adviseFacets(snapshot, fullBitset(snapshot.size));
const of = (key: string): FacetAdvice => advice.find((one) => one.key === key)!;

describe('advice on facets', () => {
  it('recommends what covers the products and splits them evenly', () => {
    expect(of('material')).toMatchObject({
      covered: 40,
      coverage: 1,
      values: 4,
      verdict: 'use',
      reason: 'helps',
    });
    expect(of('material').evenness).toBeCloseTo(1);
    expect(of('material').leaves).toBeCloseTo(0.25);
  });

  it('says why a facet would not help', () => {
    expect(of('diameter')).toMatchObject({ covered: 10, verdict: 'leave', reason: 'low-coverage' });
    expect(of('oven-safe')).toMatchObject({ values: 1, verdict: 'leave', reason: 'one-value' });
    expect(of('colour')).toMatchObject({ verdict: 'leave', reason: 'one-sided' });
    expect(of('tag')).toMatchObject({ values: 0, covered: 0, verdict: 'leave', reason: 'no-value' });
  });

  it('counts products with several values once', () => {
    expect(of('hob').covered).toBe(40);
    expect(of('hob').top).toEqual([
      { value: 'gas', count: 40 },
      { value: 'induction', count: 20 },
    ]);
  });

  it('puts what helps most first, and asks nothing of an empty range', () => {
    expect(advice[0].verdict).toBe('use');
    expect(advice.at(-1)!.verdict).toBe('leave');
    const nothing = adviseFacets(snapshot, new Uint32Array(2));
    expect(nothing.every(({ verdict, coverage }) => verdict === 'leave' && coverage === 0)).toBe(true);
  });
});
