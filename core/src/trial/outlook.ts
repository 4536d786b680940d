import { FALSE_ALARMS, reachAtAnyLook } from './judge';

/** What a trial has to go by before it begins, or as far as it has come. */
export interface Expected {
  /** Visits a day of the pages that differ, all versions together. */
  visitsADay: number;
  /** Of what is to become better, per visit: clicks, carts, or cents. */
  rate: number;
  /** How much more the hundredths of the shoppers differ than counts that come one by one would; for revenue in cents. */
  dispersion: number;
  /** Shares of the versions, in hundredths. */
  shares: readonly number[];
  /** The smallest difference worth knowing, as a share. */
  smallest: number;
}

/** A trial that is planned for so long finds the smallest difference in so many of ten cases. */
export const POWER = 0.8;
/** Its quantile of the normal distribution. */
const Z80 = 0.8416;
const STEPS = 60;

/**
 * For how many days a trial has to run until it would most likely tell the smallest difference worth knowing, by the same
 * boundary as it is judged by; infinite where nothing is counted.
 */
export function daysNeeded({ visitsADay, rate, dispersion, shares, smallest }: Expected): number {
  const perDay = visitsADay * rate;
  if (perDay <= 0) return Number.POSITIVE_INFINITY;
  const wanted = Math.log1p(smallest);
  const alarms = FALSE_ALARMS / Math.max(1, shares.length - 1);
  // The boundary and the chance in the estimate grow with its variance, so the largest one that does is found by halving.
  let low = 0;
  let high = wanted * wanted;
  for (let step = 0; step < STEPS; step++) {
    const middle = (low + high) / 2;
    if (reachAtAnyLook(middle, wanted, alarms) + Z80 * Math.sqrt(middle) <= wanted) low = middle;
    else high = middle;
  }
  // The version with the smallest share is known last.
  const [first, ...others] = shares.map((share) => share / 100);
  return (dispersion * (1 / first + 1 / Math.min(...others))) / (low * perDay);
}

/**
 * How much revenue differs from purchase to purchase, before a trial tells by itself: purchases come one by one, and the
 * squares of their sums are twice those of their mean, as where they spread like waiting times do.
 *
 * @param mean Of a purchase, in cents.
 */
export const usualRevenueDispersion = (mean: number): number => 2 * mean;

/** The same of clicks and carts, where the same shoppers come again and differ. */
export const USUAL_DISPERSION = 1.5;
