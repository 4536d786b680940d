import { Op, type Sequelize } from 'sequelize';
import type {
  AisleVisits,
  DayEvent,
  DayFigure,
  FacetFigure,
  Figures,
  FiguresQuery,
  NamedFigure,
  PlaceFigure,
  QueryFigure,
  VisitCounts,
} from '@fond/contract';
import {
  addCounts,
  attentionOf,
  choosePlan,
  facetLabel,
  facetPanelOf,
  nothingCounted,
  parseSelections,
  pickLabel,
  priorOf,
  shareOf,
  shelfOf,
  shrunkShare,
  textIn,
  titleInShop,
  todayIn,
  WIDTH_NAMES,
  type Aisle,
  type Counts,
  type FacetChoice,
  type MarkKind,
  type Plan,
  type WidthName,
} from '@fond/core';
import { CampaignModel, EditionModel } from '../database/models';
import { problem } from '../problem/problem';
import type { ServingState } from '../serving/servingHost';
import {
  cardsByAisle,
  cardsByDay,
  cardsByPlace,
  cardsByWidth,
  firstCounted,
  marksOf,
  visitsByAisle,
  visitsByDay,
  type CountedMark,
  type CountScope,
  type PlaceCount,
} from './readCounts';

const DAY = 86_400_000;
/** Four weeks by themselves, and two years at most. */
const USUAL_DAYS = 28;
const MOST_DAYS = 731;
const MOST_PRODUCTS = 100;
const MOST_AISLES = 200;
const MOST_QUERIES = 200;
/** Places that are told one by one. */
const MOST_PLACES = 60;

/** What was counted of what is asked for. Nothing is kept of it: counters change all the time. */
export async function readFigures(
  sequelize: Sequelize,
  serving: ServingState,
  query: FiguresQuery,
): Promise<Figures> {
  const days = daysOf(query, todayIn({ now: Date.now(), zone: serving.zone }));
  const asked = scopeOf(serving, query);
  const { from, to, before } = days;
  const here: CountScope = {
    from,
    to,
    aisles: asked.aisles?.map(({ key }) => key) ?? null,
    product: asked.product,
  };
  const wide: CountScope = { ...here, from: before.from };
  const ofProduct = here.product !== null;
  const [since, byDay, marks, cards, byAisle, byWidth, events] = await Promise.all([
    firstCounted(sequelize),
    ofProduct
      ? cardsByDay(sequelize, wide).then((rows) => rows.map((row) => ({ ...row, visits: 0 })))
      : visitsByDay(sequelize, wide),
    ofProduct ? [] : marksOf(sequelize, here),
    cardsByPlace(sequelize, here, ownShelves(serving.edition.plans)),
    query.aisle !== undefined
      ? []
      : ofProduct
        ? cardsByAisle(sequelize, here).then((rows) => rows.map((row) => ({ ...row, visits: 0 })))
        : visitsByAisle(sequelize, here),
    ofProduct ? cardsByWidth(sequelize, here) : [],
    eventsOf(from, to, serving.zone),
  ]);
  const [current, earlier] = [byDay.filter(({ day }) => day >= from), byDay.filter(({ day }) => day < from)];
  const now = summed(current);
  const of = (kind: MarkKind): CountedMark[] => marks.filter((mark) => mark.kind === kind);
  const narrowed = of('narrowed').reduce((sum, { visits }) => sum + visits, 0);
  return {
    scope: asked.scope,
    currency: serving.snapshot.currencies[0] ?? 'EUR',
    ...days,
    since,
    now,
    earlier: summed(earlier),
    days: filledDays(current, from, to),
    events,
    places: placeFigures(cards, now.visits - narrowed),
    products: ofProduct ? [] : productFigures(serving, cards),
    aisles: aisleFigures(serving, byAisle),
    facets: facetFigures(serving, of('facet'), of('value')),
    unused: unusedFacets(serving, asked.plans, of('facet')),
    badges: badgeFigures(serving, of('badge')),
    orders: of('order')
      .map(({ name, visits }) => ({ key: name, times: visits }))
      .sort((a, b) => b.times - a.times),
    queries: queryFigures(of('query')),
    within: queryFigures(of('within')),
    widths: WIDTH_NAMES.map((width) => {
      const counts =
        (ofProduct ? byWidth.map((row) => ({ ...row, visits: 0, name: row.width })) : of('width')).find(
          ({ name }) => (name as WidthName) === width,
        ) ?? nothingVisited();
      return { width, ...visitCounts(counts), rate: shareOf(counts.clicks, counts.seen) };
    }),
    languages: of('lang')
      .map(({ name, visits }) => ({ lang: name, visits }))
      .sort((a, b) => b.visits - a.visits),
  };
}

/** Visits of every aisle in the last four weeks; shares of few cases are drawn towards those of all aisles. */
export async function readAisleVisits(
  sequelize: Sequelize,
  serving: ServingState,
): Promise<{ from: string; to: string; aisles: AisleVisits[] }> {
  const { from, to } = daysOf({}, todayIn({ now: Date.now(), zone: serving.zone }));
  const rows = await visitsByAisle(sequelize, { from, to, aisles: null, product: null });
  const prior = priorOf(rows.map(({ clicks, seen }) => ({ hits: clicks, cases: seen })));
  return {
    ...{ from, to },
    aisles: rows
      .filter(({ aisle }) => serving.snapshot.aisles.byKey.has(aisle))
      .map(({ aisle, visits, clicks, seen }) => ({
        ...{ aisle, visits },
        rate: shrunkShare({ hits: clicks, cases: seen }, prior),
      })),
  };
}

/** The days that are asked for, and as many before them. */
function daysOf({ from, to }: FiguresQuery, today: string): Pick<Figures, 'from' | 'to' | 'before'> {
  const last = to ?? today;
  const first = from ?? dayBefore(last, USUAL_DAYS - 1);
  const faults = Object.entries({ from: first, to: last }).filter(([, day]) => dayBefore(day, 0) !== day);
  if (faults.length)
    throw problem(
      'bad-input',
      'There are no such days.',
      faults.map(([path]) => ({ path, message: 'is no day of the calendar' })),
    );
  if (first > last)
    throw problem('bad-input', 'There are no such days.', [{ path: 'to', message: 'ends before it begins' }]);
  const length = (Date.parse(last) - Date.parse(first)) / DAY + 1;
  if (length > MOST_DAYS)
    throw problem('bad-input', 'There are too many days.', [
      { path: 'from', message: `is more than ${MOST_DAYS} days before the last one` },
    ]);
  return { from: first, to: last, before: { from: dayBefore(first, length), to: dayBefore(first, 1) } };
}

function dayBefore(day: string, days: number): string {
  const at = Date.parse(day);
  return Number.isNaN(at) ? '' : new Date(at - days * DAY).toISOString().slice(0, 10);
}

interface AskedOf {
  scope: Figures['scope'];
  /** Null for all. */
  aisles: readonly Aisle[] | null;
  product: number | null;
  /** Whose filters the pages offer. */
  plans: readonly Plan[];
}

function scopeOf({ snapshot, edition }: ServingState, { aisle, plan, product }: FiguresQuery): AskedOf {
  const servedBy = (one: Aisle): Plan | undefined => choosePlan(edition.plans, one).winner?.plan;
  if (aisle !== undefined) {
    const at = snapshot.aisles.byKey.get(aisle);
    if (!at) throw problem('not-found', 'There is no such aisle any more.');
    const served = servedBy(at);
    return {
      scope: { kind: 'aisle', key: aisle, title: titleInShop(snapshot, at.titles), path: at.path },
      ...{ aisles: [at], product: null, plans: served ? [served] : [] },
    };
  }
  if (plan !== undefined) {
    const served = edition.plans.find(({ id }) => id === plan);
    if (!served) throw problem('not-found', 'Shoppers see no such plan.');
    return {
      scope: { kind: 'plan', key: plan, title: served.name, path: null },
      ...{
        aisles: snapshot.aisles.all.filter((one) => servedBy(one)?.id === plan),
        product: null,
        plans: [served],
      },
    };
  }
  if (product !== undefined) {
    const p = snapshot.bySku.get(product);
    if (p === undefined) throw problem('not-found', 'The shop has no such product.');
    return {
      scope: { kind: 'product', key: product, title: titleInShop(snapshot, snapshot.titles[p]), path: null },
      ...{ aisles: null, product: snapshot.ids[p], plans: [] },
    };
  }
  return {
    scope: { kind: 'shop', key: '', title: titleInShop(snapshot, snapshot.frame.shopTitles), path: null },
    ...{ aisles: null, product: null, plans: edition.plans },
  };
}

/** Names of the shelves that show what their aisles have. */
const ownShelves = (plans: readonly Plan[]): string[] => [
  ...new Set(plans.flatMap((plan) => shelfOf(plan)?.id ?? [])),
];

const nothingVisited = (): VisitCounts => ({ ...nothingCounted(), visits: 0 });

const visitCounts = ({ visits, ...counts }: VisitCounts): VisitCounts => {
  const plain = nothingVisited();
  addCounts(plain, counts);
  return { ...plain, visits };
};

function summed(rows: readonly VisitCounts[]): VisitCounts {
  const sum = nothingVisited();
  for (const row of rows) {
    addCounts(sum, row);
    sum.visits += row.visits;
  }
  return sum;
}

/** Every day of a time, also those on which nobody came. */
function filledDays(rows: readonly DayFigure[], from: string, to: string): DayFigure[] {
  const known = new Map(rows.map((row) => [row.day, row]));
  const days: DayFigure[] = [];
  for (let day = from; day <= to; day = dayBefore(day, -1))
    days.push({ day, ...visitCounts(known.get(day) ?? nothingVisited()) });
  return days;
}

async function eventsOf(from: string, to: string, zone: string): Promise<DayEvent[]> {
  const [begin, end] = [new Date(Date.parse(from) - DAY), new Date(Date.parse(to) + 2 * DAY)];
  const between = { [Op.between]: [begin, end] };
  const [editions, campaigns] = await Promise.all([
    EditionModel.findAll({ attributes: ['number', 'note', 'publishedAt'], where: { publishedAt: between } }),
    CampaignModel.findAll({
      attributes: ['name', 'startsAt', 'endsAt', 'state'],
      where: { [Op.or]: [{ startsAt: between }, { endsAt: between }] },
    }),
  ]);
  const dayOf = (at: Date): string => todayIn({ now: at.getTime(), zone });
  const events: DayEvent[] = editions.map(({ number, note, publishedAt }) => ({
    ...{ day: dayOf(publishedAt), kind: 'edition', name: String(number), note },
  }));
  for (const { name, startsAt, endsAt, state } of campaigns) {
    if (state === 'called-off') continue;
    events.push({ day: dayOf(startsAt), kind: 'campaign-start', name, note: '' });
    if (endsAt) events.push({ day: dayOf(endsAt), kind: 'campaign-end', name, note: '' });
  }
  return events
    .filter(({ day }) => day >= from && day <= to)
    .sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
}

function sumsBy<T extends Counts>(rows: readonly T[], by: (row: T) => number): Map<number, Counts> {
  const sums = new Map<number, Counts>();
  for (const row of rows) {
    let sum = sums.get(by(row));
    if (!sum) sums.set(by(row), (sum = nothingCounted()));
    addCounts(sum, row);
  }
  return sums;
}

function placeFigures(cards: readonly PlaceCount[], visits: number): PlaceFigure[] {
  const near = cards
    .filter(({ spot }) => spot > 0 && spot <= MOST_PLACES)
    .map(({ spot, ...card }) => ({ ...card, place: spot }));
  const sums = sumsBy(near, ({ place }) => place);
  const attention = new Map(attentionOf(near).places.map(({ place, factor }) => [place, factor]));
  return [...sums]
    .sort(([a], [b]) => a - b)
    .map(([place, counts]) => ({
      place,
      ...counts,
      sight: shareOf(counts.seen, Math.max(visits, counts.seen)),
      rate: shareOf(counts.clicks, counts.seen),
      attention: attention.get(place) ?? null,
    }));
}

function productFigures({ snapshot }: ServingState, cards: readonly PlaceCount[]): Figures['products'] {
  const sums = sumsBy(cards, ({ product }) => product);
  const prior = priorOf([...sums.values()].map(({ clicks, seen }) => ({ hits: clicks, cases: seen })));
  const positions = new Map(Array.from(snapshot.ids, (id, p) => [id, p]));
  return [...sums]
    .flatMap(([product, counts]) => {
      const p = positions.get(product);
      return p === undefined ? [] : [{ p, counts }];
    })
    .sort((a, b) => b.counts.revenue - a.counts.revenue || b.counts.clicks - a.counts.clicks || a.p - b.p)
    .slice(0, MOST_PRODUCTS)
    .map(({ p, counts }) => ({
      sku: snapshot.skus[p],
      title: titleInShop(snapshot, snapshot.titles[p]),
      ...counts,
      rate: shrunkShare({ hits: counts.clicks, cases: counts.seen }, prior),
    }));
}

function aisleFigures(
  { snapshot }: ServingState,
  rows: readonly (VisitCounts & { aisle: string })[],
): Figures['aisles'] {
  return rows
    .flatMap(({ aisle, ...counts }) => {
      const at = snapshot.aisles.byKey.get(aisle);
      return at ? [{ at, counts: visitCounts(counts) }] : [];
    })
    .sort((a, b) => b.counts.visits - a.counts.visits || b.counts.seen - a.counts.seen)
    .slice(0, MOST_AISLES)
    .map(({ at, counts }) => ({
      ...counts,
      key: at.key,
      title: titleInShop(snapshot, at.titles),
      path: at.path,
      rate: shareOf(counts.clicks, counts.seen),
    }));
}

const titleOfFacet = ({ snapshot }: ServingState, choice: Pick<FacetChoice, 'key' | 'label'>): string =>
  facetLabel(snapshot, choice, snapshot.frame.languages[0]);

/** A chosen value, as its chip says it. */
function titleOfValue({ snapshot }: ServingState, key: string, value: string): string {
  const [pick] = parseSelections(snapshot, { [key]: value }).selections.get(key) ?? [];
  return pick ? pickLabel(snapshot, snapshot.facets.get(key)!, pick, snapshot.frame.languages[0]) : value;
}

function facetFigures(
  serving: ServingState,
  facets: readonly CountedMark[],
  values: readonly CountedMark[],
): FacetFigure[] {
  const { snapshot } = serving;
  return facets
    .filter(({ name, visits }) => visits > 0 && snapshot.facets.has(name))
    .sort((a, b) => b.visits - a.visits)
    .map(({ name: key, visits }) => ({
      key,
      title: titleOfFacet(serving, { key, label: {} }),
      times: visits,
      values: values
        .filter(({ name }) => name.startsWith(`${key}=`))
        .sort((a, b) => b.visits - a.visits)
        .map(({ name, visits: times }) => {
          const value = name.slice(key.length + 1);
          return { value, title: titleOfValue(serving, key, value), times };
        }),
    }));
}

function unusedFacets(
  serving: ServingState,
  plans: readonly Plan[],
  used: readonly CountedMark[],
): Figures['unused'] {
  const known = new Set(used.filter(({ visits }) => visits > 0).map(({ name }) => name));
  const offered = new Map<string, string>();
  for (const choice of plans.flatMap((plan) => facetPanelOf(plan)?.facets ?? []))
    if (serving.snapshot.facets.has(choice.key) && !known.has(choice.key))
      offered.set(choice.key, titleOfFacet(serving, choice));
  return [...offered].map(([key, title]) => ({ key, title }));
}

function badgeFigures({ edition, snapshot }: ServingState, marks: readonly CountedMark[]): NamedFigure[] {
  const [lang] = snapshot.frame.languages;
  const titles = new Map(
    edition.plans.flatMap(({ badges }) =>
      badges.rules.map(
        // Figures of the product stand in many badges' words.
        ({ id, text }) =>
          [id, textIn(text, lang, snapshot.frame.languages).replace(/\{\w+\}/g, '…')] as const,
      ),
    ),
  );
  return marks
    .filter(({ name }) => titles.has(name))
    .sort((a, b) => b.seen - a.seen)
    .map((mark) => ({
      key: mark.name,
      title: titles.get(mark.name)!,
      ...visitCounts(mark),
      rate: shareOf(mark.clicks, mark.seen),
    }));
}

const queryFigures = (marks: readonly CountedMark[]): QueryFigure[] =>
  marks
    .filter(({ visits }) => visits > 0)
    .sort((a, b) => b.visits - a.visits || (a.name < b.name ? -1 : 1))
    .slice(0, MOST_QUERIES)
    .map(({ name, visits, found, clicks, carts }) => ({ query: name, times: visits, found, clicks, carts }));
