import type { Chance } from '../estimate/chance';
import { judgeTrial, type Verdict } from './judge';
import { simulateTrial, type TrialTruth } from './simulate';

/** How simulated trials are looked at. */
export interface Watch {
  chance: Chance;
  trials: number;
  days: number;
  /** The smallest difference worth knowing, as a share. */
  smallest: number;
}

export interface Watched {
  /** Trials in which the truth was outside the bounds on any day. */
  outside: number;
  /** Trials whose visits were called uneven on any day. */
  uneven: number;
  /** What was said of the second version on the last day, by trial. */
  said: readonly Verdict[];
}

/** Many trials of the same truth, each looked at every day: what the judgement is held against. */
export function watchTrials(
  truth: Omit<TrialTruth, 'id'>,
  { chance, trials, days, smallest }: Watch,
): Watched {
  const said: Verdict[] = [];
  let outside = 0;
  let uneven = 0;
  for (let trial = 0; trial < trials; trial++) {
    const simulated = simulateTrial(chance, { ...truth, id: `trial-${trial}` });
    const seen = { outside: false, uneven: false };
    let last: Verdict = 'early';
    for (let day = 0; day < days; day++) {
      const result = judgeTrial(simulated.next().value, truth.shares.length, smallest);
      seen.uneven ||= result.uneven !== null;
      for (const [at, { difference }] of result.versions.entries()) {
        const truly = truth.factors[at] - 1;
        if (difference && (truly < difference.low || truly > difference.high)) seen.outside = true;
      }
      last = result.versions[1].verdict!;
    }
    outside += Number(seen.outside);
    uneven += Number(seen.uneven);
    said.push(last);
  }
  return { outside, uneven, said };
}
