import type { FacetAdviceRow, OrderReport, PinReport, ShelfReport } from '@fond/contract';
import {
  adviseFacets,
  arrange,
  arrangePromotion,
  countOf,
  groupBitset,
  permutationOf,
  promotionRange,
  sortingOf,
  aisleProducts,
  facetLabel,
  facetPanelOf,
  valueFates,
  type ValueFate,
  shelfOf,
  shelfRange,
  sieveOf,
  slugIn,
  titleInShop,
  todayIn,
  type Aisle,
  type Arrangement,
  type OwnOrder,
  type RangeResult,
  type Plan,
  type RangeContext,
  type RangeRule,
  type Sieve,
  type Snapshot,
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
  const range = shelfRange(snapshot, aisle, shelf, context);
  const [lang] = snapshot.frame.languages;
  const permutation = permutationOf(
    snapshot,
    sortingOf(shelf, 'recommended', aisle, context, range),
    lang,
    context,
  );
  const { bits, count } = range;
  return {
    aisle: { key: aisle.key, title: titleInShop(snapshot, aisle.titles) },
    today: todayIn(context),
    sieve: sieveOf(snapshot, aisle, shelf.range, context),
    ...reportOrder(
      snapshot,
      shelf.order,
      range,
      arrange(snapshot, bits, count, shelf.order, permutation, aisle.key, context),
      context,
    ),
    promoting: plan.fixtures.flatMap((fixture) => {
      if (fixture.type !== 'promotion' || fixture.groups.length + fixture.pins.length === 0) return [];
      const shown = promotionRange(snapshot, aisle, fixture, context);
      const arrangement = arrangePromotion({ snapshot, aisle, lang, context }, fixture, shown);
      return [{ fixture: fixture.id, ...reportOrder(snapshot, fixture, shown, arrangement, context) }];
    }),
    mainOnly: {
      any: aisleProducts(snapshot, aisle, true, false).count,
      main: aisleProducts(snapshot, aisle, true, true).count,
      anyItself: aisleProducts(snapshot, aisle, false, false).count,
      mainItself: aisleProducts(snapshot, aisle, false, true).count,
    },
  };
}

/** What a shelf's order does beyond sorting. */
function reportOrder(
  snapshot: Snapshot,
  { groups }: Pick<OwnOrder, 'groups'>,
  { bits, count }: RangeResult,
  { held, lost, stretches }: Arrangement,
  context: RangeContext,
): OrderReport {
  return {
    count,
    pins: [...held]
      .sort((a, b) => a[1] - b[1])
      .map(([p, place]) => ({ ...productLine(snapshot, p), place: place + 1 })),
    lostPins: lost.map(({ pin, reason }): PinReport => {
      const p = snapshot.bySku.get(pin.sku);
      const title = p === undefined ? pin.sku : titleInShop(snapshot, snapshot.titles[p]);
      return { sku: pin.sku, title, place: pin.place, reason };
    }),
    groups: groups.map((group) => {
      const of = groupBitset(snapshot, group, context);
      return {
        id: group.id,
        meet: of ? countOf(of.map((word, at) => word & bits[at])) : 0,
        stand: stretches.find((stretch) => stretch.group === group)?.count ?? 0,
      };
    }),
  };
}

export const productLine = (snapshot: Snapshot, p: number): { sku: string; title: string } => ({
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
  const slug = path === undefined ? null : slugIn(path);
  const product = slug === null ? undefined : snapshot.bySlug.get(slug);
  if (product === undefined) return sieveOf(snapshot, aisleAt(snapshot, path), rule, context);
  const aisle = snapshot.aisles.byKey.get(`category:${snapshot.mainCategory[product]}`);
  return sieveOf(snapshot, aisle ?? aisleAt(snapshot, '/'), rule, { ...context, product });
}

/** Which facets help in an aisle. */
export function explainFacets(
  snapshot: Snapshot,
  aisle: Aisle,
  plan: Plan,
  context: RangeContext,
): FacetAdviceRow[] {
  const shelf = shelfOf(plan);
  const { bits } = shelf ? shelfRange(snapshot, aisle, shelf, context) : aisleProducts(snapshot, aisle);
  const [lang] = snapshot.frame.languages;
  return adviseFacets(snapshot, bits).map((advice) => ({
    ...advice,
    label: facetLabel(snapshot, { key: advice.key, label: {} }, lang),
    top: advice.top.map(({ value, count }) => ({ value: labelOf(snapshot, advice.key, value, lang), count })),
  }));
}

/** The values of a filter in an aisle, with what becomes of each. */
export function explainValues(
  snapshot: Snapshot,
  aisle: Aisle,
  plan: Plan,
  key: string,
  context: RangeContext,
): ValueFate[] {
  const choice = facetPanelOf(plan)?.facets.find((one) => one.key === key);
  if (!choice) throw problem('not-found', `The plan has no filter called “${key}”.`);
  const shelf = shelfOf(plan);
  const { bits } = shelf ? shelfRange(snapshot, aisle, shelf, context) : aisleProducts(snapshot, aisle);
  return valueFates(snapshot, bits, choice, snapshot.frame.languages[0]);
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
