import { lowestOf } from '../catalogue/lowest';
import { acquireList, holds, listInto, releaseList, type Bitset } from '../catalogue/sets';
import type { SearchMatches } from './matches';
import { ranksOf, type Permutation } from './order';

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

/**
 * Positions `from` … `from + size - 1` of a listing in which some products stand at places of their own and all others,
 * in their order, around them.
 *
 * @param at Place, counted from 0 and below `count`, of each product that has its own.
 * @param others Gives a window of all others, by its start and length among them.
 */
export function windowAround(
  at: ReadonlyMap<number, number>,
  count: number,
  from: number,
  size: number,
  others: (start: number, length: number) => ArrayLike<number>,
): Uint32Array {
  const until = Math.min(count, from + size);
  if (until <= from) return new Uint32Array(0);
  const before = [...at.keys()].filter((place) => place < from).length;
  const within = [...at.keys()].filter((place) => place >= from && place < until).length;
  const rest = others(from - before, until - from - within);
  let next = 0;
  return Uint32Array.from({ length: until - from }, (_, k) => at.get(from + k) ?? rest[next++]);
}
