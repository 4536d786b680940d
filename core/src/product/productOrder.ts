import { Keep } from '../catalogue/keep';
import { membersOf } from '../catalogue/sets';
import { UNCOUNTED, type Snapshot } from '../catalogue/snapshot';
import { sortedByNumbers } from '../catalogue/sortByNumbers';
import { nameNumbers } from '../order/names';

/** By what a list of products can be sorted, beside attributes. */
export const PRODUCT_SORTS = [
  'sku',
  'title',
  'price',
  'was',
  'stock',
  'created',
  'changed',
  'sold',
  'rating',
  'ratings',
] as const;
export type ProductSort = (typeof PRODUCT_SORTS)[number];

const cache = new Keep<Uint32Array>(16);

/**
 * All products in an order for lists of the desk; those without a value are last either way, equal ones by position.
 *
 * @param by One of `PRODUCT_SORTS`, or `attribute:` with a key: numbers by size, words in the shop's own language.
 * @returns positions, which are kept, so callers must not change them; null where the shop has no such thing.
 */
export function productOrder(snapshot: Snapshot, by: string, down: boolean): Uint32Array | null {
  const key = keyOf(snapshot, by);
  if (!key) return null;
  return cache.get(snapshot.lineage, by + (down ? ' down' : ''), key.reads, () => {
    const numbers = key
      .numbers()
      .map((number) => (Number.isNaN(number) ? Infinity : down ? -number : number));
    return sortedByNumbers(
      [numbers],
      Uint32Array.from(numbers, (_, p) => p),
    );
  });
}

interface Key {
  reads: readonly unknown[];
  /** A number per product, NaN where it has none. */
  numbers: () => Float64Array;
}

function keyOf(snapshot: Snapshot, by: string): Key | null {
  const [own] = snapshot.frame.languages;
  switch (by) {
    case 'sku':
      return { reads: [snapshot.skus], numbers: () => ranksOf(snapshot.skus, own) };
    case 'title':
      return { reads: [snapshot.titles], numbers: () => nameNumbers(snapshot, own) };
    case 'price':
    case 'rating': {
      const { numbers } = snapshot[by];
      return { reads: [numbers], numbers: () => numbers };
    }
    case 'was':
    case 'created':
    case 'changed':
    case 'sold':
    case 'ratings': {
      const numbers = snapshot[by];
      return { reads: [numbers], numbers: () => numbers };
    }
    case 'stock': {
      const { stock } = snapshot;
      return {
        reads: [stock],
        numbers: () => Float64Array.from(stock, (pieces) => (pieces === UNCOUNTED ? NaN : pieces)),
      };
    }
  }
  const attribute = snapshot.attributes.get(by.startsWith('attribute:') ? by.slice('attribute:'.length) : '');
  if (!attribute) return null;
  const { column } = attribute;
  return {
    reads: [column],
    numbers: () => {
      const ranks = column.numeric
        ? Float64Array.from(column.values, ({ number }) => number ?? NaN)
        : ranksOf(
            column.values.map(({ value, labels }) => labels[own] ?? value),
            own,
          );
      const numbers = new Float64Array(snapshot.size).fill(NaN);
      // A product with several values stands where the first of them in this order does.
      column.postings.forEach((posting, code) => {
        for (const p of membersOf(posting)) if (!(numbers[p] <= ranks[code])) numbers[p] = ranks[code];
      });
      return numbers;
    },
  };
}

/** Each word's place among all of them. */
function ranksOf(words: readonly string[], lang: string): Float64Array {
  const { compare } = new Intl.Collator(lang, { numeric: true, sensitivity: 'base' });
  const ranks = new Float64Array(words.length);
  const places = Array.from(words, (_, at) => at).sort((a, b) => compare(words[a], words[b]) || a - b);
  places.forEach((at, rank) => (ranks[at] = rank));
  return ranks;
}
