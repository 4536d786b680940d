import type { Chance } from '../estimate/chance';

/** A number of the normal distribution (G. E. P. Box and M. E. Muller, 1958). */
export const drawNormal = (chance: Chance): number =>
  Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance());

/**
 * A number of the gamma distribution (G. Marsaglia and W. W. Tsang, 2000).
 *
 * @param shape Above 0.
 * @param rate Above 0; the mean is shape / rate.
 */
export function drawGamma(chance: Chance, shape: number, rate: number): number {
  // Below one a draw of the next shape is brought down (the same paper, section 8).
  if (shape < 1) return drawGamma(chance, shape + 1, rate) * (1 - chance()) ** (1 / shape);
  const d = shape - 1 / 3;
  const c = 1 / Math.sqrt(9 * d);
  for (;;) {
    const x = drawNormal(chance);
    const v = (1 + c * x) ** 3;
    if (v > 0 && Math.log(1 - chance()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return (d * v) / rate;
  }
}

/** A share of the beta distribution, from two draws of the gamma distribution. */
export function drawBeta(chance: Chance, hits: number, misses: number): number {
  const one = drawGamma(chance, hits, 1);
  const other = drawGamma(chance, misses, 1);
  return one + other > 0 ? one / (one + other) : 0;
}

/**
 * A number of the Poisson distribution: by counting arrivals (D. E. Knuth, The Art of Computer Programming, 3.4.1), and for
 * large means by the normal distribution that it comes close to.
 *
 * @param mean Not negative.
 */
export function drawPoisson(chance: Chance, mean: number): number {
  if (mean > 60) return Math.max(0, Math.round(mean + Math.sqrt(mean) * drawNormal(chance)));
  const end = Math.exp(-mean);
  let count = 0;
  for (let left = chance(); left > end; left *= chance()) count++;
  return count;
}
