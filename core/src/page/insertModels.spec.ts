import { describe, expect, it } from 'vitest';
import { editionFrom } from '../plan/edition';
import { housePlan } from '../plan/housePlan';
import { freshInsert, type ShelfInsert } from '../plan/inserts';
import type { Fixture, Plan, Shelf } from '../plan/plan';
import type { Condition } from '../plan/shownWhen';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { tallyOf } from '../tally/tally';
import { FRAME, NOW, product } from '../testing/catalogues';
import { followed } from '../width/widths';
import { composePage } from './composePage';
import type { PageRequest } from './composer';
import { shelfModelOf, type PageModel, type ShelfModel } from './pageModel';

const snapshot = snapshotOf(
  FRAME,
  Array.from({ length: 28 }, (_, at) => product(at + 1)),
);
const insert = (change: Partial<ShelfInsert>): ShelfInsert => ({
  ...freshInsert('guide'),
  heading: { en: 'Which pan is for me?' },
  ...change,
});
const planWith = (inserts: readonly ShelfInsert[], change: Partial<Shelf> = {}): Plan => {
  const house = housePlan(snapshot, 'House');
  return {
    ...house,
    fixtures: house.fixtures.map((one): Fixture =>
      one.type === 'shelf'
        ? { ...one, pageSize: { by: 'rows', count: 4 }, columns: followed(3), inserts, ...change }
        : one,
    ),
  };
};
const pageOf = (plan: Plan, request: Partial<PageRequest> = {}): PageModel =>
  composePage(snapshot, editionFrom(1, { documents: [plan], ranges: [], blends: [] }), {
    path: '/cookware/pans',
    parameters: {},
    matches: null,
    now: NOW,
    ...request,
  })!;
const shelfOn = (plan: Plan, request: Partial<PageRequest> = {}): ShelfModel =>
  shelfModelOf(pageOf(plan, request))!;
const seenOn = (plan: Plan, request: Partial<PageRequest> = {}): number[] =>
  [1, 2, 3].flatMap((page) =>
    shelfOn(plan, { ...request, parameters: { page: String(page) } }).cards.map(({ id }) => id),
  );
const placesOf = ({ inserts = [] }: ShelfModel): string[] =>
  inserts.map(({ id, before }) => `${id} @${before}`);

describe('what stands among the cards of a shelf', () => {
  it('takes the room of products where rows are to be full, and none is lost between the pages', () => {
    const plan = planWith([insert({})]);
    expect(shelfOn(plan)).toMatchObject({ pages: 3, size: 11, to: 11 });
    expect(placesOf(shelfOn(plan))).toEqual(['guide-1-4 @4']);
    expect(shelfOn(plan, { parameters: { page: '2' } })).toMatchObject({ from: 12, to: 23 });
    expect(new Set(seenOn(plan)).size).toBe(28);
  });

  it('loses no product where a condition says for which page it is', () => {
    for (const when of [
      { kind: 'firstPage' },
      { kind: 'none', of: [{ kind: 'firstPage' }] },
    ] satisfies Condition[]) {
      const plan = planWith([insert({ pages: 'all', when })]);
      const seen = seenOn(plan);
      expect([seen.length, new Set(seen).size], when.kind).toEqual([28, 28]);
    }
    const later = planWith([insert({ pages: 'all', when: { kind: 'none', of: [{ kind: 'firstPage' }] } })]);
    expect(placesOf(shelfOn(later))).toEqual([]);
    expect(placesOf(shelfOn(later, { parameters: { page: '2' } }))).toEqual(['guide-2-4 @4']);
  });

  it('stands on each of the pages that are shown together', () => {
    const plan = planWith([insert({ pages: 'all' })], { paging: { form: 'more', stop: 3 } });
    expect(placesOf(shelfOn(plan, { parameters: { page: '2', from: '1' } }))).toEqual([
      'guide-1-4 @4',
      'guide-2-4 @15',
    ]);
  });

  it('takes no room for a shopper who does not get it', () => {
    const plan = planWith([insert({ when: { kind: 'share', from: 0, to: 50 } })]);
    expect(shelfOn(plan, { part: 20 })).toMatchObject({
      size: 11,
      inserts: [{ heading: expect.any(String) }],
    });
    const without = shelfOn(plan, { part: 70 });
    expect([without.size, without.inserts, without.standing]).toEqual([12, undefined, undefined]);
  });

  it('takes no room while it says nothing', () => {
    for (const empty of [insert({ heading: {} }), insert({ heading: {}, picture: { kind: 'aisle' } })])
      expect(shelfOn(planWith([empty]))).toMatchObject({ size: 12, to: 12 });
  });

  it('leaves rows of narrow pages to those who see it there, and is told where it is hidden', () => {
    const plan = planWith([insert({ when: { kind: 'width', widths: ['narrow'] } })]);
    const shelf = shelfOn(plan);
    expect(shelf.size).toBe(12);
    expect(shelf.inserts).toMatchObject([{ hiddenAt: ['wide', 'medium'] }]);
  });

  it('is never wider than the grid, and has colours that a page can use as they are', () => {
    const plan = planWith([insert({ columns: followed(2), rows: followed(2), ground: 'mark' })], {
      columns: { wide: 3, medium: 2, narrow: 1 },
    });
    expect(shelfOn(plan).inserts).toMatchObject([
      {
        columns: { wide: 2, medium: 2, narrow: 1 },
        rows: { wide: 2, medium: 2, narrow: 2 },
        ground: 'var(--mark)',
      },
    ]);
  });

  it('is counted by the tally as the page has it', () => {
    const hidden = planWith([insert({ when: { kind: 'shopper', signedIn: true } })]);
    expect(tallyOf(pageOf(hidden), hidden)!.widths.wide.full).toEqual({ columns: 3, rows: 4, lastRow: 3 });
    const shown = planWith([insert({ columns: followed(2) })]);
    const tally = tallyOf(pageOf(shown), shown)!;
    expect(tally.pageSize).toBe(10);
    expect(tally.widths.wide.full).toEqual({ columns: 3, rows: 4, lastRow: 3 });
    const sized = planWith([insert({ columns: followed(2) })], { pageSize: { by: 'products', count: 12 } });
    expect(tallyOf(pageOf(sized), sized)!.widths.wide.full).toEqual({ columns: 3, rows: 5, lastRow: 2 });
  });
});
