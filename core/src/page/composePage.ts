import { cardOf, plainText, shorten } from '../card/card';
import { groundOf, type Aisle } from '../catalogue/aisles';
import { textIn } from '../catalogue/rows';
import { languageOf, type Snapshot } from '../catalogue/snapshot';
import type { Words } from '../catalogue/sets';
import { facetModel, type FacetContext } from '../facets/facetModel';
import { appliedModels, appliedSearch } from '../facets/facetWords';
import { filterRange, type Filtered } from '../facets/filter';
import { parseSelections } from '../facets/selection';
import { MOST_PER_PAGE, pictureSizes, productsAPage } from '../layout/rows';
import { arrangedWindow, heldPins } from '../order/arrange';
import { permutationOf, windowByScore } from '../order/order';
import { pageOf } from '../order/pageOf';
import type { OrderLevel, Sorting, SortKey } from '../order/sorting';
import {
  facetPanelOf,
  panelShare,
  shelfOf,
  WIDTH_NAMES,
  type Edition,
  type Fixture,
  type Plan,
  type Shelf,
} from '../plans/plan';
import { choosePlan } from '../plans/reach';
import { dayIn, shownAt, type PageFacts } from '../plans/shownWhen';
import { namedOrder, runRange, type RangeResult } from '../range/range';
import type { RangeContext } from '../range/rule';
import type { SearchMatches } from '../text/searchIndex';
import { addressOf, NeighbourAddresses, type ListingState } from './address';
import type { FixtureModel, PageLink, PageModel, ShelfModel } from './pageModel';
import { navigationOf, shopFrameOf, trailOf } from './shopFrame';
import { wordsIn } from './words';

export interface PageRequest {
  /** As under the shop's root. */
  path: string;
  /** The address's parameters, decoded once; facets and `order`, `page`, `size`, `q`, `lang`. */
  parameters: Readonly<Record<string, string>>;
  /** What the text index found for `q` in the page's language; null where nothing is searched for. */
  matches: SearchMatches | null;
  /** Milliseconds since 1970; the core has no clock of its own. */
  now: number;
  /** The shop's time zone; `UTC` unless given. */
  zone?: string;
  /** The shopper's number, 0 to 99, for fixtures that are shown to a share of them; 0 unless given. */
  part?: number;
  /** Whether the shopper has signed in. */
  signedIn?: boolean;
  /** Also a free page that is not open to shoppers yet. */
  closed?: boolean;
}

/**
 * The one way from an address to a page: aisle → plan → fixtures; range → selections → order → window → cards.
 * The shop, the preview of a draft, the API and the tally all come from here, so what a merchandiser sees is what
 * gets published. Pure: the same snapshot, edition and request give the same page.
 *
 * Null where no aisle has this path or no plan reaches it.
 */
export function composePage(snapshot: Snapshot, edition: Edition, request: PageRequest): PageModel | null {
  const aisle = snapshot.aisles.byPath.get(request.path);
  const plan = aisle && choosePlan(edition.plans, aisle).winner?.plan;
  if (!aisle || !plan || (aisle.closed && !request.closed)) return null;
  const { state, ignored, malformed } = readState(snapshot, plan, request);
  const facts = factsOf(snapshot, aisle, state, request);
  // Which shelf the page has is settled before its products are known; all others may ask for them.
  const shelf = plan.fixtures.find(
    (fixture): fixture is Shelf =>
      fixture.type === 'shelf' && shownAt(fixture.when, { ...facts, results: true }).length > 0,
  );
  const context: RangeContext = { now: request.now, ranges: edition.ranges };
  const range = shelf ? runRange(snapshot, aisle, shelf.range, context) : null;
  const filtered =
    range &&
    filterRange(snapshot, searched(range.words, request.matches), state.selections, allOfFacets(plan));
  const addresses = new NeighbourAddresses(state, snapshot.frame.languages[0]);
  const composer: Composer = {
    snapshot,
    aisle,
    plan,
    shelf,
    state,
    addresses,
    request,
    context,
    range,
    filtered,
  };

  const known: PageFacts = { ...facts, results: filtered === null || filtered.count > 0 };
  const fixtures: FixtureModel[] = [];
  for (const fixture of plan.fixtures) {
    const widths = shownAt(fixture.when, known);
    const model = widths.length ? fixtureModel(composer, fixture, fixtures) : null;
    if (!model) continue;
    const hiddenAt = WIDTH_NAMES.filter((width) => !widths.includes(width));
    fixtures.push(hiddenAt.length ? { ...model, hiddenAt } : model);
  }
  filtered?.release();
  const ownLanguage = snapshot.frame.languages[0];
  const title = titleOf(composer);
  const within = aisle.kind === 'search' ? null : appliedSearch(state, ownLanguage);
  const description = textIn(aisle.descriptions, state.lang, snapshot.frame.languages);
  const page = fixtures.find((fixture): fixture is ShelfModel => fixture.type === 'shelf')?.page ?? 1;
  const shown: ListingState = { ...state, page };
  return {
    kind: 'listing',
    frame: shopFrameOf(snapshot, {
      lang: state.lang,
      edition: edition.number,
      current: aisle,
      state: shown,
      title,
      description: shorten(plainText(description), 155),
      canonical: canonicalOf(composer, page),
    }),
    aisle: { key: aisle.key, kind: aisle.kind, path: aisle.path, title, description },
    plan: { id: plan.id, name: plan.name },
    q: state.q,
    fixtures,
    applied: [...(within ? [within] : []), ...appliedModels(snapshot, state, composer.addresses)],
    clearHref:
      within || state.selections.size
        ? addressOf({ ...state, selections: new Map(), q: within ? '' : state.q, page: 1 }, ownLanguage)
        : null,
    href: addressOf(shown, ownLanguage),
    ignored,
    malformed,
  };
}

function factsOf(
  snapshot: Snapshot,
  aisle: Aisle,
  state: ListingState,
  { now, zone = 'UTC', part = 0, signedIn = false }: PageRequest,
): Omit<PageFacts, 'results'> {
  return {
    aisle,
    lang: state.lang,
    ...dayIn(zone, now),
    firstPage: state.page === 1,
    filtersUsed: state.selections.size > 0 || (state.q !== '' && aisle.kind !== 'search'),
    hasDescription: textIn(aisle.descriptions, state.lang, snapshot.frame.languages) !== '',
    part,
    signedIn,
  };
}

interface Composer {
  snapshot: Snapshot;
  aisle: Aisle;
  plan: Plan;
  /** The shelf that the page shows. */
  shelf: Shelf | undefined;
  state: ListingState;
  addresses: NeighbourAddresses;
  request: PageRequest;
  context: RangeContext;
  range: RangeResult | null;
  filtered: Filtered | null;
}

/** Facets whose chosen values all have to be met. */
const allOfFacets = (plan: Plan): ReadonlySet<string> =>
  new Set(facetPanelOf(plan)?.facets.flatMap(({ key, logic }) => (logic === 'all' ? [key] : [])) ?? []);

function searched(range: Words, matches: SearchMatches | null): Words {
  return matches ? range.map((word, w) => word & matches.words[w]) : range;
}

function titleOf({ snapshot, aisle, state }: Composer): string {
  if (aisle.kind === 'search' && state.q) return wordsIn(state.lang).results(state.q);
  return textIn(aisle.titles, state.lang, snapshot.frame.languages);
}

/**
 * What search engines may index: an aisle and its further pages in the plan's own order. Filtered, searched,
 * re-sorted and re-sized states repeat the same products, so they keep out and follow on. A free page that stands in for
 * an aisle is indexed at that aisle's address alone, and one that is not open nowhere.
 */
function canonicalOf({ snapshot, aisle, state }: Composer, page: number): string | null {
  if (state.selections.size || state.q || state.order || state.size || aisle.kind === 'search') return null;
  if (aisle.closed) return null;
  return addressOf({ ...state, path: groundOf(aisle).path, page }, snapshot.frame.languages[0]);
}

interface ReadState {
  state: ListingState;
  ignored: readonly string[];
  malformed: readonly { path: string; message: string }[];
}

function readState(snapshot: Snapshot, plan: Plan, request: PageRequest): ReadState {
  const { parameters } = request;
  const { selections, ignored, malformed } = parseSelections(snapshot, parameters);
  const faults = [...malformed];
  const q = (parameters['q'] ?? '').trim();
  const whole = (key: 'page' | 'size', most: number): number | null => {
    const text = parameters[key];
    if (text === undefined) return null;
    const number = Number(text);
    if (Number.isInteger(number) && number >= 1 && number <= most) return number;
    faults.push({ path: key, message: `Give a whole number from 1 to ${most}.` });
    return null;
  };
  const size = whole('size', MOST_PER_PAGE);
  const page = whole('page', 1_000_000) ?? 1;
  const choices: readonly string[] = orderChoices(shelfOf(plan), q !== '');
  let order: string | null = parameters['order'] ?? null;
  if (order !== null && !choices.includes(order)) {
    faults.push({ path: 'order', message: `“${order.slice(0, 40)}” is none of: ${choices.join(', ')}.` });
    order = null;
  }
  if (order === choices[0]) order = null;
  return {
    state: {
      path: request.path,
      selections,
      order,
      page,
      size,
      q,
      lang: languageOf(snapshot, parameters['lang']),
    },
    ignored,
    malformed: faults,
  };
}

type OrderChoice = SortKey | 'relevance';

/** The sort choices of a page; the first holds while nobody has chosen. Searching puts the best match first. */
function orderChoices(shelf: Shelf | undefined, searching: boolean): OrderChoice[] {
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

function fixtureModel(
  composer: Composer,
  fixture: Fixture,
  before: readonly FixtureModel[],
): FixtureModel | null {
  const { snapshot, aisle, state, filtered } = composer;
  const { id } = fixture;
  switch (fixture.type) {
    case 'breadcrumb':
      return aisle.kind === 'front'
        ? null
        : { id, type: 'breadcrumb', trail: trailOf(snapshot, aisle, state.lang) };
    case 'title':
      return { id, type: 'title', text: titleOf(composer) };
    case 'description': {
      // Wherever it is put it stands once, and an aisle without one shows no box.
      const html = textIn(aisle.descriptions, state.lang, snapshot.frame.languages);
      const twice = before.some((other) => other.type === 'description');
      return html && !twice ? { id, type: 'description', html } : null;
    }
    case 'navigation': {
      const siblings = aisle.children.length ? aisle.children : (aisle.parent?.children ?? []);
      const items = navigationOf(snapshot, siblings, aisle, state.lang, fixture.hideEmpty);
      return items.length ? { id, type: 'navigation', items, counts: fixture.counts } : null;
    }
    case 'facets': {
      if (!filtered) return null;
      const { addresses, range, request } = composer;
      const { side, share, header, counts } = fixture;
      // A search within the aisle narrows like a filter; in the search aisle it is what the aisle holds.
      const all = aisle.kind === 'search' ? searched(range!.words, request.matches) : range!.words;
      const whole = fixture.hideDead ? null : filterRange(snapshot, all, new Map());
      const context: FacetContext = { snapshot, aisle, state, addresses, filtered, whole };
      const facets = fixture.facets.flatMap((choice) => facetModel(context, choice) ?? []);
      whole?.release();
      return { id, type: 'facets', side, share, header, counts, facets };
    }
    case 'shelf':
      return fixture === composer.shelf ? shelfModel(composer, fixture) : null;
  }
}

function shelfModel(composer: Composer, shelf: Shelf): ShelfModel {
  const { snapshot, plan, state, request } = composer;
  const filtered = composer.filtered!;
  const total = filtered.count;
  const size = state.size ?? productsAPage(shelf.pageSize, shelf.columns);
  const pages = Math.max(1, Math.ceil(total / size));
  const page = Math.min(state.page, pages);
  const from = (page - 1) * size;

  const words = wordsIn(state.lang);
  const labelOf = (key: OrderChoice): string =>
    shelf.order.choices.find((choice) => choice.key === key)?.label[state.lang] || words.sorts[key];
  const choices = orderChoices(shelf, state.q !== '');
  const chosen = (state.order ?? choices[0]) as OrderChoice;
  const places = placesOf(composer, shelf, chosen, from, size);

  const href = (change: Partial<ListingState>): string =>
    addressOf({ ...state, ...change }, snapshot.frame.languages[0]);
  return {
    id: shelf.id,
    type: 'shelf',
    cards: Array.from(places, (p) => cardOf(snapshot, p, shelf.card, request.now, state.lang)),
    total,
    page,
    pages,
    size,
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
      number === null ? null : { page: number, href: href({ page: number }), current: number === page },
    ),
    previous: page > 1 ? href({ page: page - 1 }) : null,
    next: page < pages ? href({ page: page + 1 }) : null,
    columns: shelf.columns,
    gap: shelf.gap,
    lastRow: shelf.lastRow,
    pictureSizes: pictureSizes(shelf, panelShare(plan)),
    clearAll: facetPanelOf(plan)?.clearAll ?? true,
  };
}

/** Groups belong to the plan's own order; a sort that a shopper chose is what it says. */
export function sortingOf(shelf: Shelf, choice: OrderChoice, aisle: Aisle, context: RangeContext): Sorting {
  const { levels, lift, sink, soldOutLast } = shelf.order;
  const own = choice === 'recommended';
  return {
    levels: levelsOf(choice, levels),
    lift: own ? lift : [],
    sink: own ? sink : [],
    soldOutLast,
    named: namedOrder(shelf.range, aisle, context),
  };
}

/** The products of one page. Pins and spread are the plan's own order too. */
function placesOf(
  composer: Composer,
  shelf: Shelf,
  choice: OrderChoice,
  from: number,
  size: number,
): ArrayLike<number> {
  const { snapshot, aisle, state, request, context } = composer;
  const filtered = composer.filtered!;
  const permutation = permutationOf(snapshot, sortingOf(shelf, choice, aisle, context), state.lang, context);
  if (choice === 'relevance' && request.matches)
    return windowByScore(filtered.matches, request.matches.scores, permutation, from, size);
  const { pins, spread } = shelf.order;
  if (choice !== 'recommended' || (!pins.length && !spread))
    return pageOf(snapshot, filtered, permutation, state.selections, from, size);
  const { held } = heldPins(snapshot, pins, aisle.key, filtered.matches);
  return arrangedWindow(snapshot, filtered.matches, permutation, held, spread, from, size).map(({ p }) => p);
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
