import { describe, expect, it } from 'vitest';
import { seeded } from '../estimate/chance';
import { drawBeta, drawGamma, drawNormal } from './draw';

const DRAWS = 40_000;

function momentsOf(draw: () => number): { mean: number; variance: number } {
  const drawn = Array.from({ length: DRAWS }, draw);
  const mean = drawn.reduce((sum, one) => sum + one, 0) / DRAWS;
  return { mean, variance: drawn.reduce((sum, one) => sum + (one - mean) ** 2, 0) / DRAWS };
}

describe('drawn numbers', () => {
  it('have the mean and the variance of their distribution', () => {
    const chance = seeded(11);
    const normal = momentsOf(() => drawNormal(chance));
    expect(Math.abs(normal.mean)).toBeLessThan(0.02);
    expect(Math.abs(normal.variance - 1)).toBeLessThan(0.03);
    for (const [shape, rate] of [
      [0.3, 2],
      [1, 1],
      [7.5, 0.5],
    ]) {
      const { mean, variance } = momentsOf(() => drawGamma(chance, shape, rate));
      expect(Math.abs(mean / (shape / rate) - 1)).toBeLessThan(0.04);
      expect(Math.abs(variance / (shape / rate ** 2) - 1)).toBeLessThan(0.1);
    }
    const { mean, variance } = momentsOf(() => drawBeta(chance, 3, 9));
    expect(Math.abs(mean - 0.25)).toBeLessThan(0.005);
    expect(Math.abs(variance / ((3 * 9) / (12 ** 2 * 13)) - 1)).toBeLessThan(0.05);
  });

  it('are shares where they are shares, also for very few cases', () => {
    const chance = seeded(3);
    for (let n = 0; n < 2_000; n++) {
      const share = drawBeta(chance, 0.01, 0.01);
      expect(share).toBeGreaterThanOrEqual(0);
      expect(share).toBeLessThanOrEqual(1);
    }
  });
});
