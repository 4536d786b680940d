import { textIn, type Lang } from '../text/texts';
import { Keep, type Earlier } from '../catalogue/keep';
import { lowestOf } from '../catalogue/lowest';
import { resort } from '../catalogue/resort';
import { sortedByNumbers } from '../catalogue/sortByNumbers';
import type { Snapshot } from '../catalogue/snapshot';
import { acquireList, fullBitset, releaseList, holds, listInto, type Bitset } from '../catalogue/sets';
import { stockStateOf } from '../catalogue/figures';
import { activitySums, dayRead, numberOf } from '../range/clauseBitset';
import type { RangeResult } from '../range/range';
import { STOCK_STATES, type RangeContext } from '../clause/rule';
import type { Blend } from '../clause/blend';
import { blendScores, placeIn } from './blendScores';
import { attributeNumbers, weightedRatings } from './productNumbers';
import { nameNumbers } from './names';
import type { SearchMatches } from './matches';
import { nameOfLevel, type OrderKey, type OrderLevel, type Sorting } from './sorting';

/**
 * The sorted catalogue: `positions[rank]` is the product at that rank, `ranks` its inverse. Where a blend sorts the
 * products of a range, it holds these alone, and the ranks of others mean nothing; a small range has none.
 */
export interface Permutation {
  positions: Uint32Array;
  ranks: Uint32Array | null;
  /** The levels that hold, the first deciding first. */
  levels: readonly OrderLevel[];
  /** The number by which a level sorts a product; lower ones stand first. */
  keyAt: (level: number, p: number) => number;
}

const PERMUTATIONS_KEPT = 64;
const DAY = 86_400_000;
/** Views are counted over so many days, so that what was once seen often doesn't lead for ever. */
export const VIEW_DAYS = 30;

/** A permutation with the products it was made of, so that few changes can be merged in. */
interface Sorted extends Permutation {
  ranks: Uint32Array;
  keys: readonly Float64Array[];
  ids: Uint32Array;
}

const sorted = new Keep<Sorted>(PERMUTATIONS_KEPT);
/** Orders within ranges are as long as these, so that many can be kept. */
const sortedWithin = new Keep<Permutation>(300);
/** A range of more than this share of the catalogue is read by ranks too. */
const LARGE_RANGE = 1 / 8;
const numbersKept = new Keep<Float64Array>(PERMUTATIONS_KEPT);

/**
 * The catalogue in the order of `sorting`, computed on first use and kept as long as the columns it reads are the
 * same; where few products have changed, they are merged into what was kept.
 *
 * Usual directions: featured first, newest and lately changed first, names A to Z in the collation of `lang`, cheapest
 * first, largest saving, best rated, most sold, most seen, largest margin, largest stock first, in stock before sold out,
 * smallest number of an attribute first, its values in their order, best blended first; random is another order each day of
 * the shop's zone; named follows the list. Missing values stand last in either direction. The order is total: it ends on
 * the product's number. Levels that name what is gone are left out.
 */
export function permutationOf(
  snapshot: Snapshot,
  sorting: Sorting,
  lang: Lang,
  context: RangeContext,
): Permutation {
  const { lineage, ids } = snapshot;
  const levels = sorting.levels.filter((level) => canSortBy(snapshot, level, context));
  if (levels.some(({ key }) => key === 'blend'))
    return permutationWithin(snapshot, levels, sorting, lang, context);
  const keys = levels.map((level) => keyNumbers(snapshot, level, lang, sorting, context));
  return sorted.get(lineage, signatureOf(levels, sorting, lang, context), [ids, ...keys], (earlier) => {
    const before = (a: number, b: number): number => {
      for (const key of keys) {
        const difference = key[a] - key[b];
        if (difference) return difference;
      }
      return ids[a] - ids[b];
    };
    const keyAt = (level: number, p: number): number => keys[level][p];
    const merged = earlier && mergeOrder(earlier, keys, ids, before);
    if (merged) return { ...merged, levels, keys, keyAt, ids };
    const positions = sortedByNumbers(keys, byId(snapshot));
    return { positions, ranks: ranksOf(positions, snapshot.size), levels, keys, keyAt, ids };
  });
}

function ranksOf(positions: Uint32Array, size: number): Uint32Array {
  const ranks = new Uint32Array(size);
  for (let rank = 0; rank < positions.length; rank++) ranks[positions[rank]] = rank;
  return ranks;
}

/** The products of a range alone: sorting the whole catalogue by the blend of each aisle would take far longer. */
function permutationWithin(
  snapshot: Snapshot,
  levels: readonly OrderLevel[],
  sorting: Sorting,
  lang: Lang,
  context: RangeContext,
): Permutation {
  const range = sorting.within ?? wholeCatalogue(snapshot);
  const columns = levels.map((level) =>
    level.key === 'blend'
      ? blendScores(snapshot, blendAt(level, context), range, context).scores
      : keyNumbers(snapshot, level, lang, sorting, context),
  );
  const signature = `${signatureOf(levels, sorting, lang, context)}|${range.key}`;
  const reads = [snapshot.ids, range.bits, ...columns];
  return sortedWithin.get(snapshot.lineage, signature, reads, () => {
    const members = new Uint32Array(range.count);
    listInto(range.bits, members);
    const keys = levels.map(({ key, reversed }, at) =>
      key === 'blend'
        ? columns[at].map((score) => (reversed ? score : -score))
        : Float64Array.from(members, (p) => columns[at][p]),
    );
    const ids = Float64Array.from(members, (p) => snapshot.ids[p]);
    const order = sortedByNumbers(
      [...keys, ids],
      Uint32Array.from(members, (_, at) => at),
    );
    const positions = order.map((at) => members[at]);
    const ranks = range.count > snapshot.size * LARGE_RANGE ? ranksOf(positions, snapshot.size) : null;
    return { positions, ranks, levels, keyAt: (level, p) => keys[level][placeIn(members, p)] };
  });
}

const blendAt = ({ of }: OrderLevel, { blends }: RangeContext): Blend => blends.find(({ id }) => id === of)!;

/** The order of a short list of products. */
export const permutationOfList = (list: readonly number[]): Permutation => ({
  positions: Uint32Array.from(list),
  ranks: null,
  levels: [],
  keyAt: () => 0,
});

/** Whether a level names something that is there. */
function canSortBy(snapshot: Snapshot, { key, of }: OrderLevel, { blends }: RangeContext): boolean {
  if (key === 'attribute') return snapshot.attributes.has(of ?? '');
  return key !== 'blend' || blends.some(({ id }) => id === of);
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
): Pick<Sorted, 'positions' | 'ranks'> | null {
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
): Pick<Sorted, 'positions' | 'ranks'> | null {
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
): Pick<Sorted, 'positions' | 'ranks'> | null {
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
function signatureOf(
  levels: readonly OrderLevel[],
  { named }: Sorting,
  lang: Lang,
  context: RangeContext,
): string {
  const uses = (...keys: OrderKey[]): boolean => levels.some(({ key }) => keys.includes(key));
  return [
    levels.map((level) => nameOfLevel(level) + (level.reversed ? '-' : '+')).join(),
    uses('name', 'attribute') ? lang : '',
    uses('named') ? JSON.stringify(named) : '',
    // Days turn at the shop's midnight, as clauses read them; views are counted by UTC days.
    uses('random') ? dayRead(context) : '',
    uses('views') ? Math.floor(context.now / DAY) : '',
  ].join('|');
}

/** Larger than every key, and finite, so that two missing values compare as equal and not as NaN. */
const MISSING = Number.MAX_VALUE;

/** One number per product; ascending numbers are the level's order. Kept, so callers must not change them. */
function keyNumbers(
  snapshot: Snapshot,
  level: OrderLevel,
  lang: Lang,
  { named }: Sorting,
  context: RangeContext,
): Float64Array {
  const { key, reversed } = level;
  if (key === 'blend') throw new RangeError('A blend has numbers within a range alone.');
  const day = key === 'random' ? dayRead(context) : key === 'views' ? Math.floor(context.now / DAY) : '';
  const of = key === 'name' || key === 'attribute' ? lang : key === 'named' ? JSON.stringify(named) : '';
  const question = `${nameOfLevel(level)}${reversed ? '-' : '+'}|${of}|${day}`;
  return numbersKept.get(snapshot.lineage, question, columnsRead(snapshot, level), () => {
    const numbers =
      key === 'named'
        ? numberNamed(snapshot, named)
        : usualNumbers(snapshot, { ...level, key }, lang, context);
    for (let p = 0; p < numbers.length; p++) {
      if (Number.isNaN(numbers[p])) numbers[p] = MISSING;
      else if (reversed) numbers[p] = -numbers[p];
    }
    return numbers;
  });
}

const wholeKept = new Keep<RangeResult>(1);

const wholeCatalogue = (snapshot: Snapshot): RangeResult =>
  wholeKept.get(snapshot.lineage, '', [], () => ({
    bits: fullBitset(snapshot.size),
    count: snapshot.size,
    key: '*',
  }));

/** The columns that a key's numbers are made of. */
function columnsRead(snapshot: Snapshot, { key, of }: OrderLevel): unknown[] {
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
    case 'availability':
      return [snapshot.stock];
    case 'attribute':
      return [snapshot.attributes.get(of!)?.column];
    case 'blend':
      return [];
    case 'random':
      return [snapshot.ids];
    case 'named':
      return [snapshot.skus];
  }
}

function usualNumbers(
  snapshot: Snapshot,
  { key, of }: OrderLevel & { key: Exclude<OrderKey, 'named' | 'blend'> },
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
      return attributeNumbers(snapshot, 'margin').map((margin) => -margin);
    case 'stock':
      return each((p) => -snapshot.stock[p]);
    case 'availability':
      return each((p) => STOCK_STATES.indexOf(stockStateOf(snapshot.stock[p])));
    case 'attribute':
      return attributeOrder(snapshot, of!, lang);
    case 'random':
      return each((p) => shuffled(snapshot.ids[p], dayRead(context)));
  }
}

/** Numbers as they are; values by their place among all, which is that of their labels in the language. */
function attributeOrder(snapshot: Snapshot, key: string, lang: Lang): Float64Array {
  const { column } = snapshot.attributes.get(key)!;
  if (column.numeric) return attributeNumbers(snapshot, key);
  const { compare } = new Intl.Collator(lang, { numeric: true, sensitivity: 'base' });
  const labels = column.values.map(
    ({ value, labels: own }) => textIn(own, lang, snapshot.frame.languages) || value,
  );
  const placeOf = new Float64Array(labels.length);
  labels
    .map((_, code) => code)
    .sort((a, b) => compare(labels[a], labels[b]) || a - b)
    .forEach((code, place) => (placeOf[code] = place));
  return Float64Array.from({ length: snapshot.size }, (_, p) =>
    column.offsets[p] < column.offsets[p + 1] ? placeOf[column.codes[column.offsets[p]]] : NaN,
  );
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
  if (ranks === null || walk <= count * WALKS_PER_MEMBER) {
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
  permutation: Permutation,
  from: number,
  size: number,
): Uint32Array {
  const ranks = permutation.ranks ?? ranksOf(permutation.positions, bits.length * 32);
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
