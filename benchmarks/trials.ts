import {
  FALSE_ALARMS,
  seeded,
  USUAL_TRUTH,
  watchTrials,
  watchWhatIf,
  type TrialTruth,
  type Verdict,
} from '@fond/core';
import type { Row } from './measure';

const TRIALS = 1_000;
const DAYS = 42;
const SMALLEST = 0.1;
const CASES: readonly (readonly [what: string, change: Partial<TrialTruth>, finds: Verdict | null])[] = [
  ['no difference, nobody comes twice', { persons: 0, visits: 0 }, null],
  ['no difference, the same shoppers come again', { persons: 0.02 }, null],
  ['no difference, a share of 10', { shares: [90, 10] }, null],
  [
    'no difference, four versions',
    { shares: [25, 25, 25, 25], factors: [1, 1, 1, 1], counted: [1, 1, 1, 1] },
    null,
  ],
  ['no difference in revenue', { rate: 0.03, worth: 5_000, even: false }, null],
  ['a tenth more', { factors: [1, 1.1] }, 'better'],
  ['a fifth less', { factors: [1, 0.8] }, 'worse'],
];

/** How often trials that are looked at every day say what isn't so, over many of them with a known truth. */
export function trialRows(): Promise<Row[]> {
  const percent = (count: number): number => (count / TRIALS) * 100;
  return Promise.resolve(
    CASES.map(([what, change, finds]): Row => {
      const { outside, uneven, said } = watchTrials(
        { ...USUAL_TRUTH, ...change },
        { chance: seeded(61), trials: TRIALS, days: DAYS, smallest: SMALLEST },
      );
      const found = finds ? said.filter((verdict) => verdict === finds).length : 0;
      return {
        what: `${what}, ${TRIALS} trials of ${DAYS} days`,
        figure:
          `truth outside the bounds on any day ${percent(outside).toFixed(1)} %, shares called uneven ${percent(uneven).toFixed(1)} %` +
          (finds ? `, ${finds} in the end ${percent(found).toFixed(1)} %` : ''),
        aim: `outside ≤ ${FALSE_ALARMS * 100} %`,
        values: {
          outside: percent(outside),
          uneven: percent(uneven),
          ...(finds && { found: percent(found) }),
        },
      };
    }),
  );
}

const SHOPS = 1_000;

/** How often the bounds of what if hold the truth, over many shops whose truth is known. */
export function whatIfRows(): Promise<Row[]> {
  const { told, held, likely, right } = watchWhatIf(SHOPS);
  const [inside, side] = [(held / told) * 100, (right / likely) * 100];
  return Promise.resolve([
    {
      what: `what if, ${told} estimated differences of ${SHOPS} shops`,
      figure: `truth within the bounds ${inside.toFixed(1)} %; of ${likely} called likely ${side.toFixed(1)} % on that side`,
      aim: 'within 86 to 94 %; likely ≥ 90 %',
      values: { inside, side, likely },
    },
  ]);
}
