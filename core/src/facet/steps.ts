import { niceStep } from '../catalogue/packedRows';

/** Products at one number. */
export interface NumberCount {
  number: number;
  /** The largest number that may be among them, where they stand in a bin. */
  upTo?: number;
  count: number;
}

/** Numbers from … to, both included, as products really have them. */
export interface NumberStep {
  from: number;
  to: number;
  count: number;
}

/** A step that holds more than this share of the products tells shoppers too little. */
const CROWDED = 0.6;

/**
 * Steps that people would choose from, over ascending `values`: of one width from the series 1, 2, 5, 10 … where the
 * products spread over it, else of about equal counts. Each step begins at a number as round as its place allows, and ends
 * just below the next one, by as much as the numbers are told apart; so no two share a product, and none is empty.
 */
export function stepsOf(values: readonly NumberCount[], most = 6): NumberStep[] {
  const present = values.filter(({ count }) => count > 0);
  return chooseSteps(present, resolutionOf(present), most).steps;
}

/**
 * The same over bins of whole multiples of 1/`scale`; null where a step would end within a bin, so that finer counts are
 * needed.
 */
export function stepsOfBins(bins: readonly NumberCount[], scale: number, most = 6): NumberStep[] | null {
  const present = bins.filter(({ count }) => count > 0);
  const { steps, torn } = chooseSteps(present, 1 / scale, most);
  return torn ? null : steps;
}

/**
 * Steps that begin where somebody says: what is below the first is one, too, and the last one is open. Each ends just below
 * the next, by as much as the numbers are told apart. Those without products are told, with none.
 *
 * @param begins Ascending.
 */
export function stepsBy(begins: readonly number[], values: readonly NumberCount[]): NumberStep[] {
  const present = values.filter(({ count }) => count > 0);
  if (!present.length) return [];
  const resolution = resolutionOf([...present, ...begins.map((number) => ({ number, count: 0 }))]);
  const lowest = present[0].number;
  const highest = topOf(present[present.length - 1]);
  const starts = lowest < begins[0] ? [lowest, ...begins] : begins;
  return starts.map((from, at) => {
    const next = at + 1 < starts.length ? starts[at + 1] : Infinity;
    return {
      from,
      to: next === Infinity ? Math.max(from, highest) : exact(next - resolution),
      count: present.reduce(
        (sum, { number, count }) => sum + (number >= from && number < next ? count : 0),
        0,
      ),
    };
  });
}

interface Cut {
  steps: NumberStep[];
  /** Whether a bin lies in two steps. */
  torn: boolean;
}

function chooseSteps(present: readonly NumberCount[], resolution: number, most: number): Cut {
  if (!present.length) return { steps: [], torn: false };
  const total = present.reduce((sum, { count }) => sum + count, 0);
  const even = evenSteps(present, resolution, most);
  const crowded = Math.max(...even.steps.map(({ count }) => count)) > total * CROWDED;
  return crowded && present.length > even.steps.length ? equalSteps(present, resolution, total, most) : even;
}

/** The largest number that may be among those of a count. */
const topOf = ({ number, upTo }: NumberCount): number => upTo ?? number;

function evenSteps(present: readonly NumberCount[], resolution: number, most: number): Cut {
  const min = present[0].number;
  const width = topOf(present[present.length - 1]) - min;
  if (width === 0) return { steps: [{ from: min, to: min, count: present[0].count }], torn: false };
  // Numbers with decimals are measured in thousandths, so that the series starts small enough.
  const step = niceStep(width * 1000, 1, most) / 1000;
  const place = (number: number): number => Math.floor(number / step + 1e-9);
  return cutBetween(
    groupNumbers(present, ({ number }) => place(number)),
    resolution,
    (_, next) => place(next) * step,
  );
}

/** Cuts where the running count passes the next share of the whole; values are never torn apart. */
function equalSteps(present: readonly NumberCount[], resolution: number, total: number, most: number): Cut {
  let before = 0;
  const share = new Map<number, number>();
  for (const { number, count } of present) {
    share.set(number, Math.floor((before / total) * most));
    before += count;
  }
  return cutBetween(
    groupNumbers(present, ({ number }) => share.get(number)!),
    resolution,
    roundest,
  );
}

function groupNumbers(
  present: readonly NumberCount[],
  groupOf: (value: NumberCount) => number,
): NumberCount[][] {
  const groups = new Map<number, NumberCount[]>();
  for (const value of present) {
    const group = groupOf(value);
    const known = groups.get(group);
    if (known) known.push(value);
    else groups.set(group, [value]);
  }
  return [...groups.values()];
}

/** The roundest number above `low` and not above `high`. */
function roundest(low: number, high: number): number {
  for (let power = 9; power >= -4; power--)
    for (const factor of [5, 2, 1]) {
      const step = factor * 10 ** power;
      const found = exact(Math.floor(high / step + 1e-9) * step);
      if (found > low && found <= high) return found;
    }
  return high;
}

/** Without the noise of binary fractions. */
const exact = (number: number): number => Number(number.toPrecision(14));

/** The smallest difference that the decimals of the numbers can tell. */
function resolutionOf(present: readonly NumberCount[]): number {
  let decimals = 0;
  for (const { number } of present)
    while (decimals < 6 && !Number.isInteger(exact(number * 10 ** decimals))) decimals++;
  return 10 ** -decimals;
}

/** @param boundOf Where the step of `next` begins, above `last`, the largest number before it. */
function cutBetween(
  groups: readonly (readonly NumberCount[])[],
  resolution: number,
  boundOf: (last: number, next: number) => number,
): Cut {
  const last = groups.length - 1;
  const endOf = (at: number): number => topOf(groups[at][groups[at].length - 1]);
  // The first step begins no further below its products than steps are wide.
  const before = groups[0][0].number - (endOf(last) - groups[0][0].number) / groups.length - resolution;
  // A bound may be rounder than the numbers can be: what comes last before it is still one of theirs.
  const below = (bound: number): number => exact((Math.ceil(bound / resolution - 1e-9) - 1) * resolution);
  const bounds = groups.map((group, at) =>
    exact(boundOf(at === 0 ? before : endOf(at - 1), group[0].number)),
  );
  return {
    steps: groups.map((group, at) => ({
      from: bounds[at],
      to: at === last ? endOf(at) : below(bounds[at + 1]),
      count: group.reduce((sum, { count }) => sum + count, 0),
    })),
    torn: bounds.some((bound, at) => at > 0 && bound <= endOf(at - 1)),
  };
}
