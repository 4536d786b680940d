import type { Estimate } from '../estimate/rates';

/** What is to become better by a trial. */
export const TRIAL_GOALS = ['clicks', 'carts', 'revenue'] as const;
export type TrialGoal = (typeof TRIAL_GOALS)[number];

/** What a hundredth of the shoppers did, all days of the trial together. */
export interface PartCount {
  /** Index of the version that they see. */
  version: number;
  visits: number;
  /** Of what is to become better; cents for revenue. */
  value: number;
  /** How often there was any of it: the same for clicks and carts, purchases for revenue. */
  cases: number;
}

/**
 * What is known of a version against the first one:
 * - `early`: too little was counted to say anything
 * - `open`: it may be better or worse
 * - `better`, `worse`: it is
 * - `alike`: if there is a difference, it is smaller than what is worth knowing
 */
export type Verdict = 'early' | 'open' | 'better' | 'worse' | 'alike';

export interface VersionResult {
  visits: number;
  value: number;
  /** Per visit. */
  rate: number;
  /** Against the first version, as a share of its rate: 0.1 is a tenth more. Null for the first one, and while it is early. */
  difference: Estimate | null;
  verdict: Verdict | null;
}

export interface TrialResult {
  versions: readonly VersionResult[];
  /** How much more the hundredths differ than counts that come one by one would; 1 where they don't. */
  dispersion: number;
  /** How far the visits are from the shares that were asked for, where that is more than chance; else null. */
  uneven: { version: number; difference: Estimate } | null;
  /** A version that nobody has seen though many have seen others; null for none. */
  silent: number | null;
}

/** How often a difference may be called one though there is none, over all days and looks of a trial together. */
export const FALSE_ALARMS = 0.05;
/** The same of shares, where nobody expects a difference. */
const FALSE_UNEVEN = 0.001;
/** Differences of shares that a fault makes, as a logarithm. */
const UNEVEN_SCALE = 0.05;
/** The method holds for sums of many; with fewer nothing is said. */
const FEWEST_CASES = 50;
/** Visits of each version before shares are judged. */
const FEWEST_VISITS = 500;
/** Nothing differs less than this: what is counted once is never as even as a clock. */
const LEAST_DISPERSION = 0.2;

/**
 * How far from an estimate the truth may lie at any look, so that over all looks together it lies further with a
 * probability of `alarms` at most: the boundary of a mixture of normal distributions (H. Robbins, “Statistical methods
 * related to the law of the iterated logarithm”, 1970), for estimates that are normal in the limit (I. Waudby-Smith et al.,
 * “Time-uniform central limit theory and asymptotic confidence sequences”, Annals of Statistics 52, 2024).
 *
 * @param variance Of the estimate as it stands; above 0.
 * @param scale Size of differences for which the boundary is narrowest; above 0.
 */
export function reachAtAnyLook(variance: number, scale: number, alarms: number): number {
  const mixed = variance + scale * scale;
  return Math.sqrt(
    ((2 * variance * mixed) / (scale * scale)) * (Math.log(1 / alarms) + 0.5 * Math.log(mixed / variance)),
  );
}

/** How much the parts of the same version differ from each other beyond chance (K. Pearson's X² over its degrees of freedom). */
function dispersionOf(
  parts: readonly { version: number; size: number; value: number }[],
  rates: readonly number[],
): number {
  let sum = 0;
  let free = 0;
  const seen = new Set<number>();
  for (const { version, size, value } of parts) {
    const expected = rates[version] * size;
    if (expected <= 0) continue;
    sum += (value - expected) ** 2 / expected;
    free++;
    seen.add(version);
  }
  return free > seen.size ? sum / (free - seen.size) : 1;
}

const sumOf = <T>(list: readonly T[], of: (one: T) => number): number =>
  list.reduce((sum, one) => sum + of(one), 0);

/**
 * Judges what was counted of a trial. Shoppers differ, and the same one comes again: so not visits are compared but
 * hundredths of the shoppers, whose differences within a version tell how much chance there is in those between versions.
 * The bounds of several versions hold together (C. E. Bonferroni).
 *
 * @param parts One of each hundredth, those without a visit as well.
 * @param smallest The smallest difference worth knowing, as a share: 0.05 for a twentieth.
 */
export function judgeTrial(parts: readonly PartCount[], versions: number, smallest: number): TrialResult {
  const groups = Array.from({ length: versions }, (_, version) =>
    parts.filter((part) => part.version === version),
  );
  const visits = groups.map((group) => sumOf(group, (part) => part.visits));
  const values = groups.map((group) => sumOf(group, ({ value }) => value));
  const cases = groups.map((group) => sumOf(group, (part) => part.cases));
  const rates = values.map((value, version) => (visits[version] ? value / visits[version] : 0));
  const dispersion = dispersionOf(
    parts.map((part) => ({ ...part, size: part.visits })),
    rates,
  );
  const spread = Math.max(dispersion, LEAST_DISPERSION);
  const scale = Math.log1p(smallest);
  const difference = (version: number): Estimate | null => {
    if (version === 0 || cases[0] < FEWEST_CASES || cases[version] < FEWEST_CASES) return null;
    const middle = Math.log(rates[version] / rates[0]);
    const variance = spread * (1 / values[0] + 1 / values[version]);
    return estimated(middle, reachAtAnyLook(variance, scale, FALSE_ALARMS / (versions - 1)));
  };
  return {
    versions: rates.map((rate, version) => {
      const found = difference(version);
      return {
        visits: visits[version],
        value: values[version],
        rate,
        difference: found,
        verdict: version === 0 ? null : verdictOf(found, smallest),
      };
    }),
    dispersion,
    uneven: unevenShares(parts, groups, visits),
    silent: Math.max(...visits) >= FEWEST_VISITS && visits.includes(0) ? visits.indexOf(0) : null,
  };
}

/** From logarithms of a ratio to shares of the whole. */
const estimated = (middle: number, reach: number): Estimate => ({
  value: Math.expm1(middle),
  low: Math.expm1(middle - reach),
  high: Math.expm1(middle + reach),
});

function verdictOf(difference: Estimate | null, smallest: number): Verdict {
  if (!difference) return 'early';
  if (difference.low > 0) return 'better';
  if (difference.high < 0) return 'worse';
  return difference.low > -smallest && difference.high < smallest ? 'alike' : 'open';
}

/** A version that is looked at more or less often than its share would have it, where something doesn't serve or count it. */
function unevenShares(
  parts: readonly PartCount[],
  groups: readonly (readonly PartCount[])[],
  visits: readonly number[],
): TrialResult['uneven'] {
  if (visits.some((all) => all < FEWEST_VISITS)) return null;
  const usual = visits.map((all, version) => all / groups[version].length);
  const spread = Math.max(
    1,
    dispersionOf(
      parts.map(({ version, visits: value }) => ({ version, size: 1, value })),
      usual,
    ),
  );
  for (let version = 1; version < visits.length; version++) {
    const middle = Math.log(usual[version] / usual[0]);
    const variance = spread * (1 / visits[0] + 1 / visits[version]);
    const reach = reachAtAnyLook(variance, UNEVEN_SCALE, FALSE_UNEVEN / (visits.length - 1));
    if (Math.abs(middle) > reach) return { version, difference: estimated(middle, reach) };
  }
  return null;
}
