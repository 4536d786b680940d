import type { Codes, NumberColumn, ValueColumn } from '../catalogue/columns';
import { countCommon, type Words } from '../catalogue/sets';

/** Adds the members' value codes to `counts` (one entry per code of the column). */
export function countCodes(column: ValueColumn, members: Uint32Array, counts: Uint32Array): void {
  if (column.single) countSingle(column.single, members, counts);
  else countMany(column.offsets, column.codes, members, counts);
}

function countSingle(single: Codes, members: Uint32Array, counts: Uint32Array): void {
  for (const p of members) {
    const code = single[p];
    if (code !== 0) counts[code - 1]++;
  }
}

function countMany(offsets: Uint32Array, codes: Codes, members: Uint32Array, counts: Uint32Array): void {
  for (const p of members) for (let at = offsets[p]; at < offsets[p + 1]; at++) counts[codes[at]]++;
}

/** Reading one value of one member costs about as much as this many words of an intersection. */
const WORDS_PER_CODE = 1.3;

/**
 * Counts a column over the matches, by the cheaper of two ways: forward over the members' codes, or value by value as
 * the size of an intersection, which pays where few values meet many members.
 */
export function countMatches(
  column: ValueColumn,
  matches: Words,
  members: Uint32Array,
  counts: Uint32Array,
): void {
  const perMember = column.codes.length / Math.max(1, column.offsets.length - 1);
  const forward = members.length * Math.max(1, perMember) * WORDS_PER_CODE;
  if (column.values.length * matches.length > forward) {
    countCodes(column, members, counts);
    return;
  }
  column.postings.forEach((posting, code) => (counts[code] += countCommon(posting, matches)));
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

/** How many members have at least each of `steps`, which stand from the highest to the lowest. */
export function countAtLeast(
  column: NumberColumn,
  lists: readonly Uint32Array[],
  steps: readonly number[],
): number[] {
  const counts = steps.map(() => 0);
  const { numbers } = column;
  for (const list of lists)
    for (const p of list) {
      const number = numbers[p];
      let s = 0;
      while (s < steps.length && !(number >= steps[s])) s++;
      if (s < steps.length) counts[s]++;
    }
  for (let s = 1; s < counts.length; s++) counts[s] += counts[s - 1];
  return counts;
}
