import type { Chance } from '../estimate/chance';
import { drawGamma, drawPoisson } from '../figure/draw';
import { versionsByPart } from '../plan/trials';
import { SHOPPER_PARTS } from '../plan/shownWhen';
import type { PartCount } from './judge';

/** Shoppers of a trial whose truth is known. */
export interface TrialTruth {
  id: string;
  shares: readonly number[];
  /** Of each version against the first one, as a factor of its rate; the first is 1. */
  factors: readonly number[];
  /** Of visits against what the shares would have, as a factor; 1 where all are counted. */
  counted: readonly number[];
  visitsADay: number;
  /** Of what is to become better, per visit of the first version. */
  rate: number;
  /** How much hundredths differ in how often they come, and in what they do: variance of factors with the mean 1. */
  persons: number;
  /** How much one visit differs from another beyond chance: variance of factors with the mean 1. */
  visits: number;
  /** Cents of a purchase, which spread like waiting times; 1 with `even` for clicks and carts. */
  worth: number;
  even: boolean;
}

/** Clicks of a shop of some size, two versions alike, whose shoppers come again now and then. */
export const USUAL_TRUTH: Omit<TrialTruth, 'id'> = {
  shares: [50, 50],
  factors: [1, 1],
  counted: [1, 1],
  visitsADay: 1_500,
  rate: 0.25,
  persons: 0.004,
  visits: 1,
  worth: 1,
  even: true,
};

/** A number with the mean 1 and this variance. */
const factor = (chance: Chance, variance: number): number =>
  variance > 0 ? drawGamma(chance, 1 / variance, 1 / variance) : 1;

/** The days of a trial, one after the other; what is answered is all that was counted until then. */
export function* simulateTrial(chance: Chance, truth: TrialTruth): Generator<readonly PartCount[], never> {
  const versions = truth.shares.map((share) => ({ share, document: null, ranges: [], blends: [] }));
  const parts = [...versionsByPart({ id: truth.id, versions })].map((version) => ({
    come: factor(chance, truth.persons),
    act: factor(chance, truth.persons),
    count: { version, visits: 0, value: 0, cases: 0 },
  }));
  for (;;) {
    for (const { come, act, count } of parts) {
      const { version } = count;
      const expected = (truth.visitsADay / SHOPPER_PARTS) * come * truth.counted[version];
      const visits = drawPoisson(chance, expected);
      const rate = truth.rate * act * truth.factors[version];
      count.visits += visits;
      if (!visits) continue;
      const cases = drawPoisson(chance, visits * rate * factor(chance, truth.visits / visits));
      count.cases += cases;
      count.value += truth.even || !cases ? cases * truth.worth : drawGamma(chance, cases, 1 / truth.worth);
    }
    yield parts.map(({ count }) => ({ ...count }));
  }
}
