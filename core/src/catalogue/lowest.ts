/**
 * The `k` lowest numbers, ascending: a heap of the lowest so far, its largest on top. O(n · log k); may reorder `numbers`
 * where nearly all of them are wanted.
 */
export function lowestOf<List extends Uint32Array | Float64Array>(numbers: List, k: number): List {
  if (k * 4 > numbers.length) return numbers.sort().subarray(0, k) as List;
  const heap = numbers.slice(0, k).sort().reverse() as List;
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
  return heap.sort() as List;
}
