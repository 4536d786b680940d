import type { Texts } from '../text/texts';

/** Values that shoppers choose as one, such as all shades of blue. */
export interface ValueFamily {
  /** Stands in addresses as a value does; a member may be called the same, no other value. */
  id: string;
  labels: Texts;
  /** As that of a value; null for none. */
  swatch: string | null;
  /** A value is of one family at most. */
  members: readonly string[];
}

/** What puts values in order by what they say: sizes such as XS to XXL, or the first number in them. */
export type ValueScale = 'none' | 'sizes' | 'numbers';

/** How shoppers see the values of an attribute where they filter by it. */
export interface ValueShow {
  /** Values and families by hand; the others come after them. */
  order: readonly string[];
  scale: ValueScale;
  families: readonly ValueFamily[];
  /** Values and families that aren't offered; products keep them. */
  hidden: readonly string[];
  /** Where each step of numbers begins, ascending; empty for steps that follow the products. */
  steps: readonly number[];
}

export const USUAL_SHOW: ValueShow = { order: [], scale: 'none', families: [], hidden: [], steps: [] };

export const MAX_FAMILIES = 100;
export const MAX_HAND_STEPS = 20;

/** Whether somebody has put the values in order. */
export const isOrdered = ({ order, scale }: Pick<ValueShow, 'order' | 'scale'>): boolean =>
  order.length > 0 || scale !== 'none';

const SIZES: ReadonlyMap<string, number> = new Map([
  ['s', -1],
  ['small', -1],
  ['m', 0],
  ['medium', 0],
  ['l', 1],
  ['large', 1],
]);

/** The place of a size between XS and XXL, 0 for M; of a range the smaller one. NaN for what is no size. */
function sizeIn(label: string): number {
  const [, times, extra, base] =
    /^\s*(?:(\d+)\s*(?=x))?(x*)[\s-]*(small|medium|large|s|m|l)(?![\p{L}\d])/iu.exec(label) ?? [];
  if (base === undefined) return NaN;
  const size = SIZES.get(base.toLowerCase())!;
  return size * (1 + (times ? Number(times) : extra.length));
}

/** The first number in words, with a point or a comma; NaN where there is none. */
function numberIn(label: string): number {
  const [found] = /-?\d+(?:[.,]\d+)?/.exec(label) ?? [];
  return found === undefined ? NaN : Number(found.replace(',', '.'));
}

/** NaN sorts last. */
const compareNumbers = (a: number, b: number): number =>
  Number.isNaN(a) ? (Number.isNaN(b) ? 0 : 1) : Number.isNaN(b) ? -1 : a - b;

/**
 * Compares values, by code: those put in order by hand as they stand there, then by the scale, then by `compare` of their
 * labels, then by code, so that the order is total. A member stands where its family does.
 */
export function valueComparer(
  show: ValueShow,
  values: readonly { value: string }[],
  labels: readonly string[],
  compare: (a: string, b: string) => number,
): (a: number, b: number) => number {
  const byHand = new Map(show.order.map((value, place) => [value, place]));
  const families = new Map(show.families.flatMap(({ id, members }) => members.map((one) => [one, id])));
  const places = values.map(({ value }) => byHand.get(value) ?? byHand.get(families.get(value) ?? '') ?? NaN);
  const scaled = labels.map((label) =>
    show.scale === 'sizes' ? sizeIn(label) : show.scale === 'numbers' ? numberIn(label) : NaN,
  );
  return (a, b) =>
    compareNumbers(places[a], places[b]) ||
    compareNumbers(scaled[a], scaled[b]) ||
    compare(labels[a], labels[b]) ||
    a - b;
}

/** How a swatch is painted, as CSS: one colour, two of a pattern, or a picture. Null for none. */
export function swatchPaint(swatch: string | null): string | null {
  if (swatch === null) return null;
  const [, hash] = /^picture:([0-9a-f]{32})$/.exec(swatch) ?? [];
  if (hash) return `url(/pictures/${hash}-240) center / cover`;
  const [first, second] = swatch.split(' ');
  return second ? `linear-gradient(135deg, ${first} 50%, ${second} 50%)` : first;
}
