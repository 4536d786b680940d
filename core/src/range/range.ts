import type { Aisle } from '../catalogue/aisles';
import type { Snapshot } from '../catalogue/snapshot';
import type { ValueColumn } from '../catalogue/columns';
import { countOf, fullWords, intersectInto, uniteInto, wordsFor, type Words } from '../catalogue/sets';

/** Which products a shelf shows. */
export interface RangeRule {
  /** `aisle` follows the aisle it stands in; `catalogue` takes everything the shop has. */
  source: 'aisle' | 'catalogue';
  /** In category aisles: with the products of the categories below. */
  below: boolean;
  stock: 'any' | 'in';
}

/** The count that is left after one clause of a range. */
export interface SieveStep {
  clause: 'source' | 'stock';
  count: number;
}

export interface RangeResult {
  words: Words;
  count: number;
  sieve: readonly SieveStep[];
}

const kept = new WeakMap<Snapshot, Map<string, RangeResult>>();

/**
 * The products of a range in an aisle, with the count left after every clause.
 * Results are kept per snapshot, as aisles are asked for again and again; callers must not change `words`.
 */
export function runRange(snapshot: Snapshot, aisle: Aisle, range: RangeRule): RangeResult {
  let known = kept.get(snapshot);
  if (!known) kept.set(snapshot, (known = new Map()));
  const key = `${range.source === 'aisle' ? aisle.key : '*'}|${range.below}|${range.stock}`;
  let result = known.get(key);
  if (!result) known.set(key, (result = compute(snapshot, aisle, range)));
  return result;
}

function compute(snapshot: Snapshot, aisle: Aisle, range: RangeRule): RangeResult {
  const words =
    range.source === 'aisle' ? productsOf(snapshot, aisle, range.below) : fullWords(snapshot.size);
  let count = countOf(words);
  const sieve: SieveStep[] = [{ clause: 'source', count }];
  if (range.stock === 'in') {
    intersectInto(words, snapshot.inStock);
    count = countOf(words);
    sieve.push({ clause: 'stock', count });
  }
  return { words, count, sieve };
}

function productsOf(snapshot: Snapshot, aisle: Aisle, below: boolean): Words {
  switch (aisle.kind) {
    case 'front':
    case 'search':
      return fullWords(snapshot.size);
    case 'category':
      return members(snapshot, below ? snapshot.category : snapshot.categoryItself, aisle.path.slice(1));
    case 'collection':
      return members(snapshot, snapshot.collection, lastSegment(aisle.path));
    case 'tag':
      return members(snapshot, snapshot.facets.get('tag') as ValueColumn, lastSegment(aisle.path));
  }
}

const lastSegment = (path: string): string => path.slice(path.lastIndexOf('/') + 1);

function members(snapshot: Snapshot, column: ValueColumn, value: string): Words {
  const words = wordsFor(snapshot.size);
  const code = column.codeOf.get(value);
  if (code !== undefined) uniteInto(words, column.postings[code]);
  return words;
}
