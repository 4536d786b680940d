import type { FacetAdviceRow, PinReport, ProductWhy, ShelfReport } from '@fond/contract';
import {
  adviseFacets,
  aisleProducts,
  arrangedWindow,
  facetLabel,
  holdPins,
  permutationOf,
  promotionSorting,
  runRange,
  shelfOf,
  PRODUCT_ROOT,
  sieveOf,
  sortingOf,
  titleInShop,
  whyInRange,
  type Aisle,
  type Pin,
  type Plan,
  type RangeContext,
  type RangeRule,
  type Sieve,
  type Snapshot,
  type Sorting,
  type Spread,
} from '@fond/core';
import { problem } from '../problem/problem';

/** Everything the desk is told about a shelf beyond its page: the sieve and the pins. */
export function reportShelf(
  snapshot: Snapshot,
  aisle: Aisle,
  plan: Plan,
  context: RangeContext,
): ShelfReport | null {
  const shelf = shelfOf(plan);
  if (!shelf) return null;
  const { bits } = runRange(snapshot, aisle, shelf.range, context);
  const { held, lost } = holdPins(snapshot, shelf.order.pins, aisle.key, bits);
  return {
    aisle: { key: aisle.key, title: titleInShop(snapshot, aisle.titles) },
    sieve: sieveOf(snapshot, aisle, shelf.range, context),
    pins: [...held]
      .sort((a, b) => a[1] - b[1])
      .map(([p, place]) => ({ ...productLine(snapshot, p), place: place + 1 })),
    lostPins: lost.map(({ pin, reason }): PinReport => {
      const p = snapshot.bySku.get(pin.sku);
      return {
        sku: pin.sku,
        title: p === undefined ? pin.sku : titleInShop(snapshot, snapshot.titles[p]),
        place: pin.place,
        reason,
      };
    }),
    mainOnly: {
      any: aisleProducts(snapshot, aisle, true, false).count,
      main: aisleProducts(snapshot, aisle, true, true).count,
      anyItself: aisleProducts(snapshot, aisle, false, false).count,
      mainItself: aisleProducts(snapshot, aisle, false, true).count,
    },
  };
}

const productLine = (snapshot: Snapshot, p: number): { sku: string; title: string } => ({
  sku: snapshot.skus[p],
  title: titleInShop(snapshot, snapshot.titles[p]),
});

/** The sieve of any range, as it would be in an aisle, or below a product. */
export function explainRangeAt(
  snapshot: Snapshot,
  path: string | undefined,
  rule: RangeRule,
  context: RangeContext,
): Sieve {
  const slug = path?.startsWith(`${PRODUCT_ROOT}/`) ? path.slice(PRODUCT_ROOT.length + 1) : null;
  const product = slug === null ? undefined : snapshot.bySlug.get(slug);
  if (product === undefined) return sieveOf(snapshot, aisleAt(snapshot, path), rule, context);
  const aisle = snapshot.aisles.byKey.get(`category:${snapshot.mainCategory[product]}`);
  return sieveOf(snapshot, aisle ?? aisleAt(snapshot, '/'), rule, { ...context, product });
}

/** Why a product is on the shelf and where, or why not. */
export function explainProduct(
  snapshot: Snapshot,
  aisle: Aisle,
  plan: Plan,
  asked: { sku: string; fixture?: string },
  context: RangeContext,
): ProductWhy {
  const shelf = sortedShelf(plan, asked.fixture, aisle, context);
  const p = snapshot.bySku.get(asked.sku);
  if (p === undefined || !shelf)
    throw problem('not-found', `There is no product “${asked.sku.slice(0, 64)}” in the catalogue.`);
  const answer = whyInRange(snapshot, aisle, shelf.range, p, context);
  return {
    ...productLine(snapshot, p),
    ...answer,
    place: answer.inside ? explainPlace(snapshot, aisle, shelf, p, context) : null,
  };
}

/** A shelf as far as it decides where a product stands. */
interface SortedShelf {
  range: RangeRule;
  sorting: Sorting;
  pins: readonly Pin[];
  spread: Spread | null;
  /** Products that are shown at the most; null for all, over pages. */
  most: number | null;
}

/** @param fixture Id of a promoting shelf; undefined for the aisle's own. */
function sortedShelf(
  plan: Plan,
  fixture: string | undefined,
  aisle: Aisle,
  context: RangeContext,
): SortedShelf | null {
  if (fixture === undefined) {
    const shelf = shelfOf(plan);
    return (
      (shelf && {
        range: shelf.range,
        sorting: sortingOf(shelf, 'recommended', aisle, context),
        pins: shelf.order.pins,
        spread: shelf.order.spread,
        most: null,
      }) ??
      null
    );
  }
  const promotion = plan.fixtures.find(({ id }) => id === fixture);
  return promotion?.type === 'promotion'
    ? {
        range: promotion.range,
        sorting: promotionSorting(promotion, aisle, context),
        pins: [],
        spread: null,
        most: promotion.most,
      }
    : null;
}

const GROUPS = ['lifted', null, 'sunk', 'sold-out'] as const;

/** Where a shelf's own order puts a product, and what put it there. */
function explainPlace(
  snapshot: Snapshot,
  aisle: Aisle,
  { range, sorting, pins, spread, most }: SortedShelf,
  p: number,
  context: RangeContext,
): NonNullable<ProductWhy['place']> {
  const { bits, count } = runRange(snapshot, aisle, range, context);
  const permutation = permutationOf(snapshot, sorting, snapshot.frame.languages[0], context);
  const { held } = holdPins(snapshot, pins, aisle.key, bits);
  const all = arrangedWindow(snapshot, bits, permutation, held, spread, 0, count);
  const place = all.findIndex((placed) => placed.p === p);
  const plain = arrangedWindow(snapshot, bits, permutation, new Map(), null, 0, count);
  return {
    place: place + 1,
    of: count,
    by: all[place].by,
    /** Where the keys alone would have put it. */
    byKeys: plain.findIndex((placed) => placed.p === p) + 1,
    group: permutation.groups ? GROUPS[permutation.groups[p]] : null,
    shown: most,
  };
}

/** Which facets help in an aisle. */
export function explainFacets(
  snapshot: Snapshot,
  aisle: Aisle,
  plan: Plan,
  context: RangeContext,
): FacetAdviceRow[] {
  const shelf = shelfOf(plan);
  const { bits } = shelf ? runRange(snapshot, aisle, shelf.range, context) : aisleProducts(snapshot, aisle);
  const [lang] = snapshot.frame.languages;
  return adviseFacets(snapshot, bits).map((advice) => ({
    ...advice,
    label: facetLabel(snapshot, { key: advice.key, label: {} }, lang),
    top: advice.top.map(({ value, count }) => ({ value: labelOf(snapshot, advice.key, value, lang), count })),
  }));
}

function labelOf(snapshot: Snapshot, key: string, value: string, lang: string): string {
  const column = snapshot.facets.get(key);
  if (column?.kind !== 'values') return value.replace('..', '–');
  const { labels, value: own } = column.values[column.codeOf.get(value)!];
  return titleInShop(snapshot, labels, lang) || own;
}

/** What is explained: an aisle by its address, in an edition that may hold a draft. */
export function aisleAt(snapshot: Snapshot, path: string | undefined): Aisle {
  const aisle = path === undefined ? undefined : snapshot.aisles.byPath.get(path);
  if (!aisle) throw problem('unknown-aisle', `There is no aisle at “${(path ?? '').slice(0, 200)}”.`);
  return aisle;
}
