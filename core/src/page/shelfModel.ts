import { atEachWidth } from '../width/widths';
import { cardOf } from '../card/card';
import { drawCard } from '../card/drawn';
import type { Aisle } from '../catalogue/aisles';
import { cardGaps, isLines, pictureRooms, shelfRooms, sizesOf } from '../layout/room';
import { pagesOf, shelfCut, standingOf, startOf } from '../layout/inserts';
import { inLanes, insertModels } from './insertModels';
import { arrange, arrangedWindow, arranges, pinsAt, withPinned } from '../order/arrange';
import type { SearchMatches } from '../order/matches';
import { answerPins } from '../search/answers';
import { permutationOf, type Permutation } from '../order/order';
import { windowAround, windowByScore } from '../order/windows';
import { pageOf } from './pageOf';
import type { OrderLevel, Sorting, SortKey } from '../order/sorting';
import { facetPanelOf, type Shelf } from '../plan/plan';
import { namedOrder, runRange, type RangeResult } from '../range/range';
import type { Snapshot } from '../catalogue/snapshot';
import type { RangeContext } from '../clause/rule';
import { addressOf, type ListingState, type ShelfView } from '../address/address';
import type { Composer } from './composer';
import type { PageLink, ShelfModel } from './pageModel';
import { wordsIn } from '../words/words';

export type OrderChoice = SortKey | 'relevance';

/** The sort choices of a page; the first holds while nobody has chosen. Searching puts the best match first. */
export function orderChoices(shelf: Shelf | undefined, searching: boolean): OrderChoice[] {
  const choices: OrderChoice[] = shelf?.order.choices.map(({ key }) => key) ?? [];
  if (!choices.length) choices.push('recommended');
  if (searching) choices.unshift('relevance');
  return choices;
}

/** The levels behind a sort choice; the plan's own levels break its ties. */
export function levelsOf(choice: OrderChoice, own: readonly OrderLevel[]): readonly OrderLevel[] {
  if (choice === 'recommended' || choice === 'relevance') return own;
  const reversed = choice === 'price-desc' || choice === 'name-desc';
  const key = choice === 'price-desc' ? 'price' : choice === 'name-desc' ? 'name' : choice;
  return [{ key, reversed }, ...own.filter((level) => level.key !== key)];
}

/** The form that a shopper sees: the plan's, unless it lets them choose, and they did. */
function formOf({ form, listSwitch }: Shelf, view: ShelfView | null): Shelf['form'] {
  if (!listSwitch || view === null) return form;
  return view === 'list' ? 'list' : form === 'list' ? 'grid' : form;
}

/** Products that are shown together at most, however many pages that makes. */
const MAX_TOGETHER = 600;

/**
 * The aisle's own shelf: one page of what is left after filters, in the chosen order.
 *
 * Where pages add to each other, an address names the first and the last of those that are shown (`from` and `page`),
 * and the whole window is made from one state of the catalogue each time. So nothing stands there twice and nothing is
 * left out, whatever has changed between two pages: what was added before has moved along with all else.
 */
export function shelfModel(composer: Composer, shelf: Shelf): ShelfModel {
  const { snapshot, plan, state, request } = composer;
  const filtered = composer.filtered!;
  const total = filtered.count;
  const standing = standingOf(shelf, plan.fixtures, composer.facts);
  const cuts = state.size === null ? shelfCut(shelf, standing) : { first: state.size, others: state.size };
  const pages = pagesOf(total, cuts);
  const page = Math.min(state.page, pages);
  const firstPage = Math.max(
    1,
    Math.min(state.from, page),
    page - Math.floor(MAX_TOGETHER / cuts.others) + 1,
  );
  const from = startOf(firstPage, cuts);
  const until = startOf(page + 1, cuts);

  const words = wordsIn(state.lang);
  const labelOf = (key: OrderChoice): string =>
    shelf.order.choices.find((choice) => choice.key === key)?.label[state.lang] || words.sorts[key];
  const choices = orderChoices(shelf, state.q !== '');
  const together = shelf.paging.form !== 'numbered';
  const chosen = (state.order ?? choices[0]) as OrderChoice;
  const places = placesOf(composer, shelf, chosen, from, until - from);

  const href = (change: Partial<ListingState>): string =>
    addressOf({ ...state, ...change }, snapshot.frame.languages[0]);
  const form = formOf(shelf, state.view ?? request.view ?? null);
  const drawn = drawCard(shelf, {
    look: plan.look,
    lang: state.lang,
    frame: snapshot.frame,
    lines: isLines(form),
  });
  const cards = Array.from(places, (p) => cardOf(snapshot, p, shelf.card, composer.badges, state.lang));
  const rooms = shelfRooms(plan.fixtures, shelf);
  const shape = { ...shelf, form };
  const shown = { from, until: from + places.length, firstPage, page, pages, cuts };
  const among = insertModels(composer, shelf, form, standing, shown);
  return {
    id: shelf.id,
    type: 'shelf',
    cards,
    total,
    page,
    firstPage,
    pages,
    size: page === 1 ? cuts.first : cuts.others,
    from: total ? from + 1 : 0,
    to: from + places.length,
    order: { key: chosen, label: labelOf(chosen) },
    orders: choices.map((choice) => ({
      key: choice,
      label: labelOf(choice),
      href: href({ order: choice === choices[0] ? null : choice, page: 1 }),
      selected: choice === chosen,
    })),
    pager: pagerOf(page, pages).map((number): PageLink | null =>
      number === null
        ? null
        : { page: number, href: href({ page: number, from: number }), current: number === page },
    ),
    previous: page > 1 ? href({ page: page - 1, from: page - 1 }) : null,
    next: page < pages ? href({ page: page + 1, from: page + 1 }) : null,
    paging: shelf.paging,
    more:
      together && page < pages
        ? { href: href({ page: page + 1, from: firstPage }), count: Math.min(cuts.others, total - until) }
        : null,
    earlier: together && firstPage > 1 ? href({ page, from: firstPage - 1 }) : null,
    form,
    views: shelf.listSwitch
      ? (['grid', 'list'] as const).map((view) => ({
          view,
          href: href({ view }),
          selected: (view === 'list') === (form === 'list'),
        }))
      : null,
    columns: atEachWidth(shelf.columns),
    gap: cardGaps(rooms, shelf.columns, shelf.gap),
    ...(shelf.rowGap && { rowGap: atEachWidth(shelf.rowGap) }),
    lastRow: shelf.lastRow,
    pictureSizes: sizesOf(pictureRooms(rooms, shape), plan.look),
    drawn,
    ...inLanes(composer, shelf, shape, cards, drawn.elements, among),
    ...(standing.length && { standing }),
    clearAll: facetPanelOf(plan)?.clearAll ?? true,
  };
}

/** What a shelf's products are sorted by. */
export const sortingOf = (
  shelf: Shelf,
  choice: OrderChoice,
  aisle: Aisle,
  context: RangeContext,
  within: RangeResult,
): Sorting => ({
  levels: levelsOf(choice, shelf.order.levels),
  named: namedOrder(shelf.range, aisle, context),
  within,
});

/** What a shelf shows in an aisle. */
export const shelfRange = (
  snapshot: Snapshot,
  aisle: Aisle,
  { range, order }: Pick<Shelf, 'range' | 'order'>,
  context: RangeContext,
): RangeResult =>
  withPinned(snapshot, runRange(snapshot, aisle, range, context), order.pins, aisle.key, context);

/** The products of one page. Groups, pins and spread are the plan's own order too; a sort that a shopper chose is what it says. */
function placesOf(
  composer: Composer,
  shelf: Shelf,
  choice: OrderChoice,
  from: number,
  size: number,
): ArrayLike<number> {
  const { snapshot, aisle, state, request, context } = composer;
  const filtered = composer.filtered!;
  const sorting = sortingOf(shelf, choice, aisle, context, composer.range!);
  const permutation = permutationOf(snapshot, sorting, state.lang, context);
  if (choice === 'relevance' && request.matches)
    return bestMatches(composer, request.matches, permutation, from, size);
  const order =
    choice === 'recommended' ? shelf.order : { ...shelf.order, groups: [], spread: null, pins: [] };
  if (!arranges(order)) return pageOf(snapshot, filtered, permutation, state.selections, from, size);
  const { matches, count } = filtered;
  const arrangement = arrange(snapshot, matches, count, order, permutation, aisle.key, context);
  return arrangedWindow(snapshot, arrangement, from, size).map(({ p }) => p);
}

/** The best matches, with those that the shop's answer to the query holds at their places. */
function bestMatches(
  { snapshot, answer, filtered }: Composer,
  matches: SearchMatches,
  permutation: Permutation,
  from: number,
  size: number,
): ArrayLike<number> {
  const { matches: bits, count } = filtered!;
  const held = answer ? answerPins(snapshot, answer, bits) : new Map<number, number>();
  if (!held.size) return windowByScore(bits, matches, permutation, from, size);
  const rest = bits.slice();
  for (const p of held.keys()) rest[p >>> 5] &= ~(1 << (p & 31));
  return windowAround(pinsAt({ held, count }), count, from, size, (start, length) =>
    windowByScore(rest, matches, permutation, start, length),
  );
}

/** First, last and the neighbours of the current page; null stands for a gap of two pages or more. */
export function pagerOf(page: number, pages: number): (number | null)[] {
  const kept = new Set([1, pages, page - 1, page, page + 1]);
  if (page <= 3) for (let n = 1; n <= 4; n++) kept.add(n);
  if (page >= pages - 2) for (let n = pages - 3; n <= pages; n++) kept.add(n);
  const numbers = [...kept].filter((n) => n >= 1 && n <= pages).sort((a, b) => a - b);
  const pager: (number | null)[] = [];
  numbers.forEach((n, at) => {
    const gap = at ? n - numbers[at - 1] : 1;
    if (gap === 2) pager.push(n - 1);
    else if (gap > 2) pager.push(null);
    pager.push(n);
  });
  return pager;
}
