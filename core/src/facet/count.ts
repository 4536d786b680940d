import type { NumberColumn } from '../catalogue/columns';
import { niceStep } from '../catalogue/packedRows';

export interface NumberSpread {
  /** Products that have a number. */
  count: number;
  min: number;
  max: number;
}

/** Numbers in bins: `counts[k]` of at least `lows[k]` and, where `step` is set, below `lows[k] + step`, else equal. */
export interface BinCounts {
  lows: ArrayLike<number>;
  counts: Uint32Array | Uint8Array;
  step: number | null;
}

export interface Bucket {
  /** In stored units; `from` is included, `to` is not, save in the last bucket. */
  from: number;
  to: number;
  count: number;
}

/**
 * Counts numbers in buckets of a step that people would choose (1-2-5), aligned to its multiples. Null where the bins
 * are too coarse to tell the buckets apart.
 */
export function bucketsOf(
  column: NumberColumn,
  { lows, counts: inBins, step: fine }: BinCounts,
  spread: NumberSpread,
  most = 14,
): Bucket[] | null {
  const step = niceStep(spread.max - spread.min, column.grain, most - 1);
  if (fine !== null && step % fine !== 0) return null;
  const start = Math.floor(spread.min / step);
  const length = Math.floor(spread.max / step) - start + 1;
  const counts = new Uint32Array(length);
  for (let k = 0; k < lows.length; k++)
    if (inBins[k]) counts[Math.floor(lows[k] / step) - start] += inBins[k];
  return Array.from(counts, (count, k) => ({ from: (start + k) * step, to: (start + k + 1) * step, count }));
}
