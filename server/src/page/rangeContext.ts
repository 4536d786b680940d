import type { Edition, RangeContext } from '@fond/core';

/** What the ranges of an edition are run with at a moment, in the shop's zone. */
export const rangeContext = (
  { ranges }: Pick<Edition, 'ranges'>,
  now: number,
  zone: string,
): RangeContext => ({
  now,
  ranges,
  zone,
});
