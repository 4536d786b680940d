import { boundIn } from '../catalogue/columns';
import type { Snapshot } from '../catalogue/snapshot';
import type { Filtered } from '../facet/filter';
import type { Selections } from '../address/selection';
import { type Permutation } from '../order/order';
import { windowOf } from '../order/windows';

/**
 * One page of what is left of a range, as positions in the order of `permutation`. Where the order begins with the
 * price and the shopper has set a price range, reading starts at the range's bound.
 */
export function pageOf(
  snapshot: Snapshot,
  { matches, count }: Filtered,
  permutation: Permutation,
  selections: Selections,
  from: number,
  size: number,
): Uint32Array {
  return windowOf(matches, count, permutation, from, size, firstRank(snapshot, permutation, selections));
}

function firstRank({ price }: Snapshot, { levels }: Permutation, selections: Selections): number {
  const picks = selections.get('price');
  const lead = levels.at(0);
  if (lead?.key !== 'price' || !picks) return 0;
  let low = Infinity;
  let high = -Infinity;
  for (const pick of picks) {
    if (pick.kind !== 'range') return 0;
    low = Math.min(low, pick.from ?? -Infinity);
    high = Math.max(high, pick.to ?? Infinity);
  }
  // A step wider than asked for, so that rounding can't hide a product.
  return lead.reversed
    ? price.sorted.length - boundIn(price, (high + 1) * price.scale, true)
    : boundIn(price, (low - 1) * price.scale, false);
}
