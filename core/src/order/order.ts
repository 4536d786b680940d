import { Keep, type Earlier } from '../catalogue/keep';
import { resort } from '../catalogue/resort';
import { fullBitset, listInto } from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';
import { sortedByNumbers } from '../catalogue/sortByNumbers';
import type { Blend } from '../clause/blend';
import type { RangeContext } from '../clause/rule';
import { dayRead } from '../range/clauseBitset';
import type { RangeResult } from '../range/range';
import type { Lang } from '../text/texts';
import { blendScores, placeIn } from './blendScores';
import { isPlain, keyNumbers } from './keyNumbers';
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
  const plain = levels.filter(isPlain);
  if (plain.length < levels.length) return permutationWithin(snapshot, levels, sorting, lang, context);
  const keys = plain.map((level) => keyNumbers(snapshot, level, lang, sorting, context));
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

/** The rank of each product of an order, by its place among `size`. */
export function ranksOf(positions: Uint32Array, size: number): Uint32Array {
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
    isPlain(level)
      ? keyNumbers(snapshot, level, lang, sorting, context)
      : blendScores(snapshot, blendAt(level, context), range, context).scores,
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

const wholeKept = new Keep<RangeResult>(1);

const wholeCatalogue = (snapshot: Snapshot): RangeResult =>
  wholeKept.get(snapshot.lineage, '', [], () => ({
    bits: fullBitset(snapshot.size),
    count: snapshot.size,
    key: '*',
  }));
