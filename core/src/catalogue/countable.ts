import { sortedColumn, type FacetColumn, type ValueColumn } from './columns';

/** So many numbers can be offered one by one; more are offered, counted and chosen by ranges. */
export const MAX_SINGLE_NUMBERS = 100;
/** Decimals of a number that are told apart when it is filtered by. */
const MAX_DECIMALS = 6;

/**
 * The column that a facet of an attribute is counted by: its dictionary, or, for many different numbers, a column of whole
 * multiples of their smallest decimal. Products with several numbers keep the dictionary.
 */
export function countable(column: ValueColumn): FacetColumn {
  const { values, single } = column;
  if (!column.numeric || !single || values.length <= MAX_SINGLE_NUMBERS) return column;
  const scale = scaleOf(values.map(({ number }) => number!));
  const scaled = Float64Array.from(values, ({ number }) => Math.round(number! * scale));
  const ascending = Uint32Array.from(values.keys()).sort((a, b) => scaled[a] - scaled[b] || a - b);
  // Codes in the order of their numbers, so the products are sorted by counting (Knuth, TAOCP 3, 5.2).
  const ranks = new Uint32Array(values.length);
  ascending.forEach((code, rank) => (ranks[code] = rank));
  const starts = new Uint32Array(values.length + 1);
  const numbers = new Float64Array(single.length).fill(NaN);
  for (let p = 0; p < single.length; p++)
    if (single[p]) {
      numbers[p] = scaled[single[p] - 1];
      starts[ranks[single[p] - 1] + 1]++;
    }
  for (let rank = 1; rank < starts.length; rank++) starts[rank] += starts[rank - 1];
  const sorted = new Uint32Array(starts[values.length]);
  for (let p = 0; p < single.length; p++) if (single[p]) sorted[starts[ranks[single[p] - 1]]++] = p;
  return sortedColumn(column.key, numbers, scale, sorted, 1);
}

/** The power of ten that makes all of them whole, as far as doubles can tell them apart. */
function scaleOf(numbers: readonly number[]): number {
  let scale = 1;
  let largest = 0;
  for (const number of numbers) largest = Math.max(largest, Math.abs(number));
  for (const number of numbers)
    while (
      scale < 10 ** MAX_DECIMALS &&
      largest * scale * 10 <= Number.MAX_SAFE_INTEGER &&
      !isWhole(number * scale)
    )
      scale *= 10;
  return scale;
}

/** Within the noise of binary fractions. */
const isWhole = (number: number): boolean =>
  Math.abs(number - Math.round(number)) < 1e-9 * Math.max(1, Math.abs(number));
