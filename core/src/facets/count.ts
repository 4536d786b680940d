import type { NumberColumn, ValueColumn } from '../catalogue/columns';

/** Adds the members' value codes to `counts` (one entry per code of the column). */
export function countCodes(column: ValueColumn, members: Uint32Array, counts: Uint32Array): void {
  if (column.single) {
    const { single } = column;
    for (const p of members) {
      const code = single[p];
      if (code) counts[code - 1]++;
    }
    return;
  }
  const { offsets, codes } = column;
  for (const p of members) for (let k = offsets[p]; k < offsets[p + 1]; k++) counts[codes[k]]++;
}

export interface NumberSpread {
  /** Members that have a number. */
  count: number;
  min: number;
  max: number;
}

/** Smallest and largest number over the lists; null where no member has one. */
export function spreadOf(column: NumberColumn, lists: readonly Uint32Array[]): NumberSpread | null {
  let count = 0;
  let min = Infinity;
  let max = -Infinity;
  for (const list of lists)
    for (const p of list) {
      const number = column.numbers[p];
      if (Number.isNaN(number)) continue;
      count++;
      if (number < min) min = number;
      if (number > max) max = number;
    }
  return count ? { count, min, max } : null;
}

export interface Bucket {
  /** In stored units; `from` is included, `to` is not, save in the last bucket. */
  from: number;
  to: number;
  count: number;
}

/**
 * The smallest step of the series 1, 2, 5, 10, 20 … times `unit` that covers `width` in at most `most` steps.
 */
export function niceStep(width: number, unit: number, most: number): number {
  for (let power = unit; ; power *= 10)
    for (const factor of [1, 2, 5])
      if (Math.floor(width / (power * factor)) + 1 <= most) return power * factor;
}

/** Counts the lists' numbers in buckets of a step that people would choose (1-2-5), aligned to its multiples. */
export function bucketsOf(
  column: NumberColumn,
  lists: readonly Uint32Array[],
  spread: NumberSpread,
  most = 14,
): Bucket[] {
  const step = niceStep(spread.max - spread.min, column.scale, most - 1);
  const start = Math.floor(spread.min / step);
  const length = Math.floor(spread.max / step) - start + 1;
  const counts = new Uint32Array(length);
  for (const list of lists)
    for (const p of list) {
      const number = column.numbers[p];
      if (!Number.isNaN(number)) counts[Math.floor(number / step) - start]++;
    }
  return Array.from(counts, (count, k) => ({ from: (start + k) * step, to: (start + k + 1) * step, count }));
}

/** How many members have at least each of `steps`. */
export function countAtLeast(
  column: NumberColumn,
  lists: readonly Uint32Array[],
  steps: readonly number[],
): number[] {
  const counts = steps.map(() => 0);
  for (const list of lists)
    for (const p of list) {
      const number = column.numbers[p];
      if (Number.isNaN(number)) continue;
      for (let s = 0; s < steps.length; s++) if (number >= steps[s]) counts[s]++;
    }
  return counts;
}
