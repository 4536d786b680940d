import { countOf, emptyBitset, intersectInto, type Bitset } from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';
import { isInForce } from '../clause/inForce';
import type { RangeContext } from '../clause/rule';
import { clauseBitset, faultOf } from '../range/clauseBitset';
import { type Permutation } from './order';
import { windowOf } from './windows';
import type { OrderGroup, OwnOrder } from './sorting';

/** Products that stand together in a listing, one stretch behind the other. */
export interface Stretch {
  bits: Bitset;
  count: number;
  /** The group that put them there; null for those in none. */
  group: OrderGroup | 'sold-out' | null;
}

/** The products of the catalogue that a group is made of. Clauses that name what is gone are left out; null where none is left. Kept, so callers must not change it. */
export function groupBitset(
  snapshot: Snapshot,
  { clauses }: OrderGroup,
  context: RangeContext,
): Bitset | null {
  const met = clauses
    .filter((clause) => !faultOf(snapshot, clause))
    .map((clause) => clauseBitset(snapshot, clause, context));
  if (met.length < 2) return met.at(0) ?? null;
  const bits = met[0].slice();
  for (const other of met.slice(1)) intersectInto(bits, other);
  return bits;
}

/**
 * The set `bits` cut into the stretches of an order: groups at the front, all else, groups at the end, sold out. Each
 * product is in one of them. A group that is held to some places takes the first of its products in the order of
 * `permutation`. Costs the words of the set for each group.
 */
export function stretchesIn(
  snapshot: Snapshot,
  bits: Bitset,
  count: number,
  { groups, soldOutLast }: Pick<OwnOrder, 'groups' | 'soldOutLast'>,
  permutation: Permutation,
  context: RangeContext,
): Stretch[] {
  const current = groups.filter((group) => isInForce(group, context));
  if (!current.length && !soldOutLast) return [{ bits, count, group: null }];
  const rest = bits.slice();
  let left = count;
  const take = (of: Bitset, group: Stretch['group'], most: number | null): Stretch => {
    const taken = emptyBitset(snapshot.size);
    for (let word = 0; word < rest.length; word++) taken[word] = rest[word] & of[word];
    let size = countOf(taken);
    if (most !== null && size > most) {
      const first = windowOf(taken, size, permutation, 0, most);
      taken.fill(0);
      for (const p of first) taken[p >>> 5] |= 1 << (p & 31);
      size = most;
    }
    if (size) for (let word = 0; word < rest.length; word++) rest[word] &= ~taken[word];
    left -= size;
    return { bits: taken, count: size, group };
  };
  const gather = (at: OrderGroup['at']): Stretch[] =>
    current.flatMap((group) => {
      const of = group.at === at ? groupBitset(snapshot, group, context) : null;
      return of ? [take(of, group, group.most)] : [];
    });
  const soldOut: Stretch[] = [];
  if (soldOutLast) {
    soldOut.push(take(soldOutBitset(snapshot), 'sold-out', null));
  }
  const end = gather('end');
  const front = gather('front');
  return [...front, { bits: rest, count: left, group: null }, ...end, ...soldOut].filter(
    (stretch) => stretch.count > 0,
  );
}

const soldOutKept = new WeakMap<Bitset, Bitset>();

/** Of the whole catalogue. */
function soldOutBitset({ inStock }: Snapshot): Bitset {
  let bits = soldOutKept.get(inStock);
  if (!bits) soldOutKept.set(inStock, (bits = inStock.map((word) => ~word)));
  return bits;
}
