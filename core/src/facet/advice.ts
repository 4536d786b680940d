import { countCovered, type FacetColumn } from '../catalogue/columns';
import type { Snapshot } from '../catalogue/snapshot';
import type { Bitset } from '../catalogue/sets';
import { filterRange } from './filter';

export type FacetVerdict = 'use' | 'maybe' | 'leave';

/** Why a facet is recommended or not; the desk puts it in words. */
export type FacetReason =
  | 'no-value'
  | 'one-value'
  | 'low-coverage'
  | 'one-sided'
  | 'too-many-values'
  /** Every product has another value: it names products, and filters none. */
  | 'all-different'
  | 'some-coverage'
  | 'uneven'
  | 'helps';

/** How a facet splits the products of a range. */
export interface FacetAdvice {
  key: string;
  /** Products with a value, and their share of the range. */
  covered: number;
  coverage: number;
  values: number;
  /** 0: all products have the same value, 1: all values are equally frequent (Pielou's evenness). */
  evenness: number;
  /** Share of the products that one choice leaves on average; the smaller, the more it helps. */
  leaves: number;
  /** The most frequent values first. */
  top: readonly { value: string; count: number }[];
  verdict: FacetVerdict;
  reason: FacetReason;
}

const LOW_COVERAGE = 0.4;
const GOOD_COVERAGE = 0.7;
const ONE_SIDED = 0.95;
const MANY_VALUES = 40;
const UNEVEN = 0.45;
/** A column with nearly as many values as products names each of them. */
const DIFFERENT = 0.9;
const TOP = 8;

/**
 * For each facet of the catalogue, whether it helps shoppers among the products of a range, the most helpful first.
 *
 * Evenness is Pielou's: Shannon's entropy of the values' shares over its greatest possible, ln(values)
 * (E. C. Pielou, The measurement of diversity in different types of biological collections, 1966). What one choice
 * leaves on average is Σ share², as a shopper is as likely to want a value as products have it (Simpson, 1949).
 */
export function adviseFacets(snapshot: Snapshot, range: Bitset): FacetAdvice[] {
  const order: Readonly<Record<FacetVerdict, number>> = { use: 0, maybe: 1, leave: 2 };
  return adviceFor(snapshot, range, [...snapshot.facets.keys()]).sort(
    (a, b) =>
      order[a.verdict] - order[b.verdict] || usefulness(b) - usefulness(a) || (a.key < b.key ? -1 : 1),
  );
}

/** The same of some facets, in the order in which they are asked for; those that the catalogue lacks are left out. */
export function adviceFor(snapshot: Snapshot, range: Bitset, keys: readonly string[]): FacetAdvice[] {
  const filtered = filterRange(snapshot, range, new Map());
  const advice = keys.flatMap((key) => {
    const column = snapshot.facets.get(key);
    return column ? adviceOf(column, range, filtered.count, countsOf(column, filtered)) : [];
  });
  filtered.release();
  return advice;
}

const usefulness = ({ coverage, leaves }: FacetAdvice): number => coverage * (1 - leaves);

function countsOf(
  column: FacetColumn,
  filtered: ReturnType<typeof filterRange>,
): { value: string; count: number }[] {
  if (column.kind === 'values') {
    const counts = filtered.valueCounts(column);
    // Above all of the products of an aisle stand its own categories; only those below them split it.
    const whole = column.key === 'category' ? filtered.count : -1;
    return Array.from(filtered.codesLeft(column), (code) => ({
      value: column.values[code].value,
      count: counts[code],
    })).filter(({ count }) => count !== whole);
  }
  const spread = filtered.numberSpread(column);
  if (!spread) return [];
  return filtered
    .numberBuckets(column, spread)
    .flatMap(({ from, to, count }) =>
      count ? [{ value: `${from / column.scale}..${to / column.scale}`, count }] : [],
    );
}

function adviceOf(
  column: FacetColumn,
  range: Bitset,
  total: number,
  values: { value: string; count: number }[],
): FacetAdvice {
  const covered = countCovered(column, range);
  const coverage = total ? covered / total : 0;
  const sum = values.reduce((all, { count }) => all + count, 0);
  let entropy = 0;
  let leaves = 0;
  for (const { count } of values) {
    const share = count / sum;
    entropy -= share * Math.log(share);
    leaves += share * Math.min(1, count / Math.max(1, covered));
  }
  const evenness = values.length > 1 ? entropy / Math.log(values.length) : 0;
  const top = [...values].sort((a, b) => b.count - a.count);
  const largest = top.length ? top[0].count / Math.max(1, total) : 0;
  const numeric = column.kind === 'number' || column.numeric;
  const reason = reasonOf(values.length, coverage, evenness, largest, covered, numeric);
  return {
    key: column.key,
    covered,
    coverage,
    values: values.length,
    evenness,
    leaves: values.length ? leaves : 1,
    top: top.slice(0, TOP),
    verdict: VERDICTS[reason],
    reason,
  };
}

const VERDICTS: Readonly<Record<FacetReason, FacetVerdict>> = {
  'no-value': 'leave',
  'one-value': 'leave',
  'low-coverage': 'leave',
  'one-sided': 'leave',
  'too-many-values': 'maybe',
  'all-different': 'leave',
  'some-coverage': 'maybe',
  uneven: 'maybe',
  helps: 'use',
};

function reasonOf(
  values: number,
  coverage: number,
  evenness: number,
  largest: number,
  covered: number,
  numeric: boolean,
): FacetReason {
  if (values === 0) return 'no-value';
  if (values === 1) return 'one-value';
  if (coverage < LOW_COVERAGE) return 'low-coverage';
  if (largest > ONE_SIDED) return 'one-sided';
  if (values > MANY_VALUES && !numeric && values >= covered * DIFFERENT) return 'all-different';
  if (values > MANY_VALUES && !numeric) return 'too-many-values';
  if (coverage < GOOD_COVERAGE) return 'some-coverage';
  return evenness < UNEVEN ? 'uneven' : 'helps';
}
