import type { Lang } from '../catalogue/rows';
import { textIn } from '../catalogue/rows';
import type { Snapshot } from '../catalogue/snapshot';
import { countOf, holds, listInto, type Words } from '../catalogue/sets';

export type OrderKey = 'featured' | 'newest' | 'name' | 'price' | 'rating';

/** One level of an order. `reversed` turns the key's usual direction round. */
export interface OrderLevel {
  key: OrderKey;
  reversed: boolean;
}

/** The sorted catalogue: `positions[rank]` is the product at that rank, `ranks` its inverse. */
export interface Permutation {
  positions: Uint32Array;
  ranks: Uint32Array;
  /** The level that decides first. */
  lead: OrderLevel;
}

const PERMUTATIONS_KEPT = 64;
const kept = new WeakMap<Snapshot, Map<string, Permutation>>();

/**
 * The whole catalogue in the order of `levels`, computed on first use and kept per snapshot.
 *
 * Usual directions: featured first, newest first, names A to Z in the collation of `lang`, cheapest first, best
 * rated first. Missing values stand last in either direction. The order is total: it ends on the position.
 */
export function permutationOf(snapshot: Snapshot, levels: readonly OrderLevel[], lang: Lang): Permutation {
  let known = kept.get(snapshot);
  if (!known) kept.set(snapshot, (known = new Map()));
  const named = levels.some((level) => level.key === 'name');
  const signature =
    levels.map((level) => level.key + (level.reversed ? '-' : '+')).join() + (named ? lang : '');
  const found = known.get(signature);
  if (found) return found;
  const keys = levels.map((level) => keyNumbers(snapshot, level, lang));
  const positions = Uint32Array.from({ length: snapshot.size }, (_, p) => p).sort((a, b) => {
    for (const key of keys) {
      const difference = key[a] - key[b];
      if (difference) return difference;
    }
    return a - b;
  });
  const ranks = new Uint32Array(snapshot.size);
  for (let rank = 0; rank < positions.length; rank++) ranks[positions[rank]] = rank;
  const permutation = { positions, ranks, lead: levels[0] };
  if (known.size >= PERMUTATIONS_KEPT) known.delete(known.keys().next().value!);
  known.set(signature, permutation);
  return permutation;
}

/** Larger than every key, and finite, so that two missing values compare as equal and not as NaN. */
const MISSING = Number.MAX_VALUE;

/** One number per product; ascending numbers are the level's order. */
function keyNumbers(snapshot: Snapshot, level: OrderLevel, lang: Lang): Float64Array {
  const numbers = usualNumbers(snapshot, level.key, lang);
  for (let p = 0; p < numbers.length; p++) {
    if (Number.isNaN(numbers[p])) numbers[p] = MISSING;
    else if (level.reversed) numbers[p] = -numbers[p];
  }
  return numbers;
}

function usualNumbers(snapshot: Snapshot, key: OrderKey, lang: Lang): Float64Array {
  switch (key) {
    case 'featured':
      return Float64Array.from({ length: snapshot.size }, (_, p) => (holds(snapshot.featured, p) ? 0 : 1));
    case 'newest':
      return snapshot.created.map((created) => -created);
    case 'name':
      return nameRanks(snapshot, lang);
    case 'price':
      return snapshot.price.numbers.slice();
    case 'rating':
      return weightedRatings(snapshot).map((rating) => -rating);
  }
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
 * of C votes at m, as described for ranked lists of rated items. NaN where nobody rated.
 */
export function weightedRatings(snapshot: Snapshot): Float64Array {
  const { numbers } = snapshot.rating;
  let rated = 0;
  let votes = 0;
  let sum = 0;
  for (let p = 0; p < snapshot.size; p++) {
    if (Number.isNaN(numbers[p]) || snapshot.ratings[p] === 0) continue;
    rated++;
    votes += snapshot.ratings[p];
    sum += numbers[p] * snapshot.ratings[p];
  }
  const mean = votes ? sum / votes : 0;
  const weight = rated ? votes / rated : 0;
  return numbers.map((rating, p) => {
    const count = snapshot.ratings[p];
    return count === 0 ? NaN : (weight * mean + rating * count) / (weight + count);
  });
}

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
  const members = new Uint32Array(count);
  listInto(words, members);
  for (let k = 0; k < count; k++) members[k] = ranks[members[k]];
  const lowest = lowestOf(members, until);
  for (let k = 0; k < length; k++) out[k] = positions[lowest[from + k]];
  return out;
}

/** A member's rank is read at random and may have to be put in its place; a step of the walk is a bit. */
const WALKS_PER_MEMBER = 3;

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
