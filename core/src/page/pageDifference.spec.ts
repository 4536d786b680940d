import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { editionFrom } from '../plan/edition';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { housePlan } from '../plan/housePlan';
import type { Fixture, Plan, Shelf } from '../plan/plan';
import { FRAME, NOW, productsArbitrary } from '../testing/catalogues';
import { composePage } from './composePage';
import { pageDifference } from './pageDifference';
import { shelfModelOf, type PageModel } from './pageModel';

const skus = (page: PageModel): string[] => shelfModelOf(page)!.cards.map(({ sku }) => sku);
const pagesOf = (
  rows: Parameters<typeof snapshotOf>[1],
  change: (shelf: Shelf) => Partial<Shelf>,
): PageModel[] => {
  const snapshot = snapshotOf(FRAME, rows);
  const plan = housePlan(snapshot, 'House');
  const other: Plan = {
    ...plan,
    fixtures: plan.fixtures.flatMap((one): Fixture[] =>
      one.type === 'shelf' ? [{ ...one, ...change(one) }] : one.type === 'facets' ? [] : [one],
    ),
  };
  return [plan, other].map((one) =>
    composePage(snapshot, editionFrom(1, { documents: [one], ranges: [], blends: [] }), {
      path: '/',
      parameters: { size: '200' },
      matches: null,
      now: NOW,
    })!,
  );
};

describe('what a page shows otherwise', () => {
  it('accounts for every product of both, at its places, and is the same turned round', () => {
    fc.assert(
      fc.property(productsArbitrary, fc.boolean(), (rows, fewer) => {
        const [one, two] = pagesOf(rows, ({ order, range }) => ({
          order: { ...order, levels: [{ key: 'price', reversed: true }] },
          range: fewer ? { ...range, clauses: [...range.clauses, { kind: 'featured' }] } : range,
        }));
        const { gained, lost, moved, total } = pageDifference(one, two);
        const [before, after] = [skus(one), skus(two)];
        expect(gained.map(({ sku }) => sku)).toEqual(after.filter((sku) => !before.includes(sku)));
        expect(lost.map(({ sku }) => sku)).toEqual(before.filter((sku) => !after.includes(sku)));
        const elsewhere = after.filter((sku, at) => before.includes(sku) && before.indexOf(sku) !== at);
        expect(moved.map(({ sku }) => sku).sort()).toEqual(elsewhere.sort());
        for (const { sku, from, to } of moved)
          expect([before[from! - 1], after[to! - 1]]).toEqual([sku, sku]);
        expect(total).toEqual({ from: shelfModelOf(one)!.total, to: shelfModelOf(two)!.total });
        const back = pageDifference(two, one);
        expect([back.gained.length, back.lost.length, back.moved.length]).toEqual([
          lost.length,
          gained.length,
          moved.length,
        ]);
      }),
      { numRuns: 40 },
    );
  });

  it('names filters and fixtures that one of them has alone, and nothing of a page against itself', () => {
    fc.assert(
      fc.property(productsArbitrary, (rows) => {
        const [one, two] = pagesOf(rows, () => ({}));
        const found = pageDifference(one, two);
        expect(found.fixtures).toEqual({ gained: [], lost: ['facets'] });
        expect(found.facets.gained).toEqual([]);
        const same = pageDifference(one, one);
        expect([same.gained, same.lost, same.moved, same.facets.lost, same.fixtures.lost].flat()).toEqual([]);
      }),
      { numRuns: 10 },
    );
  });

  it('is all that one page has where nothing stands on the other side', () => {
    const [page] = pagesOf([], () => ({}));
    expect(pageDifference(null, page).fixtures.gained.length).toBeGreaterThan(2);
    expect(pageDifference(null, null)).toMatchObject({ gained: [], lost: [], total: { from: 0, to: 0 } });
  });
});
