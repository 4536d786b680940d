import { describe, expect, it } from 'vitest';
import { composePage } from '../page/composePage';
import type { PageModel } from '../page/pageModel';
import { editionFrom } from '../plan/edition';
import { USUAL_FACET, housePlan } from '../plan/housePlan';
import type { FacetChoice } from '../plan/plan';
import type { FacetModel } from '../facet/models';
import { FRAME, NOW, product } from '../testing/catalogues';
import { runRange } from '../range/range';
import { AISLE_RANGE } from '../clause/rule';
import type { CatalogueFrame, ProductRow } from './rows';
import type { Snapshot } from './snapshot';
import { snapshotOf } from './snapshotBuilder';

const WEIGHTS: CatalogueFrame = {
  ...FRAME,
  attributes: [
    ...FRAME.attributes,
    {
      id: 90,
      key: 'weight',
      type: 'number',
      labels: { en: 'Weight' },
      unit: 'kg',
      filterable: true,
      onCards: true,
      valueLabels: {},
      swatches: {},
    },
  ],
};

/** 0.05 kg and up, in steps of a gram that are no round numbers. */
const rows = (
  count: number,
  weightOf = (k: number): number => Math.round(50 + ((k * 7_919) % 60_000)) / 1_000,
): ProductRow[] =>
  Array.from({ length: count }, (_, k) =>
    product(k + 1, { categories: [], attributes: k % 9 === 0 ? {} : { weight: weightOf(k) } }),
  );

function pageOf(
  snapshot: Snapshot,
  parameters: Record<string, string>,
  control: FacetChoice['control'],
): PageModel {
  const plan = housePlan(snapshot, 'House plan');
  const choice: FacetChoice = {
    key: 'weight',
    label: {},
    control,
    open: true,
    shown: 9,
    ...USUAL_FACET,
    sort: 'auto',
    logic: 'any',
  };
  const document = JSON.parse(JSON.stringify(plan), (key, value: unknown) =>
    key === 'facets' && Array.isArray(value) ? [choice] : value,
  ) as typeof plan;
  return composePage(snapshot, editionFrom(1, { documents: [document], ranges: [], blends: [] }), {
    path: '/',
    parameters,
    matches: null,
    now: NOW,
  })!;
}

const facetIn = (page: PageModel): FacetModel | undefined => {
  const found: FacetModel[] = [];
  JSON.stringify(page, (key, value: unknown) => {
    if (key === 'facets' && Array.isArray(value)) found.push(...(value as FacetModel[]));
    return value;
  });
  return found.find(({ key }) => key === 'weight');
};

const totalOf = (page: PageModel): number => {
  let total = -1;
  JSON.stringify(page, (key, value: unknown) => {
    if (key === 'total' && typeof value === 'number') total = value;
    return value;
  });
  return total;
};

describe('a number attribute as a facet', () => {
  it('keeps its dictionary while its numbers can be offered one by one', () => {
    const snapshot = snapshotOf(
      WEIGHTS,
      rows(400, (k) => (k % 50) / 10),
    );
    expect(snapshot.facets.get('weight')!.kind).toBe('values');
  });

  it('is a column of whole numbers once they are many, and products have their labels still', () => {
    const snapshot = snapshotOf(WEIGHTS, rows(400));
    const column = snapshot.facets.get('weight')!;
    expect(column.kind === 'number' && [column.scale, column.grain]).toEqual([1_000, 1]);
    expect(snapshot.attributes.get('weight')!.column.kind).toBe('values');
  });

  it('tells the decimals of very large and very fine numbers apart as far as doubles can', () => {
    const snapshot = snapshotOf(
      WEIGHTS,
      rows(400, (k) => (k === 1 ? 4e15 : k + 0.123_456_789)),
    );
    const column = snapshot.facets.get('weight')!;
    expect(column.kind === 'number' && column.scale).toBe(1);
    const fine = snapshotOf(
      WEIGHTS,
      rows(400, (k) => k + 0.123_456_789),
    ).facets.get('weight')!;
    expect(fine.kind === 'number' && fine.scale).toBe(1_000_000);
  });

  for (const count of [400, 9_000])
    it(`offers ${count === 400 ? 'steps of single numbers' : 'steps of bins'}; each leads to as many products as it says`, () => {
      const snapshot = snapshotOf(WEIGHTS, rows(count));
      const steps = facetIn(pageOf(snapshot, {}, 'auto'))!;
      expect(steps.control).toBe('steps');
      expect(steps.values.length).toBeGreaterThan(3);
      const all = runRange(snapshot, snapshot.aisles.byPath.get('/')!, AISLE_RANGE, {
        now: NOW,
        ranges: [],
        blends: [],
      });
      expect(steps.values.reduce((sum, value) => sum + value.count, 0)).toBe(
        all.count - Math.ceil(count / 9),
      );
      for (const { value, count: told } of steps.values)
        expect(totalOf(pageOf(snapshot, { weight: value }, 'auto')), value).toBe(told);
    });

  it('counts each number where an aisle’s lie closer together than the bins of the catalogue', () => {
    // One heavy product stretches the bins of all others.
    const snapshot = snapshotOf(
      WEIGHTS,
      rows(9_000, (k) => (k === 1 ? 90_000 : 1 + (k % 1_500) / 1_000)),
    );
    const facet = facetIn(pageOf(snapshot, { price: '0..1000000' }, 'auto'))!;
    for (const { value, count } of facet.values)
      expect(totalOf(pageOf(snapshot, { weight: value }, 'auto')), value).toBe(count);
  });

  it('offers steps of numbers of fourteen digits, none of them rounded away', () => {
    const snapshot = snapshotOf(
      WEIGHTS,
      rows(400, (k) => 12_345_678_901_234 + (k % 119)),
    );
    const facet = facetIn(pageOf(snapshot, {}, 'auto'))!;
    expect(facet.values.reduce((sum, { count }) => sum + count, 0)).toBe(400 - Math.ceil(400 / 9));
    for (const { value, count } of facet.values)
      expect(totalOf(pageOf(snapshot, { weight: value }, 'auto')), value).toBe(count);
  });

  it('is found by addresses of the time when its numbers were few', () => {
    const snapshot = snapshotOf(WEIGHTS, rows(400));
    const [weight] = Object.values(rows(400)[4].attributes);
    expect(totalOf(pageOf(snapshot, { weight: String(weight) }, 'auto'))).toBe(1);
  });

  it('is a slider where a plan wishes for one', () => {
    const facet = facetIn(pageOf(snapshotOf(WEIGHTS, rows(9_000)), {}, 'slider'))!;
    expect(facet.control).toBe('range');
    expect(facet.range!.buckets.reduce((sum, { count }) => sum + count, 0)).toBe(8_000);
    expect(facet.range!.max).toBeLessThanOrEqual(60.05);
  });
});
