/** A share or a rate with the bounds between which it lies, as far as its cases tell. */
export interface Estimate {
  value: number;
  low: number;
  high: number;
}

/** Quantile of the normal distribution for intervals that hold the truth nine times out of ten. */
export const Z90 = 1.6449;

/**
 * A share of cases with its interval by Wilson's score (E. B. Wilson, 1927), which holds for few cases and for shares
 * near 0 and 1 as well, where the usual one doesn't.
 *
 * @param hits 0 to `cases`; more are taken for `cases`, as a thing seen once may be clicked twice.
 * @param cases Not negative; with none of them nothing is known, and the interval is all of 0 to 1.
 */
export function shareOf(hits: number, cases: number, z = Z90): Estimate {
  if (cases <= 0) return { value: 0, low: 0, high: 1 };
  const share = Math.min(1, hits / cases);
  const over = z * z;
  const middle = (share + over / (2 * cases)) / (1 + over / cases);
  const reach =
    (z / (1 + over / cases)) * Math.sqrt((share * (1 - share)) / cases + over / (4 * cases * cases));
  return { value: share, low: Math.max(0, middle - reach), high: Math.min(1, middle + reach) };
}

/** Cases of a group of which each has a share of its own. */
export interface CountedShare {
  hits: number;
  cases: number;
}

/** What a group's shares have in common: a beta distribution, told by its mean and by how many cases it weighs. */
export interface Prior {
  mean: number;
  /** Cases that the mean counts for; infinite where the shares differ no more than chance has it. */
  weight: number;
}

/** A prior never counts for more, so that what is known of one outweighs the rest in the end. */
const MOST_WEIGHT = 10_000;

/**
 * The prior of a group's shares by the method of moments for the beta-binomial distribution (J. C. Kleinman, 1973): how
 * much they differ beyond what chance alone would have done.
 */
export function priorOf(shares: readonly CountedShare[]): Prior {
  const known = shares.filter(({ cases }) => cases > 0);
  const cases = known.reduce((sum, one) => sum + one.cases, 0);
  const hits = known.reduce((sum, one) => sum + Math.min(one.hits, one.cases), 0);
  if (!cases) return { mean: 0, weight: MOST_WEIGHT };
  const mean = hits / cases;
  if (mean <= 0 || mean >= 1 || known.length < 2) return { mean, weight: MOST_WEIGHT };
  const share = ({ hits: h, cases: n }: CountedShare): number => Math.min(1, h / n);
  const spread = known.reduce((sum, one) => sum + one.cases * (share(one) - mean) ** 2, 0);
  const squares = known.reduce((sum, one) => sum + one.cases ** 2, 0) / cases;
  const chance = mean * (1 - mean);
  // E[spread] = chance · ((k − 1) + ρ · (cases − squares − (k − 1))) for a correlation ρ = 1 / (weight + 1).
  const room = cases - squares - (known.length - 1);
  const rho = room > 0 ? (spread / chance - (known.length - 1)) / room : 0;
  if (rho <= 0) return { mean, weight: MOST_WEIGHT };
  return { mean, weight: Math.min(MOST_WEIGHT, Math.max(1, 1 / rho - 1)) };
}

/**
 * A share drawn towards what its group has in common, the more the fewer its cases: the mean of the beta distribution that
 * its own cases make of the prior (empirical Bayes), with Wilson's interval over both.
 */
export function shrunkShare({ hits, cases }: CountedShare, prior: Prior, z = Z90): Estimate {
  return shareOf(Math.min(hits, cases) + prior.mean * prior.weight, cases + prior.weight, z);
}
