import type { FacetColumn, NumberColumn, ValueColumn } from '../catalogue/columns';
import { encodedPick } from '../address/address';
import type { FacetBase, FacetContext, FacetModel, FacetValueModel } from './models';
import { pickLabel } from './facetWords';
import type { Filtered } from './filter';
import { pickText, type FacetPick } from '../address/selection';
import { within } from '../clause/rule';
import type { BinCounts } from './count';
import { stepsBy, stepsOf, stepsOfBins, type NumberCount, type NumberStep } from './steps';

const RATING_STEPS = [4.5, 4, 3.5, 3];

export function rangeModel(
  context: FacetContext,
  base: FacetBase,
  column: NumberColumn,
  picks: readonly FacetPick[],
): FacetModel | null {
  const spread = context.filtered.numberSpread(column);
  const range = picks.find((pick) => pick.kind === 'range');
  if ((!spread || spread.min === spread.max) && !range) return null;
  const buckets = spread ? context.filtered.numberBuckets(column, spread) : [];
  const currency = context.snapshot.currencies[0] ?? null;
  return {
    ...base,
    values: [],
    more: 0,
    range: {
      min: (spread?.min ?? 0) / column.scale,
      max: (spread?.max ?? 0) / column.scale,
      from: range?.from ?? null,
      to: range?.to ?? null,
      currency: column.key === 'price' ? currency : null,
      buckets: buckets.map(({ from, to, count }) => ({
        from: from / column.scale,
        to: to / column.scale,
        count,
      })),
    },
  };
}

export function ratingModel(
  context: FacetContext,
  base: FacetBase,
  column: NumberColumn,
  picks: readonly FacetPick[],
): FacetModel | null {
  const { state } = context;
  const counts = context.filtered.countAtLeast(column, RATING_STEPS);
  const chosen = new Set(picks.map(pickText));
  const values: FacetValueModel[] = [];
  RATING_STEPS.forEach((step, s) => {
    const pick: FacetPick = { kind: 'range', from: step, to: null };
    const selected = chosen.has(pickText(pick));
    if (counts[s] === 0 && !selected) return;
    values.push({
      value: pickText(pick),
      label: pickLabel(context.snapshot, column, pick, state.lang),
      count: counts[s],
      selected,
      // One step at a time: a second one could only widen the first.
      href: context.addresses.with(column.key, selected ? [] : [encodedPick(pick)]),
      swatch: null,
      depth: 0,
    });
  });
  return values.length ? { ...base, values, more: 0, range: null } : null;
}

const ascendingKept = new WeakMap<ValueColumn, readonly number[]>();

/** The codes of a column of numbers, the smallest number first; sorted once a column. */
function ascending(column: ValueColumn): readonly number[] {
  let codes = ascendingKept.get(column);
  if (!codes) {
    codes = column.values
      .flatMap(({ number }, code) => (number === null ? [] : [code]))
      .sort((a, b) => column.values[a].number! - column.values[b].number!);
    ascendingKept.set(column, codes);
  }
  return codes;
}

/** The numbers of a dictionary that a facet is counted over, ascending, in the units of addresses. */
function numbersOf(filtered: Filtered, column: ValueColumn): NumberCount[] {
  const counts = filtered.valueCounts(column);
  return ascending(column).map((code) => ({ number: column.values[code].number!, count: counts[code] }));
}

/** The same of a column of numbers, some of them in bins. */
const binned = ({ scale }: NumberColumn, { lows, counts, step }: BinCounts, max = Infinity): NumberCount[] =>
  Array.from(counts, (count, k) => ({
    number: lows[k] / scale,
    upTo: Math.min(lows[k] + (step ?? 1) - 1, max) / scale,
    count,
  }));

/** @param byHand Where each step begins; none for steps that follow the products. */
export function stepsIn(filtered: Filtered, column: FacetColumn, byHand: readonly number[]): NumberStep[] {
  if (byHand.length) return stepsByHand(filtered, column, byHand).filter(({ count }) => count > 0);
  if (column.kind === 'values') return stepsOf(numbersOf(filtered, column));
  const max = filtered.numberSpread(column)?.max;
  // Where bins are too coarse to tell the steps apart, as in an aisle whose numbers lie close together, each is counted.
  return (
    stepsOfBins(binned(column, filtered.numberCounts(column), max), column.scale) ??
    stepsOf(binned(column, filtered.singleNumbers(column)))
  );
}

/** Steps that begin where somebody says, also those without products. */
export const stepsByHand = (
  filtered: Filtered,
  column: FacetColumn,
  begins: readonly number[],
): NumberStep[] => stepsBy(begins, eachNumber(filtered, column));

const eachNumber = (filtered: Filtered, column: FacetColumn): NumberCount[] =>
  column.kind === 'values' ? numbersOf(filtered, column) : binned(column, filtered.singleNumbers(column));

/** How many products stand in a range that is no step. */
function countIn(
  { filtered }: FacetContext,
  column: FacetColumn,
  { from, to }: { from: number | null; to: number | null },
): number {
  return eachNumber(filtered, column).reduce(
    (sum, { number, count }) => sum + (within(number, from, to) ? count : 0),
    0,
  );
}

/** Steps of numbers; several may be chosen. A chosen step that is not offered any more stays, to be given up. */
export function stepsModel(
  context: FacetContext,
  base: FacetBase,
  column: FacetColumn,
  picks: readonly FacetPick[],
  byHand: readonly number[],
): FacetModel | null {
  const { state, snapshot, addresses } = context;
  const chosen = picks.map(encodedPick);
  const steps = stepsIn(context.filtered, column, byHand);
  const offered = steps.map(({ from, to, count }) => ({ pick: rangePick(from, to), count }));
  for (const pick of picks)
    if (pick.kind === 'range' && !offered.some((step) => pickText(step.pick) === pickText(pick)))
      offered.push({ pick, count: countIn(context, column, pick) });
  const values = offered.map(({ pick, count }): FacetValueModel => {
    const text = encodedPick(pick);
    const selected = chosen.includes(text);
    return {
      value: pickText(pick),
      label: pickLabel(snapshot, column, pick, state.lang),
      count,
      selected,
      href: addresses.with(
        column.key,
        selected ? chosen.filter((other) => other !== text) : [...chosen, text],
      ),
      swatch: null,
      depth: 0,
    };
  });
  return values.length > 1 || picks.length ? { ...base, values, more: 0, range: null } : null;
}

const rangePick = (from: number, to: number): FacetPick => ({ kind: 'range', from, to });

/** The slider of an attribute whose numbers are a dictionary: its bars are its steps. */
export function valueRangeModel(
  context: FacetContext,
  base: FacetBase,
  column: ValueColumn,
  picks: readonly FacetPick[],
): FacetModel | null {
  const numbers = numbersOf(context.filtered, column).filter(({ count }) => count > 0);
  const range = picks.find((pick) => pick.kind === 'range');
  if (numbers.length < 2 && !range) return null;
  const buckets = stepsOf(numbers, 12);
  return {
    ...base,
    values: [],
    more: 0,
    range: {
      min: numbers[0]?.number ?? 0,
      max: numbers[numbers.length - 1]?.number ?? 0,
      from: range?.from ?? null,
      to: range?.to ?? null,
      currency: null,
      buckets,
    },
  };
}
