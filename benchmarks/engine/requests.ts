import type { ProductRow } from '@fond/core';
import { Random } from '../../server/src/demo/random';
import { MANY, pathsOf, PATHS, SINGLE } from './catalogue';

/** One listing as a shopper asks for it: an aisle, what is chosen, a page. */
export interface ListingRequest {
  /** Category path; null for the whole shop. */
  path: string | null;
  values: Readonly<Record<string, readonly string[]>>;
  /** Euros, both ends included. */
  price: readonly [number, number] | null;
  order: 'newest' | 'price';
  page: number;
}

/** What every engine has to answer. */
export interface ListingAnswer {
  total: number;
  /** Facet → value → how many it would leave, all other facets applied; zeros left out. */
  counts: Readonly<Record<string, Readonly<Record<string, number>>>>;
  /** How many products have a price, its own choice aside. */
  priced: number;
  /** The first products of the page. */
  ids: readonly number[];
}

export const VALUE_FACETS: readonly string[] = [...Object.keys(SINGLE), ...Object.keys(MANY), 'tag'];
export const PAGE_SIZE = 24;

/** The same 200 requests for everybody: none to three facets chosen, three most often. */
export function requests(count = 200, seed = 23): ListingRequest[] {
  const random = new Random(seed);
  const sizes: Record<string, number> = { ...SINGLE, ...MANY, tag: 20 };
  return Array.from({ length: count }, () => {
    const keys = random.some([...VALUE_FACETS, 'price'], random.pick([0, 1, 2, 3, 3, 3]));
    const values: Record<string, string[]> = {};
    let price: [number, number] | null = null;
    for (const key of keys) {
      if (key === 'price') price = [random.whole(5, 40), random.whole(60, 280)];
      else
        values[key] = [
          ...new Set([0, 0].map(() => `${key[0]}${Math.floor(random.next() ** 2 * sizes[key])}`)),
        ];
    }
    return {
      path: random.chance(0.15) ? null : random.pick(PATHS),
      values,
      price,
      order: random.pick(['newest', 'price'] as const),
      page: random.pick([1, 1, 1, 2, 5]),
    };
  });
}

export function valuesOf(row: ProductRow, key: string): readonly string[] {
  if (key === 'tag') return row.tags.map((id) => `t${id - 1}`);
  const value = row.attributes[key];
  if (value === undefined) return [];
  return Array.isArray(value) ? value : [String(value)];
}

/** The slow and obvious answer that all engines are held against. */
export function slowAnswer(rows: Iterable<ProductRow>, request: ListingRequest): ListingAnswer {
  const counts: Record<string, Record<string, number>> = Object.fromEntries(
    VALUE_FACETS.map((key) => [key, {}]),
  );
  const matching: ProductRow[] = [];
  let priced = 0;
  const chosen = Object.keys(request.values);
  for (const row of rows) {
    if (request.path !== null && !pathsOf(row).includes(request.path)) continue;
    const failed = chosen.filter(
      (key) => !valuesOf(row, key).some((value) => request.values[key].includes(value)),
    );
    const euros = row.price! / 100;
    if (request.price && (euros < request.price[0] || euros > request.price[1])) failed.push('price');
    if (!failed.length) matching.push(row);
    if (failed.length > 1) continue;
    for (const key of failed.length ? failed : VALUE_FACETS)
      if (key !== 'price')
        for (const value of valuesOf(row, key)) counts[key][value] = (counts[key][value] ?? 0) + 1;
    if (!failed.length || failed[0] === 'price') priced++;
  }
  matching.sort(
    (a, b) => (request.order === 'price' ? a.price! - b.price! : b.created! - a.created!) || a.id - b.id,
  );
  const from = (request.page - 1) * PAGE_SIZE;
  return {
    total: matching.length,
    counts,
    priced,
    ids: matching.slice(from, from + PAGE_SIZE).map(({ id }) => id),
  };
}
