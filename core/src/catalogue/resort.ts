/**
 * A sorted list in which a few members have moved. All others are copied in stretches, so that it costs O(k · log n)
 * comparisons and two copies.
 *
 * @param places Where the members that moved stood, ascending.
 * @param moved The same members, or others in their stead, in their new order.
 * @param before The new order; negative where the first comes first.
 */
export function resort(
  sorted: Uint32Array,
  places: Uint32Array,
  moved: Uint32Array,
  before: (a: number, b: number) => number,
): Uint32Array {
  const stayed = new Uint32Array(sorted.length - places.length);
  let filled = 0;
  let from = 0;
  for (const place of places) {
    stayed.set(sorted.subarray(from, place), filled);
    filled += place - from;
    from = place + 1;
  }
  stayed.set(sorted.subarray(from), filled);
  const all = new Uint32Array(stayed.length + moved.length);
  filled = 0;
  from = 0;
  for (const p of moved) {
    // The first of those that stayed which comes behind it (binary search).
    let low = from;
    let high = stayed.length;
    while (low < high) {
      const middle = (low + high) >>> 1;
      if (before(stayed[middle], p) < 0) low = middle + 1;
      else high = middle;
    }
    all.set(stayed.subarray(from, low), filled);
    filled += low - from;
    all[filled++] = p;
    from = low;
  }
  all.set(stayed.subarray(from), filled);
  return all;
}
