/** Units of one kind by their share of the first: a number times it is in the first one's. */
const KINDS: readonly Readonly<Record<string, number>>[] = [
  { g: 1, mg: 0.001, kg: 1_000, t: 1_000_000 },
  { mm: 1, cm: 10, dm: 100, m: 1_000, km: 1_000_000 },
  { ml: 1, cl: 10, dl: 100, l: 1_000, m3: 1_000_000, 'm³': 1_000_000 },
  { w: 1, mw: 0.001, kw: 1_000 },
  { s: 1, min: 60, h: 3_600 },
  { 'cm²': 1, 'm²': 10_000 },
  { gb: 1, mb: 0.001, tb: 1_000 },
];

/** What a number in one unit is multiplied by to be in another; null where they measure different things. */
export function conversion(from: string, to: string): number | null {
  const [a, b] = [from.toLowerCase(), to.toLowerCase()];
  if (a === b) return 1;
  const kind = KINDS.find((units) => Object.hasOwn(units, a) && Object.hasOwn(units, b));
  return kind ? kind[a] / kind[b] : null;
}

/** A number as text times a factor, without the noise of binary fractions. */
export const converted = (text: string, factor: number): string =>
  factor === 1 ? text : String(Number((Number(text) * factor).toPrecision(12)));
