import { describe, expect, it } from 'vitest';
import { insertRooms, roomsOf, widthIn } from '../layout/room';
import { editionFrom } from '../plan/edition';
import { FRESH_FRAME } from '../plan/fixtures';
import { housePlan, usual } from '../plan/housePlan';
import { freshInsert, type ShelfInsert } from '../plan/inserts';
import { shelfOf, type Fixture, type Plan, type Shelf } from '../plan/plan';
import type { Condition } from '../plan/shownWhen';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { tallyOf } from '../tally/tally';
import { FRAME, NOW, product } from '../testing/catalogues';
import { atAllWidths, followed } from '../width/widths';
import { composePage } from './composePage';
import type { PageRequest } from './composer';
import { fixtureNamed } from './onceMore';
import { eachFixture, shelfModelOf, type PageModel, type ShelfModel } from './pageModel';

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
const sized =
  (count: number) =>
  (one: Fixture): Fixture =>
    one.type === 'shelf' ? { ...one, pageSize: { by: 'products', count } } : one;
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

  it('holds whatever a page may have twice, named anew where it is shown again, and over its own room', () => {
    const promo = (when: Condition | null): Fixture => ({
      ...usual('promo'),
      ...FRESH_FRAME.banner,
      inside: { fixture: 'shelf', slot: 'guide' },
      when,
    });
    const holding = (when: Condition | null): Plan => {
      const plan = planWith([
        insert({ heading: {}, pages: 'all', at: { by: 'every', every: 4 }, columns: followed(2) }),
      ]);
      return { ...plan, fixtures: [...plan.fixtures, promo(when)] };
    };
    const plan = holding(null);
    const page = pageOf(plan);
    const { inserts, size } = shelfModelOf(page)!;
    expect(size).toBe(8);
    expect(inserts?.map(({ before, fixtures }) => [before, fixtures.map(({ id }) => id)])).toEqual([
      [4, ['promo']],
    ]);
    const longer = { ...plan, fixtures: plan.fixtures.map(sized(12)) };
    const names = shelfOn(longer).inserts!.flatMap(({ fixtures }) => fixtures.map(({ id }) => id));
    expect(names).toEqual(['promo', 'promo~~guide-1-8']);
    expect(names.map(fixtureNamed)).toEqual(['promo', 'promo']);
    expect([...eachFixture(page.fixtures)].map(({ id }) => id)).toContain('promo');
    const [one, two] = [
      insertRooms(plan.fixtures, shelfOf(plan)!, insert({})),
      roomsOf(plan.fixtures, promo(null)),
    ];
    expect(widthIn(two, 1280)).toBeCloseTo(2 * widthIn(one, 1280) + shelfModelOf(page)!.gap.wide);
    const never = shelfOn(holding({ kind: 'shopper', signedIn: true }));
    expect([never.size, never.inserts]).toEqual([12, undefined]);
  });

  it('leaves the page’s title where it is, whatever a banner among the products holds', () => {
    const plan = planWith([insert({})]);
    const banner: Fixture = {
      ...usual('promo'),
      ...FRESH_FRAME.banner,
      holds: { title: true, trail: true },
      inside: { fixture: 'shelf', slot: 'guide' },
    };
    const page = pageOf({ ...plan, fixtures: [banner, ...plan.fixtures] });
    expect(page.fixtures.map(({ type }) => type)).toEqual(expect.arrayContaining(['title', 'breadcrumb']));
    expect([...eachFixture(page.fixtures)].find(({ id }) => id === 'promo')).toMatchObject({
      title: '',
      trail: [],
    });
  });

  it('has room in a staggered grid for what is put in it', () => {
    const plan = planWith([insert({ heading: {} })], { form: 'staggered' });
    const divider: Fixture = {
      ...usual('line'),
      type: 'space',
      height: atAllWidths(90),
      inside: { fixture: 'shelf', slot: 'guide' },
    };
    const [held] = shelfOn({ ...plan, fixtures: [...plan.fixtures, divider] }).inserts!;
    expect(held.held).toEqual({ wide: 90, medium: 90, narrow: 90 });
    expect(held.said).toEqual({ wide: 0, medium: 0, narrow: 0 });
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
