import { niceStep } from './packedRows';

/** Products at one number. */
export interface NumberCount {
  number: number;
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
  if (!present.length) return [];
  const total = present.reduce((sum, { count }) => sum + count, 0);
  const even = evenSteps(present, most);
  const crowded = Math.max(...even.map(({ count }) => count)) > total * CROWDED;
  return crowded && present.length > even.length ? equalSteps(present, total, most) : even;
}

function evenSteps(present: readonly NumberCount[], most: number): NumberStep[] {
  const min = present[0].number;
  const width = present[present.length - 1].number - min;
  if (width === 0) return [{ from: min, to: min, count: present[0].count }];
  // Numbers with decimals are measured in thousandths, so that the series starts small enough.
  const step = niceStep(width * 1000, 1, most) / 1000;
  const place = (number: number): number => Math.floor(number / step + 1e-9);
  return cut(
    grouped(present, ({ number }) => place(number)),
    (_, next) => place(next) * step,
  );
}

/** Cuts where the running count passes the next share of the whole; values are never torn apart. */
function equalSteps(present: readonly NumberCount[], total: number, most: number): NumberStep[] {
  let before = 0;
  const share = new Map<number, number>();
  for (const { number, count } of present) {
    share.set(number, Math.floor((before / total) * most));
    before += count;
  }
  return cut(
    grouped(present, ({ number }) => share.get(number)!),
    roundest,
  );
}

function grouped(present: readonly NumberCount[], groupOf: (value: NumberCount) => number): NumberCount[][] {
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
const exact = (number: number): number => Number(number.toPrecision(12));

/** The smallest difference that the decimals of the numbers can tell. */
function resolutionOf(groups: readonly (readonly NumberCount[])[]): number {
  let decimals = 0;
  for (const group of groups)
    for (const { number } of group)
      while (decimals < 6 && !Number.isInteger(exact(number * 10 ** decimals))) decimals++;
  return 10 ** -decimals;
}

/** @param boundOf Where the step of `next` begins, above `last`, the largest number before it. */
function cut(
  groups: readonly (readonly NumberCount[])[],
  boundOf: (last: number, next: number) => number,
): NumberStep[] {
  const resolution = resolutionOf(groups);
  const last = groups.length - 1;
  const endOf = (at: number): number => groups[at][groups[at].length - 1].number;
  // The first step begins no further below its products than steps are wide.
  const before = groups[0][0].number - (endOf(last) - groups[0][0].number) / groups.length - resolution;
  const bounds = groups.map((group, at) =>
    exact(boundOf(at === 0 ? before : endOf(at - 1), group[0].number)),
  );
  return groups.map((group, at) => ({
    from: bounds[at],
    to: at === last ? group[group.length - 1].number : exact(bounds[at + 1] - resolution),
    count: group.reduce((sum, { count }) => sum + count, 0),
  }));
}
