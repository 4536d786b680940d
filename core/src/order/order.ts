import type { Lang } from '../catalogue/rows';
import { textIn } from '../catalogue/rows';
import type { Snapshot } from '../catalogue/snapshot';
import {
  borrowList,
  countOf,
  fullWords,
  giveBackList,
  holds,
  intersectInto,
  listInto,
  type Words,
} from '../catalogue/sets';
import { activitySums, clauseWords, faultOf, numberOf } from '../range/clauseWords';
import type { Clause, RangeContext } from '../range/rule';
import type { OrderKey, OrderLevel, Sorting } from './sorting';

/** The sorted catalogue: `positions[rank]` is the product at that rank, `ranks` its inverse. */
export interface Permutation {
  positions: Uint32Array;
  ranks: Uint32Array;
  /** The level that decides first; null where groups come before it. */
  lead: OrderLevel | null;
}

const PERMUTATIONS_KEPT = 64;
const DAY = 86_400_000;
/** Views are counted over so many days, so that what was once seen often doesn't lead for ever. */
export const VIEW_DAYS = 30;
const kept = new WeakMap<Snapshot, Map<string, Permutation>>();

/**
 * The whole catalogue in the order of `sorting`, computed on first use and kept per snapshot.
 *
 * Groups come first: lifted, the rest, sunk, sold out. Usual directions: featured first, newest and lately changed
 * first, names A to Z in the collation of `lang`, cheapest first, largest saving, best rated, most sold, most seen,
 * largest margin, largest stock first; random is another order each day of `context.now`; named follows the list.
 * Missing values stand last in either direction. The order is total: it ends on the product's number.
 */
export function permutationOf(
  snapshot: Snapshot,
  sorting: Sorting,
  lang: Lang,
  context: RangeContext,
): Permutation {
  let known = kept.get(snapshot);
  if (!known) kept.set(snapshot, (known = new Map()));
  const signature = signatureOf(sorting, lang, context);
  const found = known.get(signature);
  if (found) return found;
  const groups = groupNumbers(snapshot, sorting, context);
  const keys = [
    ...(groups ? [groups] : []),
    ...sorting.levels.map((level) => keyNumbers(snapshot, level, lang, sorting, context)),
  ];
  const positions = Uint32Array.from({ length: snapshot.size }, (_, p) => p).sort((a, b) => {
    for (const key of keys) {
      const difference = key[a] - key[b];
      if (difference) return difference;
    }
    return snapshot.ids[a] - snapshot.ids[b];
  });
  const ranks = new Uint32Array(snapshot.size);
  for (let rank = 0; rank < positions.length; rank++) ranks[positions[rank]] = rank;
  const permutation = { positions, ranks, lead: groups ? null : (sorting.levels[0] ?? null) };
  if (known.size >= PERMUTATIONS_KEPT) known.delete(known.keys().next().value!);
  known.set(signature, permutation);
  return permutation;
}

/** What an order depends on; the day only where it does. */
function signatureOf(sorting: Sorting, lang: Lang, { now }: RangeContext): string {
  const { levels, lift, sink, soldOutLast, named } = sorting;
  const uses = (...keys: OrderKey[]): boolean => levels.some(({ key }) => keys.includes(key));
  const grouped = lift.length + sink.length > 0;
  return [
    levels.map((level) => level.key + (level.reversed ? '-' : '+')).join(),
    uses('name') ? lang : '',
    uses('named') ? JSON.stringify(named) : '',
    grouped ? JSON.stringify([lift, sink]) : '',
    soldOutLast,
    grouped || uses('random', 'views') ? Math.floor(now / DAY) : '',
  ].join('|');
}

/** 0 lifted, 1 as usual, 2 sunk, 3 sold out; null where there is one group only. */
function groupNumbers(
  snapshot: Snapshot,
  { lift, sink, soldOutLast }: Sorting,
  context: RangeContext,
): Float64Array | null {
  if (!lift.length && !sink.length && !soldOutLast) return null;
  const groups = new Float64Array(snapshot.size).fill(1);
  const put = (clauses: readonly Clause[], group: number): void => {
    const sound = clauses.filter((clause) => !faultOf(snapshot, clause));
    if (!sound.length) return;
    const words = fullWords(snapshot.size);
    for (const clause of sound) intersectInto(words, clauseWords(snapshot, clause, context));
    for (let p = 0; p < snapshot.size; p++) if (holds(words, p)) groups[p] = group;
  };
  put(lift, 0);
  put(sink, 2);
  if (soldOutLast) for (let p = 0; p < snapshot.size; p++) if (!holds(snapshot.inStock, p)) groups[p] = 3;
  return groups;
}

/** Larger than every key, and finite, so that two missing values compare as equal and not as NaN. */
const MISSING = Number.MAX_VALUE;

/** One number per product; ascending numbers are the level's order. */
function keyNumbers(
  snapshot: Snapshot,
  level: OrderLevel,
  lang: Lang,
  { named }: Sorting,
  context: RangeContext,
): Float64Array {
  const numbers =
    level.key === 'named' ? namedNumbers(snapshot, named) : usualNumbers(snapshot, level.key, lang, context);
  for (let p = 0; p < numbers.length; p++) {
    if (Number.isNaN(numbers[p])) numbers[p] = MISSING;
    else if (level.reversed) numbers[p] = -numbers[p];
  }
  return numbers;
}

function usualNumbers(
  snapshot: Snapshot,
  key: Exclude<OrderKey, 'named'>,
  lang: Lang,
  { now }: RangeContext,
): Float64Array {
  const each = (number: (p: number) => number): Float64Array =>
    Float64Array.from({ length: snapshot.size }, (_, p) => number(p));
  switch (key) {
    case 'featured':
      return each((p) => (holds(snapshot.featured, p) ? 0 : 1));
    case 'newest':
      return snapshot.created.map((created) => -created);
    case 'changed':
      return snapshot.changed.map((changed) => -changed);
    case 'name':
      return nameRanks(snapshot, lang);
    case 'price':
      return snapshot.price.numbers.slice();
    case 'saving':
      return each((p) => -numberOf(snapshot, 'saving', p)!);
    case 'rating':
      return weightedRatings(snapshot).map((rating) => -rating);
    case 'sold':
      return each((p) => -snapshot.sold[p]);
    case 'views':
      return Float64Array.from(activitySums(snapshot, 'views', VIEW_DAYS, now), (views) => -views);
    case 'margin':
      return marginNumbers(snapshot);
    case 'stock':
      return each((p) => -snapshot.stock[p]);
    case 'random':
      return each((p) => shuffled(snapshot.ids[p], Math.floor(now / DAY)));
  }
}

/** The margin is known where the catalogue has a number attribute of that name. */
function marginNumbers(snapshot: Snapshot): Float64Array {
  const margin = snapshot.attributes.get('margin')?.column;
  const numbers = new Float64Array(snapshot.size).fill(NaN);
  if (margin)
    for (let p = 0; p < snapshot.size; p++)
      if (margin.offsets[p] < margin.offsets[p + 1])
        numbers[p] = -(margin.values[margin.codes[margin.offsets[p]]].number ?? NaN);
  return numbers;
}

function namedNumbers(snapshot: Snapshot, named: readonly string[] | null): Float64Array {
  const numbers = new Float64Array(snapshot.size).fill(NaN);
  named?.forEach((sku, place) => {
    const p = snapshot.bySku.get(sku);
    if (p !== undefined && Number.isNaN(numbers[p])) numbers[p] = place;
  });
  return numbers;
}

/** A number that looks drawn by lot, steady for a product and a day (Wang's integer hash). */
function shuffled(id: number, day: number): number {
  let hash = Math.imul(id, 0x9e3779b1) ^ Math.imul(day, 0x85ebca6b);
  hash = hash ^ 61 ^ (hash >>> 16);
  hash = Math.imul(hash, 9);
  hash ^= hash >>> 4;
  hash = Math.imul(hash, 0x27d4eb2d);
  return (hash ^ (hash >>> 15)) >>> 0;
}

function nameRanks(snapshot: Snapshot, lang: Lang): Float64Array {
  const { compare } = new Intl.Collator(lang, { numeric: true, sensitivity: 'base' });
  const names = snapshot.titles.map((titles) => textIn(titles, lang, snapshot.frame.languages));
  const sorted = names.map((_, p) => p).sort((a, b) => compare(names[a], names[b]) || a - b);
  const ranks = new Float64Array(names.length);
  let rank = 0;
  sorted.forEach((p, i) => {
    if (i && compare(names[sorted[i - 1]], names[p])) rank = i;
    ranks[p] = names[p] ? rank : NaN;
  });
  return ranks;
}

/**
 * Ratings drawn towards the shop's mean by how few people gave them: (C·m + r·v) / (C + v), with m the mean of
 * all ratings, C the mean count of ratings, r and v the product's own. Source: the Bayesian average with a prior
 * of C votes at m, as described for ranked lists of rated items. A rating of which nobody knows how many gave it counts
 * as one person's. NaN where there is none.
 */
export function weightedRatings(snapshot: Snapshot): Float64Array {
  const { numbers } = snapshot.rating;
  let rated = 0;
  let votes = 0;
  let sum = 0;
  for (let p = 0; p < snapshot.size; p++) {
    if (Number.isNaN(numbers[p])) continue;
    const count = votesOf(snapshot, p);
    rated++;
    votes += count;
    sum += numbers[p] * count;
  }
  const mean = votes ? sum / votes : 0;
  const weight = rated ? votes / rated : 0;
  return numbers.map((rating, p) => {
    const count = votesOf(snapshot, p);
    return (weight * mean + rating * count) / (weight + count);
  });
}

const votesOf = ({ ratings }: Snapshot, p: number): number => (ratings[p] > 0 ? ratings[p] : 1);

/**
 * Positions `from` … `from + size - 1` of the set `words` in the order of `permutation`. `count` must be the size of the
 * set, and no member may have a rank below `firstRank`.
 *
 * Walking the permutation costs about (from + size) · n / count steps, choosing the lowest ranks among the members
 * count · log₂(from + size) at worst; the cheaper is taken.
 */
export function windowOf(
  words: Words,
  count: number,
  permutation: Permutation,
  from: number,
  size: number,
  firstRank = 0,
): Uint32Array {
  const length = Math.max(0, Math.min(size, count - from));
  const out = new Uint32Array(length);
  if (!length) return out;
  const { positions, ranks } = permutation;
  const until = from + length;
  const walk = (until * (positions.length - firstRank)) / count;
  if (walk <= count * WALKS_PER_MEMBER) {
    let passed = 0;
    let taken = 0;
    for (let rank = firstRank; taken < length; rank++) {
      const p = positions[rank];
      if (holds(words, p) && passed++ >= from) out[taken++] = p;
    }
    return out;
  }
  const members = borrowList(count);
  listInto(words, members);
  for (let k = 0; k < count; k++) members[k] = ranks[members[k]];
  const lowest = lowestOf(members, until);
  for (let k = 0; k < length; k++) out[k] = positions[lowest[from + k]];
  giveBackList(members);
  return out;
}

/** A member's rank is read at random and may have to be put in its place; a step of the walk is a bit. */
const WALKS_PER_MEMBER = 6;

/** The `k` lowest numbers, ascending: a heap of the lowest so far, its largest on top. O(n · log k). */
function lowestOf(numbers: Uint32Array, k: number): Uint32Array {
  if (k * 4 > numbers.length) return numbers.sort();
  const heap = numbers.slice(0, k).sort().reverse();
  for (let at = k; at < numbers.length; at++) {
    const number = numbers[at];
    if (number >= heap[0]) continue;
    let hole = 0;
    for (;;) {
      let child = 2 * hole + 1;
      if (child + 1 < k && heap[child + 1] > heap[child]) child++;
      if (child >= k || heap[child] <= number) break;
      heap[hole] = heap[child];
      hole = child;
    }
    heap[hole] = number;
  }
  return heap.sort();
}

/** The same window with the best scores first; equal scores stand in the order of `permutation`. */
export function windowByScore(
  words: Words,
  scores: ReadonlyMap<number, number>,
  permutation: Permutation,
  from: number,
  size: number,
): Uint32Array {
  const members = new Uint32Array(countOf(words));
  listInto(words, members);
  return members
    .sort(
      (a, b) => (scores.get(b) ?? 0) - (scores.get(a) ?? 0) || permutation.ranks[a] - permutation.ranks[b],
    )
    .slice(from, from + size);
}
