import { Op, type Sequelize } from 'sequelize';
import type { AisleVisitList, DayEvent, DayFigure, Figures, FiguresQuery, VisitCounts } from '@fond/contract';
import {
  addCounts,
  priorOf,
  shareOf,
  shrunkShare,
  todayIn,
  WIDTH_NAMES,
  type MarkKind,
  type WidthName,
  dayLater,
} from '@fond/core';
import { CampaignModel, EditionModel } from '../database/models';
import type { ServingState } from '../serving/servingHost';
import { DAY, daysOf, ownShelves, scopeOf } from './asked';
import {
  aisleFigures,
  badgeFigures,
  facetFigures,
  nothingVisited,
  placeFigures,
  productFigures,
  queryFigures,
  shelfFigures,
  unusedFacets,
  visitCounts,
} from './figureLists';
import {
  cardsByAisle,
  cardsByDay,
  cardsByPlace,
  cardsByShelf,
  cardsByWidth,
  firstCounted,
  marksOf,
  visitsByAisle,
  visitsByDay,
  type CountedMark,
  type CountScope,
} from './readCounts';

/** What was counted of what is asked for. Nothing is kept of it: counters change all the time. */
export async function readFigures(
  sequelize: Sequelize,
  serving: ServingState,
  query: FiguresQuery,
): Promise<Figures> {
  const asked = await scopeOf(serving, query);
  const days = daysOf(query, todayIn({ now: Date.now(), zone: serving.zone }), asked.days);
  const { from, to, before } = days;
  const here: CountScope = {
    from,
    to,
    aisles: asked.aisles?.map(({ key }) => key) ?? null,
    product: asked.product,
  };
  const wide: CountScope = { ...here, from: before.from };
  const ofProduct = here.product !== null;
  const [since, byDay, marks, cards, byShelf, byAisle, byWidth, events] = await Promise.all([
    firstCounted(sequelize),
    ofProduct
      ? cardsByDay(sequelize, wide).then((rows) => rows.map((row) => ({ ...row, visits: 0 })))
      : visitsByDay(sequelize, wide),
    ofProduct ? [] : marksOf(sequelize, here),
    cardsByPlace(sequelize, here, ownShelves(serving.edition.plans)),
    cardsByShelf(sequelize, here),
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
    shelves: shelfFigures(serving, byShelf),
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
export async function readAisleVisits(sequelize: Sequelize, serving: ServingState): Promise<AisleVisitList> {
  const { from, to } = daysOf({}, todayIn({ now: Date.now(), zone: serving.zone }));
  const rows = await visitsByAisle(sequelize, { from, to, aisles: null, product: null });
  const prior = priorOf(rows.map(({ clicks, seen }) => ({ hits: clicks, cases: seen })));
  const all = rows.reduce((sum, row) => sum + row.seen, 0);
  const usual = rows.length ? all / rows.length : 0;
  const shopRate = all ? rows.reduce((sum, row) => sum + row.revenue, 0) / all : 0;
  return {
    ...{ from, to },
    currency: serving.snapshot.currencies[0] ?? 'EUR',
    aisles: rows
      .filter(({ aisle }) => serving.snapshot.aisles.byKey.has(aisle))
      .map(({ aisle, visits, clicks, seen, revenue }) => ({
        ...{ aisle, visits, clicks, revenue },
        // As many cards at the shop's rate as its aisles have on average, so that one sale in a quiet aisle doesn't lead.
        earned: seen ? (1000 * (revenue + usual * shopRate)) / (seen + usual) : null,
        rate: shrunkShare({ hits: clicks, cases: seen }, prior),
      })),
  };
}

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
  for (let day = from; day <= to; day = dayLater(day, 1))
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
