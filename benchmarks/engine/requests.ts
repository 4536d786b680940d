import type { ProductRow } from '@fond/core';
import { Random } from '../../server/src/random';
import { MANY, pathsOf, PATHS, SINGLE, TAGS, WIDE, WIDE_VALUES } from './catalogue';

export const NUMBER_FACETS = ['price', 'weight'] as const;
export type NumberFacet = (typeof NUMBER_FACETS)[number];

/** One listing as a shopper asks for it: an aisle, what is chosen, a page. */
export interface ListingRequest {
  /** Category path; null for the whole shop. */
  path: string | null;
  /** Whether the shelf leaves out what is out of stock. */
  stocked: boolean;
  values: Readonly<Record<string, readonly string[]>>;
  /** Euros or kilograms, both ends included. */
  numbers: Readonly<Partial<Record<NumberFacet, readonly [number, number]>>>;
  order: 'newest' | 'price';
  page: number;
}

/** What every engine has to answer, read in full. */
export interface ListingAnswer {
  total: number;
  /** Facet → value → how many it would leave, all other facets applied; zeros left out. */
  counts: Readonly<Record<string, Readonly<Record<string, number>>>>;
  /** Of the attribute of many values: those that would leave most, and how many other values would leave any. */
  wide: { first: readonly (readonly [value: string, count: number])[]; more: number };
  /** How many products have the number, its own choice aside; engines count them in buckets. */
  numbers: Readonly<Record<NumberFacet, number>>;
  /** The products of the page. */
  ids: readonly number[];
}

/** Facets whose every count is read. */
export const VALUE_FACETS: readonly string[] = [...Object.keys(SINGLE), ...Object.keys(MANY), 'tag'];
export const PAGE_SIZE = 24;
const WIDE_SHOWN = 20;

/** Gathers the values of the wide facet as a page shows it: by count, then by name, which is asked for only then. */
export class Widest<V> {
  private readonly first: [string, number][] = [];
  private values = 0;
  /** The least count that can still come in. */
  private least = 1;

  constructor(private readonly nameOf: (value: V) => string) {}

  add(value: V, count: number): void {
    if (!count) return;
    this.values++;
    if (count < this.least) return;
    const { first } = this;
    const name = this.nameOf(value);
    let at = first.length;
    while (at && (first[at - 1][1] < count || (first[at - 1][1] === count && first[at - 1][0] > name))) at--;
    first.splice(at, 0, [name, count]);
    if (first.length > WIDE_SHOWN) first.pop();
    if (first.length === WIDE_SHOWN) this.least = first[WIDE_SHOWN - 1][1];
  }

  answer(): ListingAnswer['wide'] {
    return { first: this.first, more: this.values - this.first.length };
  }
}

/** As many requests of one kind as wished, the same for everybody: none to four facets chosen. */
export function requests(count: number, seed: number): ListingRequest[] {
  const random = new Random(seed);
  const sizes: Record<string, number> = { ...SINGLE, ...MANY, tag: TAGS, [WIDE]: WIDE_VALUES };
  return Array.from({ length: count }, () => {
    const keys = random.some([...VALUE_FACETS, WIDE, ...NUMBER_FACETS], random.whole(0, 4));
    const values: Record<string, string[]> = {};
    const numbers: Partial<Record<NumberFacet, [number, number]>> = {};
    for (const key of keys) {
      if (key === 'price') numbers.price = [random.whole(5, 40), random.whole(60, 280)];
      else if (key === 'weight')
        numbers.weight = [random.whole(0, 300) / 100, random.whole(500, 8_000) / 100];
      else
        values[key] = [
          ...new Set([0, 0].map(() => `${key[0]}${Math.floor(random.next() ** 2 * sizes[key])}`)),
        ];
    }
    return {
      path: random.chance(0.15) ? null : random.pick(PATHS),
      stocked: random.chance(0.4),
      values,
      numbers,
      order: random.pick(['newest', 'price'] as const),
      page: random.pick([1, 1, 1, 2, 5]),
    };
  });
}

export function valuesOf(row: ProductRow, key: string): readonly string[] {
  if (key === 'tag') return row.tags.map((id) => `t${id - 1}`);
  const value = row.attributes[key];
  if (value === undefined) return [];
  return typeof value === 'object' ? value : [String(value)];
}

/** Euros or kilograms; null for none. */
export function numberOf(row: ProductRow, key: NumberFacet): number | null {
  if (key === 'price') return row.price === null ? null : row.price / 100;
  return (row.attributes['weight'] as number | undefined) ?? null;
}

/** The slow and obvious answer that all engines are held against. */
export function slowAnswer(rows: Iterable<ProductRow>, request: ListingRequest): ListingAnswer {
  const facets = [...VALUE_FACETS, WIDE];
  const counts: Record<string, Record<string, number>> = Object.fromEntries(facets.map((key) => [key, {}]));
  const matching: ProductRow[] = [];
  const numbers = { price: 0, weight: 0 };
  const chosen = Object.keys(request.values);
  for (const row of rows) {
    if (request.path !== null && !pathsOf(row).includes(request.path)) continue;
    if (request.stocked && !row.stock) continue;
    const failed: string[] = chosen.filter(
      (key) => !valuesOf(row, key).some((value) => request.values[key].includes(value)),
    );
    for (const key of NUMBER_FACETS) {
      const span = request.numbers[key];
      const number = numberOf(row, key);
      if (span && (number === null || number < span[0] || number > span[1])) failed.push(key);
    }
    if (!failed.length) matching.push(row);
    if (failed.length > 1) continue;
    const over = failed.length ? failed : [...facets, ...NUMBER_FACETS];
    for (const key of over)
      if (key === 'price' || key === 'weight') numbers[key] += numberOf(row, key) === null ? 0 : 1;
      else for (const value of valuesOf(row, key)) counts[key][value] = (counts[key][value] ?? 0) + 1;
  }
  const { [WIDE]: widely, ...narrow } = counts;
  const wide = new Widest(String);
  for (const [value, count] of Object.entries(widely)) wide.add(value, count);
  matching.sort(
    (a, b) => (request.order === 'price' ? a.price! - b.price! : b.created! - a.created!) || a.id - b.id,
  );
  const from = (request.page - 1) * PAGE_SIZE;
  return {
    total: matching.length,
    counts: narrow,
    wide: wide.answer(),
    numbers,
    ids: matching.slice(from, from + PAGE_SIZE).map(({ id }) => id),
  };
}
