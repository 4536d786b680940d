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
 * products spread over it, else of about equal counts. Each step begins and ends at a number that some product has, so
 * that no two steps share a product and none is empty.
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
  if (width === 0) return [merged(present)];
  // Numbers with decimals are measured in thousandths, so that the series starts small enough.
  const step = niceStep(width * 1000, 1, most) / 1000;
  return grouped(present, ({ number }) => Math.floor(number / step + 1e-9));
}

/** Cuts where the running count passes the next share of the whole; values are never torn apart. */
function equalSteps(present: readonly NumberCount[], total: number, most: number): NumberStep[] {
  let before = 0;
  const share = new Map<number, number>();
  for (const { number, count } of present) {
    share.set(number, Math.floor((before / total) * most));
    before += count;
  }
  return grouped(present, ({ number }) => share.get(number)!);
}

function grouped(present: readonly NumberCount[], groupOf: (value: NumberCount) => number): NumberStep[] {
  const groups = new Map<number, NumberCount[]>();
  for (const value of present) {
    const group = groupOf(value);
    const known = groups.get(group);
    if (known) known.push(value);
    else groups.set(group, [value]);
  }
  return [...groups.values()].map(merged);
}

const merged = (values: readonly NumberCount[]): NumberStep => ({
  from: values[0].number,
  to: values[values.length - 1].number,
  count: values.reduce((sum, { count }) => sum + count, 0),
});
