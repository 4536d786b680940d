import type { RangeContext, SharedRules } from '@fond/core';

/** What ranges and orders are read with at a moment, in the shop's zone. */
export const rangeContext = ({ ranges, blends }: SharedRules, now: number, zone: string): RangeContext => ({
  now,
  ranges,
  blends,
  zone,
});
