import { LRUCache } from 'lru-cache';
import type { ProductFilter, ProductSorting } from '@fond/contract';
import {
  aisleProducts,
  clauseBitset,
  countOf,
  fold,
  fullBitset,
  gapBitset,
  holds,
  intersectInto,
  listInto,
  productOrder,
  titleInShop,
  type Bitset,
  type Snapshot,
} from '@fond/core';
import { aisleAt } from '../explain/explain';
import { pageTime } from '../page/compose';
import { rangeContext } from '../page/rangeContext';
import { problem } from '../problem/problem';
import { sharedRules } from '../range/sharedRules';
import type { ServingHost, ServingState } from '../serving/servingHost';

/** Answers that are kept: the next window of the same table is asked for in a moment. */
const KEPT = 16;
const cache = new WeakMap<Snapshot, LRUCache<string, Uint32Array>>();

/** As it is compared: blanks of all kinds are one. */
export const foldTitle = (text: string): string => fold(text).replace(/\s+/g, ' ').trim();

/** Positions of the products of a filter in an order; without one the best found first, or as the catalogue has them. */
export async function findProducts(
  host: Pick<ServingHost, 'search'>,
  serving: ServingState,
  filter: ProductFilter,
  sorting: ProductSorting | null,
): Promise<Uint32Array> {
  const { snapshot } = serving;
  let answers = cache.get(snapshot);
  if (!answers) cache.set(snapshot, (answers = new LRUCache({ max: KEPT })));
  // What a clause says of the last days holds for an hour.
  const question = JSON.stringify([filter, sorting, pageTime(), filter.clauses?.length ? serving.zone : '']);
  const known = answers.get(question);
  if (known) return known;
  const found = await find(host, serving, filter, sorting);
  answers.set(question, found);
  return found;
}

async function find(
  host: Pick<ServingHost, 'search'>,
  serving: ServingState,
  filter: ProductFilter,
  sorting: ProductSorting | null,
): Promise<Uint32Array> {
  const { snapshot } = serving;
  const bits = await filteredBitset(serving, filter);
  const order = sorting ? productOrder(snapshot, sorting.by, sorting.down) : null;
  if (sorting && !order)
    throw problem('bad-input', 'Nothing was read.', [
      { path: 'sorting.by', message: `there is nothing called “${sorting.by}” to sort by` },
    ]);
  const sought = foldTitle(filter.q ?? '');
  if (!sought) return order ? order.filter((p) => holds(bits, p)) : listOf(bits);
  const best = await bestOf(host, snapshot, filter.q ?? '', sought, bits);
  if (!order) return best;
  const wanted = new Set(best);
  return order.filter((p) => wanted.has(p));
}

/** The products of a filter, whatever is searched for. */
async function filteredBitset(
  { snapshot, zone }: ServingState,
  { aisle, clauses = [], gap }: ProductFilter,
): Promise<Bitset> {
  const bits = fullBitset(snapshot.size);
  if (aisle !== undefined) intersectInto(bits, aisleProducts(snapshot, aisleAt(snapshot, aisle)).bits);
  if (clauses.length) {
    const context = rangeContext(await sharedRules(), pageTime(), zone);
    for (const clause of clauses) intersectInto(bits, clauseBitset(snapshot, clause, context));
  }
  if (gap !== undefined) {
    const lacking = gapBitset(snapshot, gap);
    if (!lacking)
      throw problem('bad-input', 'Nothing was read.', [
        { path: 'gap', message: `there is nothing called “${gap}” that products could lack` },
      ]);
    intersectInto(bits, lacking);
  }
  return bits;
}

function listOf(bits: Bitset): Uint32Array {
  const places = new Uint32Array(countOf(bits));
  listInto(bits, places);
  return places;
}

/**
 * What the shop's search finds, the best first; before it the article number itself, behind it numbers that hold the
 * text, and where the search finds nothing, names that do.
 */
async function bestOf(
  host: Pick<ServingHost, 'search'>,
  snapshot: Snapshot,
  text: string,
  sought: string,
  within: Bitset,
): Promise<Uint32Array> {
  const { places, scores, bits } = await host.search(snapshot, snapshot.frame.languages[0], text);
  const scored = Array.from(places, (p, at) => ({ p, score: scores[at] }))
    .filter(({ p }) => holds(within, p))
    .sort((a, b) => b.score - a.score || a.p - b.p);
  const named: number[] = [];
  const others: number[] = [];
  for (const p of listOf(within)) {
    const sku = snapshot.skus[p].toLowerCase();
    if (sku === sought) named.push(p);
    else if (!holds(bits, p) && (sku.includes(sought) || (!scored.length && isNamed(snapshot, p, sought))))
      others.push(p);
  }
  const first = new Set(named);
  return Uint32Array.from([...named, ...scored.flatMap(({ p }) => (first.has(p) ? [] : p)), ...others]);
}

const isNamed = (snapshot: Snapshot, p: number, sought: string): boolean =>
  foldTitle(titleInShop(snapshot, snapshot.titles[p])).includes(sought);
