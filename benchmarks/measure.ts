import { cpus } from 'node:os';

export interface Spread {
  median: number;
  p95: number;
  p99: number;
}

/** Percentiles of milliseconds, by nearest rank. */
export function spreadOf(times: readonly number[]): Spread {
  const sorted = [...times].sort((a, b) => a - b);
  const at = (share: number): number =>
    sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)];
  return { median: at(0.5), p95: at(0.95), p99: at(0.99) };
}

export function timed(work: () => void): number {
  const started = performance.now();
  work();
  return performance.now() - started;
}

export async function timedAsync(work: () => Promise<unknown>): Promise<number> {
  const started = performance.now();
  await work();
  return performance.now() - started;
}

export interface Row {
  what: string;
  figure: string;
  aim?: string;
  values: Record<string, number>;
}

const ms = (value: number): string => (value < 10 ? value.toFixed(3) : value.toFixed(1));

export const spreadRow = (what: string, spread: Spread, aim?: string): Row => ({
  what,
  figure: `median ${ms(spread.median)} · p95 ${ms(spread.p95)} · p99 ${ms(spread.p99)} ms`,
  aim,
  values: { ...spread },
});

export const machine = (): string =>
  `${cpus().length} × ${cpus()[0]?.model ?? 'unknown processor'}, Node.js ${process.version}`;
