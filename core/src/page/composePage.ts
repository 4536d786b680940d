import { badgesFor } from '../badge/badges';
import { plainText, shorten } from '../text/plainText';
import { groundOf, type Aisle } from '../catalogue/aisles';
import { textIn, type Lang } from '../text/texts';
import { languageOf, type Snapshot } from '../catalogue/snapshot';
import { appliedModels, appliedSearch } from '../facet/facetWords';
import { filterRange } from '../facet/filter';
import { parseSelections, type Selections } from '../address/selection';
import { answeredMatches, answerTo } from '../search/answers';
import type { QueryAnswer } from '../clause/searchRules';
import { todayIn } from '../clause/inForce';
import { MAX_PER_PAGE } from '../layout/rows';
import { facetPanelOf, shelfOf, type Edition, type IndexedValue, type Plan, type Shelf } from '../plan/plan';
import { asPlanned, showFor } from '../plan/planValues';
import { choosePlan } from '../plan/reach';
import type { PageFacts } from '../plan/shownWhen';
import type { RangeContext } from '../clause/rule';
import { addressOf, NeighbourAddresses, UNFILTERED, type ListingState } from '../address/address';
import { searched, titleOf, type Composer, type PageRequest } from './composer';
import { fixtureModels, isShown } from './fixtureModels';
import type { AppliedModel } from '../facet/models';
import { shelfModelOf, type PageModel, type ShelfModel } from './pageModel';
import { productFacts } from './productFacts';
import { orderChoices, shelfRange } from './shelfModel';
import { shopFrameOf } from './shopFrame';
import { factsOf } from './pageFacts';
import { standInsOf } from './standIns';
import { wordsIn } from '../words/words';

/**
 * The one way from an address to a page: aisle → plan → fixtures; range → selections → order → window → cards.
 * The shop, the preview of a draft, the API and the tally all come from here, so what a merchandiser sees is what
 * gets published. Pure: the same snapshot, edition and request give the same page.
 *
 * Null where no aisle has this path or no plan reaches it.
 */
export function composePage(catalogue: Snapshot, edition: Edition, request: PageRequest): PageModel | null {
  const aisle = catalogue.aisles.byPath.get(request.path);
  const plan = aisle && choosePlan(edition.plans, aisle).winner?.plan;
  if (!aisle || !plan || (aisle.closed && !request.closed)) return null;
  const snapshot = asPlanned(catalogue, plan);
  const answer = answerFor(snapshot, aisle, request);
  const { state, ignored, malformed } = readState(snapshot, plan, request, answer);
  const facts = factsOf(snapshot, aisle, state, request);
  // Which shelf the page has is settled before its products are known; all others may ask for them.
  const shelf = plan.fixtures.find(
    (fixture): fixture is Shelf =>
      fixture.type === 'shelf' && isShown(plan.fixtures, fixture, { ...facts, results: true }),
  );
  const context: RangeContext = {
    now: request.now,
    ranges: edition.ranges,
    blends: edition.blends,
    zone: request.zone,
    recent: request.standIns ? standInsOf(snapshot) : undefined,
  };
  const range = shelf ? shelfRange(snapshot, aisle, shelf, context) : null;
  const matches =
    request.matches && answer ? answeredMatches(snapshot, request.matches, answer) : request.matches;
  const filtered =
    range && filterRange(snapshot, searched(range.bits, matches), state.selections, allOfFacets(plan));
  const addresses = new NeighbourAddresses(state, snapshot.frame.languages[0]);
  const known: PageFacts = { ...facts, results: filtered === null || filtered.count > 0 };
  const composer: Composer = {
    snapshot,
    aisle,
    plan,
    shelf,
    state,
    addresses,
    request: { ...request, matches },
    context,
    badges: badgesFor(snapshot, plan.badges, context),
    range,
    filtered,
    facts: known,
    answer,
  };

  const fixtures = fixtureModels(composer, known);
  filtered?.release();
  const ownLanguage = snapshot.frame.languages[0];
  const title = titleOf(composer);
  const within = aisle.kind === 'search' ? null : appliedSearch(state, ownLanguage);
  const description = textIn(aisle.descriptions, state.lang, snapshot.frame.languages);
  const shelfModel = shelfModelOf({ fixtures });
  const page = shelfModel?.page ?? 1;
  const applied = [...(within ? [within] : []), ...appliedModels(snapshot, state, composer.addresses)];
  const shown: ListingState = {
    ...state,
    page,
    from: Math.min(page, shelfModel?.firstPage ?? page),
  };
  const quiet = addressOf(shown, ownLanguage);
  const own = indexedValue(composer);
  const looked = snapshot.bySlug.get(request.parameters['look'] ?? '');
  const quick =
    looked === undefined
      ? null
      : { product: productFacts(snapshot, looked, composer.badges, state.lang), close: quiet };
  return {
    kind: 'listing',
    frame: shopFrameOf(snapshot, {
      lang: state.lang,
      edition,
      current: aisle,
      look: plan.look,
      badges: plan.badges,
      styled: plan,
      state: shown,
      title: headTitle(
        title,
        applied,
        page,
        state.lang,
        textIn(own?.title ?? {}, state.lang, snapshot.frame.languages),
      ),
      description: headDescription(
        textIn(own?.words ?? {}, state.lang, snapshot.frame.languages) || description,
        title,
        shelfModel,
        page,
        state.lang,
      ),
      // What is empty is nothing to be found.
      canonical: shelfModel?.total === 0 ? null : canonicalOf(composer, page),
      image: shelfModel?.cards.find(({ images }) => images.length)?.images[0] ?? null,
    }),
    aisle: { key: aisle.key, kind: aisle.kind, path: aisle.path, title, description },
    plan: { id: plan.id, name: plan.name },
    q: state.q,
    fixtures,
    applied,
    clearHref:
      within || state.selections.size
        ? addressOf({ ...state, selections: new Map(), q: within ? '' : state.q, page: 1 }, ownLanguage)
        : null,
    href: quick ? lookingAt(quick.close, quick.product.slug) : quiet,
    quick,
    ignored,
    malformed,
  };
}

/** The value that is chosen alone, where the plan makes a page of its own of it. */
function indexedValue({ plan, state, snapshot }: Composer): IndexedValue | null {
  const [[key, picks] = ['', []], ...others] = [...state.selections];
  const [pick] = picks;
  if (others.length || picks.length !== 1 || pick.kind !== 'value') return null;
  const facet = facetPanelOf(plan)?.facets.find((one) => one.key === key);
  if (!facet) return null;
  const own = facet.indexed.find(({ value }) => value === pick.value);
  if (own || !facet.indexAll || showFor(snapshot, facet).hidden.includes(pick.value)) return own ?? null;
  return { value: pick.value, title: {}, words: {} };
}

/** Filters that are named in a title; a longer one is read by nobody. */
const MAX_TITLED = 3;

/** Every state of an aisle has a title of its own: what is chosen there, and which page it is. */
function headTitle(
  title: string,
  applied: readonly AppliedModel[],
  page: number,
  lang: Lang,
  /** What the plan calls the page; empty where it says nothing. */
  named: string,
): string {
  const chosen = applied.slice(0, MAX_TITLED).map(({ label }) => label);
  const more = applied.length > MAX_TITLED ? ', …' : '';
  return [
    named || (chosen.length ? `${title}: ${chosen.join(', ')}${more}` : title),
    ...(page > 1 ? [wordsIn(lang).page(page)] : []),
  ].join(', ');
}

/** Products that a description names where nobody has written one. */
const SOME = 4;

/** What was written of the aisle; on its further pages, and where nothing was, what stands there. */
function headDescription(
  description: string,
  title: string,
  shelf: ShelfModel | undefined,
  page: number,
  lang: Lang,
): string {
  const written = page === 1 ? shorten(plainText(description), 155) : '';
  if (written || !shelf?.cards.length) return written || title;
  const some = shelf.cards.slice(0, SOME).map((card) => card.title);
  return shorten(`${title}, ${wordsIn(lang).holds(shelf.total, some)}`, 200);
}

/** The address of an aisle with a product looked at over it. */
const lookingAt = (address: string, slug: string): string =>
  `${address}${address.includes('?') ? '&' : '?'}look=${encodeURIComponent(slug)}`;

/** Facets whose chosen values all have to be met. */
const allOfFacets = (plan: Plan): ReadonlySet<string> =>
  new Set(facetPanelOf(plan)?.facets.flatMap(({ key, logic }) => (logic === 'all' ? [key] : [])) ?? []);

/**
 * What search engines may index: an aisle and its further pages in the plan's own order. Filtered, searched,
 * re-sorted and re-sized states repeat the same products, so they keep out and follow on; but for single values that the plan names. A free page that stands in for
 * an aisle is indexed at that aisle's address alone, and one that is not open nowhere.
 */
function canonicalOf(composer: Composer, page: number): string | null {
  const { snapshot, aisle, state } = composer;
  if (state.q || state.order || state.size || state.view || aisle.kind === 'search') return null;
  if (state.selections.size && !indexedValue(composer)) return null;
  // Pages shown together say nothing that each doesn't say by itself.
  if (aisle.closed || state.from < page) return null;
  return addressOf({ ...state, path: groundOf(aisle).path, page, from: page }, snapshot.frame.languages[0]);
}

interface ReadState {
  state: ListingState;
  ignored: readonly string[];
  malformed: readonly { path: string; message: string }[];
}

/** Beyond this nobody has pages. */
const MAX_PAGES = 1_000_000;

/** What the shop says to what is searched for on the page of results. */
function answerFor(snapshot: Snapshot, aisle: Aisle, request: PageRequest): QueryAnswer | null {
  const { parameters, now, zone } = request;
  const q = (parameters['q'] ?? '').trim();
  const rules = snapshot.frame.search;
  if (aisle.kind !== 'search' || !q || !rules) return null;
  return answerTo(rules, languageOf(snapshot, parameters['lang']), q, todayIn({ now, zone }));
}

/** The filters that a query sets by itself, as long as the shopper hasn't taken them away. */
function presetSelections(
  snapshot: Snapshot,
  answer: QueryAnswer | null,
  parameters: PageRequest['parameters'],
): Selections {
  if (!answer?.filters || UNFILTERED in parameters) return new Map();
  return parseSelections(snapshot, Object.fromEntries(new URLSearchParams(answer.filters))).selections;
}

function readState(
  snapshot: Snapshot,
  plan: Plan,
  request: PageRequest,
  answer: QueryAnswer | null,
): ReadState {
  const { parameters } = request;
  const { selections: chosen, ignored, malformed } = parseSelections(snapshot, parameters);
  const selections = chosen.size ? chosen : presetSelections(snapshot, answer, parameters);
  const faults = [...malformed];
  const q = (parameters['q'] ?? '').trim();
  const whole = (key: 'page' | 'from' | 'size', most: number): number | null => {
    const text = parameters[key];
    if (text === undefined) return null;
    const number = Number(text);
    if (Number.isInteger(number) && number >= 1 && number <= most) return number;
    faults.push({ path: key, message: `Give a whole number from 1 to ${most}.` });
    return null;
  };
  const size = whole('size', MAX_PER_PAGE);
  const page = whole('page', MAX_PAGES) ?? 1;
  const together = shelfOf(plan)?.paging.form !== 'numbered';
  const from = Math.min(page, (together && whole('from', MAX_PAGES)) || page);
  const choices: readonly string[] = orderChoices(shelfOf(plan), q !== '');
  let order: string | null = parameters['order'] ?? null;
  if (order !== null && !choices.includes(order)) {
    faults.push({ path: 'order', message: `“${order.slice(0, 40)}” is none of: ${choices.join(', ')}.` });
    order = null;
  }
  if (order === choices[0]) order = null;
  const view = parameters['view'];
  if (view !== undefined && view !== 'grid' && view !== 'list')
    faults.push({ path: 'view', message: `“${view.slice(0, 40)}” is neither grid nor list.` });
  return {
    state: {
      path: request.path,
      selections,
      order,
      page,
      from,
      size,
      q,
      lang: languageOf(snapshot, parameters['lang']),
      view: shelfOf(plan)?.listSwitch && (view === 'grid' || view === 'list') ? view : null,
      ...(answer?.filters && { preset: true }),
    },
    ignored,
    malformed: faults,
  };
}
