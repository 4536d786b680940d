import { describe, expect, it } from 'vitest';
import { seeded } from '../estimate/chance';
import { judgeTrial } from './judge';
import { daysNeeded, POWER, type Expected } from './outlook';
import { simulateTrial } from './simulate';

const EXPECTED: Expected = {
  visitsADay: 1_500,
  rate: 0.25,
  dispersion: 1,
  shares: [50, 50],
  smallest: 0.1,
};

describe('how long a trial takes', () => {
  it('is long enough to find the smallest difference as often as it says, and not twice as long', () => {
    const days = Math.ceil(daysNeeded(EXPECTED));
    const chance = seeded(3);
    let found = 0;
    let half = 0;
    const trials = 150;
    for (let trial = 0; trial < trials; trial++) {
      const simulated = simulateTrial(chance, {
        id: `outlook-${trial}`,
        ...EXPECTED,
        factors: [1, 1 + EXPECTED.smallest],
        counted: [1, 1],
        persons: 0,
        visits: 0,
        worth: 1,
        even: true,
      });
      let better = false;
      for (let day = 1; day <= days; day++) {
        better ||= judgeTrial(simulated.next().value, 2, EXPECTED.smallest).versions[1].verdict === 'better';
        if (day === Math.floor(days / 2)) half += Number(better);
      }
      found += Number(better);
    }
    expect(found / trials).toBeGreaterThanOrEqual(POWER - 0.05);
    expect(half / trials).toBeLessThan(POWER);
  });

  it('grows as the difference, the share and the visits get smaller', () => {
    const days = daysNeeded(EXPECTED);
    expect(daysNeeded({ ...EXPECTED, visitsADay: 750 })).toBeCloseTo(2 * days, 6);
    expect(daysNeeded({ ...EXPECTED, smallest: 0.05 })).toBeGreaterThan(3 * days);
    expect(daysNeeded({ ...EXPECTED, shares: [90, 10] })).toBeGreaterThan(2 * days);
    expect(daysNeeded({ ...EXPECTED, shares: [34, 33, 33] })).toBeGreaterThan(1.4 * days);
  });

  it('is for ever where nobody comes', () => {
    expect(daysNeeded({ ...EXPECTED, visitsADay: 0 })).toBe(Number.POSITIVE_INFINITY);
  });
});
