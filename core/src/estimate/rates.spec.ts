import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seeded } from './chance';
import { priorOf, shareOf, shrunkShare } from './rates';

describe('a share of cases', () => {
  it('has bounds that hold it, and nothing where nothing was tried', () => {
    fc.assert(
      fc.property(fc.nat(5_000), fc.nat(5_000), (a, b) => {
        const [hits, cases] = [Math.min(a, b), Math.max(a, b)];
        const { value, low, high } = shareOf(hits, cases);
        expect(low).toBeGreaterThanOrEqual(0);
        expect(high).toBeLessThanOrEqual(1);
        expect(low - 1e-12).toBeLessThanOrEqual(value);
        expect(value).toBeLessThanOrEqual(high + 1e-12);
      }),
    );
    expect(shareOf(0, 0)).toEqual({ value: 0, low: 0, high: 1 });
    // Newcombe (1998), table I: 81 of 263, 95 %.
    const { low, high } = shareOf(81, 263, 1.96);
    expect([low, high].map((one) => Number(one.toFixed(4)))).toEqual([0.2553, 0.3662]);
  });

  it('lies within its bounds about nine times out of ten, also where it is small', () => {
    for (const [share, cases] of [
      [0.04, 300],
      [0.3, 60],
      [0.5, 25],
    ]) {
      const chance = seeded(7);
      let held = 0;
      const shops = 2_000;
      for (let shop = 0; shop < shops; shop++) {
        let hits = 0;
        for (let one = 0; one < cases; one++) if (chance() < share) hits++;
        const { low, high } = shareOf(hits, cases);
        if (low <= share && share <= high) held++;
      }
      expect(held / shops).toBeGreaterThan(0.86);
      expect(held / shops).toBeLessThan(0.94);
    }
  });
});

describe('a share that is drawn towards its group', () => {
  const group = (spread: number, cases: number, chance: () => number) =>
    Array.from({ length: 300 }, () => {
      const share = 0.08 + spread * (chance() - 0.5);
      let hits = 0;
      for (let one = 0; one < cases; one++) if (chance() < share) hits++;
      return { hits, cases, share };
    });

  it('comes nearer to the truth than its own cases do, most where these are few', () => {
    const trials = group(0.1, 60, seeded(3));
    const prior = priorOf(trials);
    const off = (of: (trial: (typeof trials)[number]) => number): number =>
      trials.reduce((sum, trial) => sum + (of(trial) - trial.share) ** 2, 0);
    const drawn = off((trial) => shrunkShare(trial, prior).value);
    expect(drawn).toBeLessThan(0.75 * off(({ hits, cases }) => hits / cases));
    expect(drawn).toBeLessThan(off(() => prior.mean));
  });

  it('weighs the group more, the less its shares differ', () => {
    const [much, little] = [0.14, 0.02].map((spread) => priorOf(group(spread, 400, seeded(5))).weight);
    expect(little).toBeGreaterThan(4 * much);
    expect(priorOf([{ hits: 4, cases: 50 }]).weight).toBe(10_000);
    expect(priorOf([])).toEqual({ mean: 0, weight: 10_000 });
  });

  it('is its own once it has many cases', () => {
    const prior = { mean: 0.1, weight: 50 };
    expect(shrunkShare({ hits: 40_000, cases: 100_000 }, prior).value).toBeCloseTo(0.4, 3);
    expect(shrunkShare({ hits: 1, cases: 1 }, prior).value).toBeCloseTo(6 / 51, 6);
  });
});
