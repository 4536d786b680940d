import type {
  FacetFigure,
  Figures,
  NamedFigure,
  PlaceFigure,
  QueryFigure,
  ShelfFigure,
  VisitCounts,
} from '@fond/contract';
import {
  addCounts,
  attentionOf,
  facetLabel,
  facetPanelOf,
  nothingCounted,
  parseSelections,
  pickLabel,
  priorOf,
  shareOf,
  shrunkShare,
  textIn,
  titleInShop,
  type Counts,
  type FacetChoice,
  type Plan,
} from '@fond/core';
import type { ServingState } from '../serving/servingHost';
import type { CountedMark, PlaceCount } from './readCounts';

const MOST_PRODUCTS = 100;
const MOST_AISLES = 200;
const MOST_QUERIES = 200;
/** Places that are told one by one. */
const MOST_PLACES = 60;

export const nothingVisited = (): VisitCounts => ({ ...nothingCounted(), visits: 0 });

export const visitCounts = ({ visits, ...counts }: VisitCounts): VisitCounts => {
  const plain = nothingVisited();
  addCounts(plain, counts);
  return { ...plain, visits };
};

function sumsBy<T extends Counts>(rows: readonly T[], by: (row: T) => number): Map<number, Counts> {
  const sums = new Map<number, Counts>();
  for (const row of rows) {
    let sum = sums.get(by(row));
    if (!sum) sums.set(by(row), (sum = nothingCounted()));
    addCounts(sum, row);
  }
  return sums;
}

export function placeFigures(cards: readonly PlaceCount[], visits: number): PlaceFigure[] {
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

export function productFigures(
  { snapshot }: ServingState,
  cards: readonly PlaceCount[],
): Figures['products'] {
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

/** Shelves that live plans have, by what they are called there; those of parts among them. */
export function shelfFigures(
  { edition, snapshot }: ServingState,
  rows: readonly (Counts & { shelf: string })[],
): Figures['shelves'] {
  const [lang] = snapshot.frame.languages;
  const named = new Map<string, Pick<ShelfFigure, 'type' | 'title'>>();
  for (const { fixtures, productPage } of edition.plans) {
    for (const { id, heading } of productPage.shelves)
      named.set(id, { type: 'promotion', title: textIn(heading, lang, snapshot.frame.languages) });
    for (const fixture of fixtures) {
      if (fixture.type === 'shelf') named.set(fixture.id, { type: 'shelf', title: '' });
      if (fixture.type !== 'promotion') continue;
      const title = textIn(fixture.heading, lang, snapshot.frame.languages);
      if (title || !named.has(fixture.id)) named.set(fixture.id, { type: 'promotion', title });
    }
  }
  return rows
    .flatMap(({ shelf, ...row }) => {
      const known = named.get(shelf);
      if (!known) return [];
      const counts = nothingCounted();
      addCounts(counts, row);
      return [{ key: shelf, ...known, ...counts, rate: shareOf(counts.clicks, counts.seen) }];
    })
    .sort((a, b) => b.revenue - a.revenue || b.seen - a.seen);
}

export function aisleFigures(
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

export function facetFigures(
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

export function unusedFacets(
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

export function badgeFigures(
  { edition, snapshot }: ServingState,
  marks: readonly CountedMark[],
): NamedFigure[] {
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

export const queryFigures = (marks: readonly CountedMark[]): QueryFigure[] =>
  marks
    .filter(({ visits }) => visits > 0)
    .sort((a, b) => b.visits - a.visits || (a.name < b.name ? -1 : 1))
    .slice(0, MOST_QUERIES)
    .map(({ name, visits, found, clicks, carts }) => ({ query: name, times: visits, found, clicks, carts }));
