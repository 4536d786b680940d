import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seeded } from '../estimate/chance';
import { FALSE_ALARMS, judgeTrial, reachAtAnyLook, type PartCount } from './judge';
import { USUAL_TRUTH, type TrialTruth } from './simulate';
import { watchTrials, type Watched } from './watch';

const TRIALS = 80;
const DAYS = 21;
const SMALLEST = 0.1;

/** Many trials of the same truth, each looked at every day. */
const watched = (change: Partial<TrialTruth>): Watched =>
  watchTrials(
    { ...USUAL_TRUTH, ...change },
    { chance: seeded(20_261), trials: TRIALS, days: DAYS, smallest: SMALLEST },
  );

describe('a trial that is looked at every day', () => {
  it.each<[string, Partial<TrialTruth>]>([
    ['where nobody comes twice', { persons: 0, visits: 0 }],
    ['where the same shoppers come again', { persons: 0.02 }],
    ['with a small share', { shares: [90, 10] }],
    ['with four versions', { shares: [25, 25, 25, 25], factors: [1, 1, 1, 1], counted: [1, 1, 1, 1] }],
    ['by its revenue', { rate: 0.03, worth: 5_000, even: false }],
    ['that is better indeed', { factors: [1, 1.2] }],
  ])('has the truth outside its bounds no more often than it says, on any day: %s', (_, change) => {
    const { outside, uneven } = watched(change);
    expect(outside / TRIALS).toBeLessThanOrEqual(FALSE_ALARMS);
    expect(uneven).toBe(0);
  });

  it('finds what is better, and what is worse', () => {
    const found = watched({ factors: [1, 1.2] }).said;
    expect(found.filter((verdict) => verdict === 'better').length / TRIALS).toBeGreaterThan(0.8);
    expect(found).not.toContain('worse');
    const lost = watched({ factors: [1, 0.8] }).said;
    expect(lost.filter((verdict) => verdict === 'worse').length / TRIALS).toBeGreaterThan(0.8);
    expect(lost).not.toContain('better');
  });

  it('says that versions are alike once any difference is too small to be worth knowing', () => {
    const { said } = watched({ persons: 0, visits: 0, visitsADay: 6_000 });
    expect(said.filter((verdict) => verdict === 'alike').length / TRIALS).toBeGreaterThan(0.8);
  });

  it('notices that a tenth of the visits of one version is not counted', () => {
    expect(watched({ counted: [1, 0.9] }).uneven / TRIALS).toBeGreaterThan(0.8);
  });
});

describe('what is counted', () => {
  const even = (version: number, visits: number, value: number): PartCount[] =>
    Array.from({ length: 50 }, () => ({ version, visits, value, cases: value }));

  it('says nothing while little is', () => {
    const { versions } = judgeTrial([...even(0, 4, 0), ...even(1, 4, 1)], 2, 0.05);
    expect(versions.map(({ verdict }) => verdict)).toEqual([null, 'early']);
    expect(versions[1]).toMatchObject({ visits: 200, value: 50, rate: 0.25, difference: null });
  });

  it('tells a version that nobody has seen', () => {
    expect(judgeTrial([...even(0, 40, 4), ...even(1, 0, 0)], 2, 0.05).silent).toBe(1);
    expect(judgeTrial([...even(0, 40, 4), ...even(1, 39, 4)], 2, 0.05).silent).toBeNull();
    expect(judgeTrial([...even(0, 1, 1), ...even(1, 0, 0)], 2, 0.05).silent).toBeNull();
  });

  it('is told the same whatever the order of its parts', () => {
    const part = fc.record({
      version: fc.nat({ max: 2 }),
      visits: fc.nat({ max: 90 }),
      value: fc.nat({ max: 60 }),
    });
    fc.assert(
      fc.property(fc.array(part, { minLength: 20, maxLength: 100 }), (list) => {
        const parts = list.map((one) => ({ ...one, cases: one.value }));
        const one = judgeTrial(parts, 3, 0.05);
        const other = judgeTrial(parts.toReversed(), 3, 0.05);
        expect(other.versions.map(({ verdict }) => verdict)).toEqual(
          one.versions.map(({ verdict }) => verdict),
        );
        expect(other.dispersion).toBeCloseTo(one.dispersion, 6);
      }),
    );
  });
});

describe('how far the truth may lie at any look', () => {
  it('is more than at one look that was planned, and less with less chance', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-6, max: 1, noNaN: true }), (variance) => {
        const reach = reachAtAnyLook(variance, 0.05, 0.05);
        expect(reach).toBeGreaterThan(1.96 * Math.sqrt(variance));
        expect(reachAtAnyLook(variance / 2, 0.05, 0.05)).toBeLessThan(reach);
      }),
    );
  });
});
