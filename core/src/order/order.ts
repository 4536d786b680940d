import type { Lang } from '../text/texts';
import { Keep, type Earlier } from '../catalogue/keep';
import { lowestOf } from '../catalogue/lowest';
import { resort } from '../catalogue/resort';
import { sortedByNumbers } from '../catalogue/sortByNumbers';
import type { Snapshot } from '../catalogue/snapshot';
import {
  acquireList,
  fullBitset,
  releaseList,
  holds,
  intersectInto,
  listInto,
  type Bitset,
} from '../catalogue/sets';
import { activitySums, clauseBitset, dayRead, faultOf, numberOf } from '../range/clauseBitset';
import type { Clause, RangeContext } from '../clause/rule';
import { nameNumbers } from './names';
import type { SearchMatches } from './matches';
import type { OrderKey, OrderLevel, Sorting } from './sorting';

/** The sorted catalogue: `positions[rank]` is the product at that rank, `ranks` its inverse. */
export interface Permutation {
  positions: Uint32Array;
  ranks: Uint32Array;
  /** The level that decides first; null where groups come before it. */
  lead: OrderLevel | null;
  /** The group of each product, lower ones first; null where there is one group only. */
  groups: Float64Array | null;
}

const PERMUTATIONS_KEPT = 64;
const DAY = 86_400_000;
/** Views are counted over so many days, so that what was once seen often doesn't lead for ever. */
export const VIEW_DAYS = 30;

/** A permutation with the numbers it was sorted by, so that few changes can be merged in. */
interface Sorted extends Permutation {
  keys: readonly Float64Array[];
  ids: Uint32Array;
}

const sorted = new Keep<Sorted>(PERMUTATIONS_KEPT);
const numbersKept = new Keep<Float64Array>(PERMUTATIONS_KEPT);

/**
 * The whole catalogue in the order of `sorting`, computed on first use and kept as long as the columns it reads are the
 * same; where few products have changed, they are merged into what was kept.
 *
 * Groups come first: lifted, the rest, sunk, sold out. Usual directions: featured first, newest and lately changed
 * first, names A to Z in the collation of `lang`, cheapest first, largest saving, best rated, most sold, most seen,
 * largest margin, largest stock first; random is another order each day of the shop's zone; named follows the list.
 * Missing values stand last in either direction. The order is total: it ends on the product's number.
 */
export function permutationOf(
  snapshot: Snapshot,
  sorting: Sorting,
  lang: Lang,
  context: RangeContext,
): Permutation {
  const { lineage, ids } = snapshot;
  const groups = groupNumbers(snapshot, sorting, context);
  const keys = [
    ...(groups ? [groups] : []),
    ...sorting.levels.map((level) => keyNumbers(snapshot, level, lang, sorting, context)),
  ];
  return sorted.get(lineage, signatureOf(sorting, lang, context), [ids, ...keys], (earlier) => {
    const before = (a: number, b: number): number => {
      for (const key of keys) {
        const difference = key[a] - key[b];
        if (difference) return difference;
      }
      return ids[a] - ids[b];
    };
    const lead = groups ? null : (sorting.levels[0] ?? null);
    const merged = earlier && mergeOrder(earlier, keys, ids, before);
    if (merged) return { ...merged, lead, groups, keys, ids };
    const positions = sortedByNumbers(keys, byId(snapshot));
    const ranks = new Uint32Array(snapshot.size);
    for (let rank = 0; rank < positions.length; rank++) ranks[positions[rank]] = rank;
    return { positions, ranks, lead, groups, keys, ids };
  });
}

const byIdKept = new WeakMap<Uint32Array, Uint32Array>();

/** The products by their number in the database: the order that all others end on. */
function byId({ ids }: Snapshot): Uint32Array {
  let places = byIdKept.get(ids);
  if (!places) {
    places = Uint32Array.from({ length: ids.length }, (_, p) => p);
    byIdKept.set(ids, (places = sortedByNumbers([Float64Array.from(ids)], places)));
  }
  return places;
}

/** More changes than this share of the catalogue are sooner sorted with all others. */
const FEW = 1 / 16;

/**
 * The order made of the one before: products whose numbers are the same keep their order among themselves, all others are
 * put in between them. Null where too much has changed.
 */
function mergeOrder(
  { value, places }: Earlier<Sorted>,
  keys: readonly Float64Array[],
  ids: Uint32Array,
  before: (a: number, b: number) => number,
): Pick<Permutation, 'positions' | 'ranks'> | null {
  if (value.keys.length !== keys.length) return null;
  const size = ids.length;
  const most = Math.max(64, size * FEW);
  return places || ids !== value.ids
    ? mergeElsewhere(value, places, keys, ids, before, most)
    : mergeInPlace(value, keys, before, most);
}

/** Where every product stands where it stood. O(n) to see what changed, and k · log n for that. */
function mergeInPlace(
  value: Sorted,
  keys: readonly Float64Array[],
  before: (a: number, b: number) => number,
  most: number,
): Pick<Permutation, 'positions' | 'ranks'> | null {
  const changed: number[] = [];
  for (const [k, key] of keys.entries()) {
    const old = value.keys[k];
    if (key === old) continue;
    for (let p = 0; p < key.length; p++) if (key[p] !== old[p] && changed.push(p) > most) return null;
  }
  const moved = Uint32Array.from(new Set(changed));
  const places = moved.map((p) => value.ranks[p]).sort();
  const positions = resort(value.positions, places, moved.sort(before), before);
  // Ranks are the same outside of what lies between the outermost old and new places.
  let first = 0;
  while (first < positions.length && positions[first] === value.positions[first]) first++;
  let last = positions.length - 1;
  while (last > first && positions[last] === value.positions[last]) last--;
  const ranks = value.ranks.slice();
  for (let rank = first; rank <= last; rank++) ranks[positions[rank]] = rank;
  return { positions, ranks };
}

/** Where products have moved, come or gone. O(n + k · log k). */
function mergeElsewhere(
  value: Sorted,
  places: Int32Array | null,
  keys: readonly Float64Array[],
  ids: Uint32Array,
  before: (a: number, b: number) => number,
  most: number,
): Pick<Permutation, 'positions' | 'ranks'> | null {
  const size = ids.length;
  const stayed = new Uint32Array(value.positions.length);
  const known = new Uint8Array(size);
  let kept = 0;
  for (const old of value.positions) {
    const p = places ? places[old] : old;
    if (p < 0 || p >= size || ids[p] !== value.ids[old]) continue;
    let same = true;
    for (let k = 0; same && k < keys.length; k++) same = keys[k][p] === value.keys[k][old];
    if (!same) continue;
    stayed[kept++] = p;
    known[p] = 1;
  }
  if (size - kept > most) return null;
  const moved = new Uint32Array(size - kept);
  let count = 0;
  for (let p = 0; p < size; p++) if (!known[p]) moved[count++] = p;
  const positions = resort(stayed.subarray(0, kept), new Uint32Array(0), moved.sort(before), before);
  const ranks = new Uint32Array(size);
  for (let rank = 0; rank < size; rank++) ranks[positions[rank]] = rank;
  return { positions, ranks };
}

/** What an order depends on; the day only where it does. */
function signatureOf(sorting: Sorting, lang: Lang, context: RangeContext): string {
  const { levels, lift, sink, soldOutLast, named } = sorting;
  const uses = (...keys: OrderKey[]): boolean => levels.some(({ key }) => keys.includes(key));
  const grouped = lift.length + sink.length > 0;
  return [
    levels.map((level) => level.key + (level.reversed ? '-' : '+')).join(),
    uses('name') ? lang : '',
    uses('named') ? JSON.stringify(named) : '',
    grouped ? JSON.stringify([lift, sink]) : '',
    soldOutLast,
    // Days turn at the shop's midnight, as clauses read them; views are counted by UTC days.
    grouped || uses('random') ? dayRead(context) : '',
    uses('views') ? Math.floor(context.now / DAY) : '',
  ].join('|');
}

/** 0 lifted, 1 as usual, 2 sunk, 3 sold out; null where there is one group only. */
function groupNumbers(
  snapshot: Snapshot,
  { lift, sink, soldOutLast }: Sorting,
  context: RangeContext,
): Float64Array | null {
  if (!lift.length && !sink.length && !soldOutLast) return null;
  const wordsOf = (clauses: readonly Clause[]): Bitset[] =>
    clauses
      .filter((clause) => !faultOf(snapshot, clause))
      .map((clause) => clauseBitset(snapshot, clause, context));
  const [lifted, sunk] = [wordsOf(lift), wordsOf(sink)];
  const question = `groups ${JSON.stringify([lift, sink, soldOutLast])}`;
  const reads = [...lifted, null, ...sunk, soldOutLast ? snapshot.inStock : null];
  return numbersKept.get(snapshot.lineage, question, reads, () => {
    const groups = new Float64Array(snapshot.size).fill(1);
    const put = (met: readonly Bitset[], group: number): void => {
      if (!met.length) return;
      const bits = fullBitset(snapshot.size);
      for (const one of met) intersectInto(bits, one);
      for (let p = 0; p < snapshot.size; p++) if (holds(bits, p)) groups[p] = group;
    };
    put(lifted, 0);
    put(sunk, 2);
    if (soldOutLast) for (let p = 0; p < snapshot.size; p++) if (!holds(snapshot.inStock, p)) groups[p] = 3;
    return groups;
  });
}

/** Larger than every key, and finite, so that two missing values compare as equal and not as NaN. */
const MISSING = Number.MAX_VALUE;

/** One number per product; ascending numbers are the level's order. Kept, so callers must not change them. */
function keyNumbers(
  snapshot: Snapshot,
  { key, reversed }: OrderLevel,
  lang: Lang,
  { named }: Sorting,
  context: RangeContext,
): Float64Array {
  const day = key === 'random' ? dayRead(context) : key === 'views' ? Math.floor(context.now / DAY) : '';
  const of = key === 'name' ? lang : key === 'named' ? JSON.stringify(named) : '';
  const question = `${key}${reversed ? '-' : '+'}|${of}|${day}`;
  return numbersKept.get(snapshot.lineage, question, columnsRead(snapshot, key), () => {
    const numbers =
      key === 'named' ? numberNamed(snapshot, named) : usualNumbers(snapshot, key, lang, context);
    for (let p = 0; p < numbers.length; p++) {
      if (Number.isNaN(numbers[p])) numbers[p] = MISSING;
      else if (reversed) numbers[p] = -numbers[p];
    }
    return numbers;
  });
}

/** The columns that a key's numbers are made of. */
function columnsRead(snapshot: Snapshot, key: OrderKey): unknown[] {
  switch (key) {
    case 'featured':
      return [snapshot.featured];
    case 'newest':
      return [snapshot.created];
    case 'changed':
      return [snapshot.changed];
    case 'name':
      return [snapshot.titles, snapshot.frame.languages.join()];
    case 'price':
      return [snapshot.price.numbers];
    case 'saving':
      return [snapshot.price.numbers, snapshot.was];
    case 'rating':
      return [snapshot.rating.numbers, snapshot.ratings];
    case 'sold':
      return [snapshot.sold];
    case 'views':
      return [snapshot.activity];
    case 'margin':
      return [snapshot.attributes.get('margin')?.column];
    case 'stock':
      return [snapshot.stock];
    case 'random':
      return [snapshot.ids];
    case 'named':
      return [snapshot.skus];
  }
}

function usualNumbers(
  snapshot: Snapshot,
  key: Exclude<OrderKey, 'named'>,
  lang: Lang,
  context: RangeContext,
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
      return nameNumbers(snapshot, lang).slice();
    case 'price':
      return snapshot.price.numbers.slice();
    case 'saving':
      return each((p) => -numberOf(snapshot, 'saving', p)!);
    case 'rating':
      return weightedRatings(snapshot).map((rating) => -rating);
    case 'sold':
      return each((p) => -snapshot.sold[p]);
    case 'views':
      return Float64Array.from(activitySums(snapshot, 'views', VIEW_DAYS, context.now), (views) => -views);
    case 'margin':
      return marginNumbers(snapshot);
    case 'stock':
      return each((p) => -snapshot.stock[p]);
    case 'random':
      return each((p) => shuffled(snapshot.ids[p], dayRead(context)));
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

function numberNamed(snapshot: Snapshot, named: readonly string[] | null): Float64Array {
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
 * Positions `from` … `from + size - 1` of the set `bits` in the order of `permutation`. `count` must be the size of the
 * set, and no member may have a rank below `firstRank`.
 *
 * Walking the permutation costs about (from + size) · n / count steps, choosing the lowest ranks among the members
 * count · log₂(from + size) at worst; the cheaper is taken.
 */
export function windowOf(
  bits: Bitset,
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
      if (holds(bits, p) && passed++ >= from) out[taken++] = p;
    }
    return out;
  }
  const members = acquireList(count);
  listInto(bits, members);
  for (let k = 0; k < count; k++) members[k] = ranks[members[k]];
  const lowest = lowestOf(members, until);
  for (let k = 0; k < length; k++) out[k] = positions[lowest[from + k]];
  releaseList(members);
  return out;
}

/** A member's rank is read at random and may have to be put in its place; a step of the walk is a bit. */
const WALKS_PER_MEMBER = 6;

/** The same window with the best scores first; equal scores stand in the order of `permutation`. */
export function windowByScore(
  bits: Bitset,
  { places, scores }: Pick<SearchMatches, 'places' | 'scores'>,
  { ranks }: Permutation,
  from: number,
  size: number,
): Uint32Array {
  const members: number[] = [];
  for (let at = 0; at < places.length; at++) if (holds(bits, places[at])) members.push(at);
  const until = Math.min(members.length, from + size);
  if (until <= from) return new Uint32Array(0);
  // The best `until` are those above the last one's score, and the first by rank of those that share it.
  const last = -lowestOf(
    Float64Array.from(members, (at) => -scores[at]),
    until,
  )[until - 1];
  const above = members.filter((at) => scores[at] > last);
  above.sort((a, b) => scores[b] - scores[a] || ranks[places[a]] - ranks[places[b]]);
  const level = members.filter((at) => scores[at] === last);
  const byRank = lowestOf(
    Uint32Array.from(level, (at) => ranks[places[at]]),
    until - above.length,
  );
  const placed = new Map(level.map((at) => [ranks[places[at]], places[at]]));
  return Uint32Array.from([
    ...above.map((at) => places[at]),
    ...Array.from(byRank, (rank) => placed.get(rank)!),
  ]).slice(from, until);
}
