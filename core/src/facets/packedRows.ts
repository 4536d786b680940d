import type { FacetColumn, NumberColumn, ValueColumn } from '../catalogue/columns';
import type { Stretches, Words } from '../catalogue/sets';

/**
 * What every product holds in every facet, packed into one short row of two-byte slots, so that a product's part in all
 * counts arrives in one cache line. A slot holds a *tuple*: the joint value of one or more facets, numbered by a
 * mixed radix. Counting tuples counts all facets of the slot at once; `spreadCounts` hands the counts on to the values.
 *
 * A facet with several values a product takes part with the set of its values as one value. What has more tuples
 * than two bytes can number stands in `loose` and is counted from its own column.
 */
export interface PackedRows {
  /** Slots a product. */
  width: number;
  /** Tuple numbers of all slots count into one histogram: each slot's numbers begin at its base. */
  rows: Uint16Array;
  /** The same slot by slot, for counting one facet alone. */
  slots: readonly Uint16Array[];
  /** Length of the histogram. */
  tuples: number;
  parts: ReadonlyMap<string, PackedPart>;
  loose: ReadonlySet<string>;
}

/** One facet's share of a slot: from tuple numbers to value codes (values) or bins (numbers). */
export interface PackedPart {
  slot: number;
  base: number;
  tuples: number;
  /** `codes[offsets[t] … offsets[t+1]-1]` are the codes of tuple t, counted from the base. */
  offsets: Uint32Array;
  codes: Uint16Array;
  /** How many codes, or bins, the facet has. */
  size: number;
  bins: Bins | null;
}

/** Numbers sorted into bins; `step` null where every distinct number has a bin of its own. */
export interface Bins {
  lows: Float64Array;
  step: number | null;
}

export interface PackingLimits {
  /** Joint values of facets that share a slot; few enough that spreading costs little beside counting. */
  joint: number;
  /** Values, or sets of values, of one facet. */
  alone: number;
  /** Tuples of all slots; two bytes number them. */
  tuples: number;
  /** Bins of a number facet. */
  bins: number;
}

const LIMITS: PackingLimits = { joint: 512, alone: 2 ** 14, tuples: 2 ** 16, bins: 1_024 };

/** One facet with one number per product: cell 0 for nothing, else a joint value of its codes. */
interface Cells {
  key: string;
  cells: Uint32Array;
  codesOf: (readonly number[])[];
  size: number;
  bins: Bins | null;
}

/** Packs all facets; small ones share a slot as long as their joint values are few. O(products · facets). */
export function packRows(
  facets: ReadonlyMap<string, FacetColumn>,
  size: number,
  limits: PackingLimits = LIMITS,
): PackedRows {
  const loose = new Set<string>();
  const open: { members: Cells[]; tuples: number }[] = [];
  for (const [key, column] of facets) {
    const cells =
      column.kind === 'values' ? valueCells(column, size) : numberCells(column, size, limits.bins);
    const values = cells.codesOf.length;
    if (values > limits.alone) {
      loose.add(key);
      continue;
    }
    const fitting = open.find((group) => group.tuples * values <= limits.joint);
    if (fitting) {
      fitting.members.push(cells);
      fitting.tuples *= values;
    } else open.push({ members: [cells], tuples: values });
  }
  const slots = open.filter((_, at) => baseAfter(open, at) <= limits.tuples);
  for (const { members } of open.slice(slots.length)) for (const { key } of members) loose.add(key);
  const width = slots.length;
  const columns = slots.map(() => new Uint16Array(size));
  const parts = new Map<string, PackedPart>();
  slots.forEach(({ members, tuples }, slot) => {
    const base = baseAfter(slots, slot) - tuples;
    const column = columns[slot];
    for (let p = 0; p < size; p++) {
      let tuple = 0;
      for (const { cells, codesOf } of members) tuple = tuple * codesOf.length + cells[p];
      column[p] = base + tuple;
    }
    let after = tuples;
    for (const cells of members) {
      after /= cells.codesOf.length;
      parts.set(cells.key, partOf(cells, { slot, base, tuples }, after));
    }
  });
  const tuples = baseAfter(slots, width - 1);
  return { width, rows: rowsOf(columns, size), slots: columns, tuples, parts, loose };
}

function rowsOf(columns: readonly Uint16Array[], size: number): Uint16Array {
  const width = columns.length;
  const rows = new Uint16Array(size * width);
  columns.forEach((column, slot) => {
    for (let p = 0, at = slot; p < size; p++, at += width) rows[at] = column[p];
  });
  return rows;
}

/** Where the tuples of the slot after `at` begin. */
const baseAfter = (slots: readonly { tuples: number }[], at: number): number =>
  slots.slice(0, at + 1).reduce((sum, { tuples }) => sum + tuples, 0);

/** Tuples are numbers of mixed radix; `after` is the product of the radices behind this facet's. */
function partOf(
  { codesOf, size, bins }: Cells,
  place: Pick<PackedPart, 'slot' | 'base' | 'tuples'>,
  after: number,
): PackedPart {
  const offsets = new Uint32Array(place.tuples + 1);
  const codes: number[] = [];
  for (let tuple = 0; tuple < place.tuples; tuple++) {
    codes.push(...codesOf[Math.floor(tuple / after) % codesOf.length]);
    offsets[tuple + 1] = codes.length;
  }
  return { ...place, offsets, codes: Uint16Array.from(codes), size, bins };
}

function valueCells(column: ValueColumn, size: number): Cells {
  const { key, offsets, codes, single } = column;
  const codesOf: number[][] = [[]];
  if (single) {
    for (let code = 0; code < column.values.length; code++) codesOf.push([code]);
    return { key, cells: Uint32Array.from(single), codesOf, size: column.values.length, bins: null };
  }
  const cells = new Uint32Array(size);
  const known = new Map<number | string, number>();
  for (let p = 0; p < size; p++) {
    if (offsets[p] === offsets[p + 1]) continue;
    const set = codes.slice(offsets[p], offsets[p + 1]).sort();
    // One number names a set of one or two codes, as nearly all are; longer ones take a text.
    const name = set.length > 2 ? set.join() : set[0] + (set.length === 2 ? (set[1] + 1) * 2 ** 24 : 0);
    let cell = known.get(name);
    if (cell === undefined) {
      known.set(name, (cell = codesOf.length));
      codesOf.push([...set]);
    }
    cells[p] = cell;
  }
  return { key, cells, codesOf, size: column.values.length, bins: null };
}

function numberCells(column: NumberColumn, size: number, most: number): Cells {
  const bins = binsOf(column, most);
  const cells = new Uint32Array(size);
  const { numbers, sorted } = column;
  let bin = 0;
  for (const p of sorted) {
    while (bin + 1 < bins.lows.length && bins.lows[bin + 1] <= numbers[p]) bin++;
    cells[p] = bin + 1;
  }
  const codesOf = [[], ...Array.from(bins.lows, (_, code) => [code])];
  return { key: column.key, cells, codesOf, size: bins.lows.length, bins };
}

function binsOf({ numbers, sorted }: NumberColumn, most: number): Bins {
  const distinct: number[] = [];
  for (const p of sorted) {
    if (distinct.length && distinct[distinct.length - 1] === numbers[p]) continue;
    distinct.push(numbers[p]);
    if (distinct.length > most) break;
  }
  if (distinct.length <= most) return { lows: Float64Array.from(distinct), step: null };
  const min = numbers[sorted[0]];
  const max = numbers[sorted[sorted.length - 1]];
  const step = niceStep(max - min, 1, Math.max(1, most - 1));
  const first = Math.floor(min / step);
  const length = Math.floor(max / step) - first + 1;
  return { lows: Float64Array.from({ length }, (_, k) => (first + k) * step), step };
}

/** The smallest step of the series 1, 2, 5, 10, 20 … times `unit` that covers `width` in at most `most` steps. */
export function niceStep(width: number, unit: number, most: number): number {
  for (let power = unit; ; power *= 10)
    for (const factor of [1, 2, 5])
      if (Math.floor(width / (power * factor)) + 1 <= most) return power * factor;
}

// Plain loops over few arrays, each in a function of its own: that is what the compiler turns into tight code.

/** Adds the tuples of a set's products to `histogram`, all slots in one pass. */
export function countRows(
  { width, rows }: PackedRows,
  words: Words,
  stretches: Stretches,
  histogram: Uint32Array,
): void {
  for (let s = 0; s < stretches.length; s += 2)
    countStretch(width, rows, words, stretches[s], stretches[s + 1], histogram);
}

function countStretch(
  width: number,
  rows: Uint16Array,
  words: Words,
  first: number,
  behind: number,
  histogram: Uint32Array,
): void {
  const fours = width - (width & 3);
  for (let w = first; w < behind; w++) {
    let word = words[w] | 0;
    while (word !== 0) {
      const bit = word & -word;
      word ^= bit;
      let at = Math.imul((w << 5) + 31 - Math.clz32(bit), width);
      const end = (at + width) | 0;
      for (const until = (at + fours) | 0; at < until; at = (at + 4) | 0) {
        histogram[rows[at]]++;
        histogram[rows[at + 1]]++;
        histogram[rows[at + 2]]++;
        histogram[rows[at + 3]]++;
      }
      for (; at < end; at++) histogram[rows[at]]++;
    }
  }
}

/** Adds the tuples of a set's products to `histogram`, those of one slot only. */
export function countSlot(
  slot: Uint16Array,
  words: Words,
  stretches: Stretches,
  histogram: Uint32Array,
): void {
  for (let s = 0; s < stretches.length; s += 2)
    for (let w = stretches[s]; w < stretches[s + 1]; w++) {
      let word = words[w] | 0;
      const base = w << 5;
      while (word !== 0) {
        const bit = word & -word;
        word ^= bit;
        histogram[slot[base + 31 - Math.clz32(bit)]]++;
      }
    }
}

/** Counts a facet's codes, or bins, over few members without a histogram; adds to `counts`. */
export function countMembers(
  slot: Uint16Array,
  { base, offsets, codes }: PackedPart,
  members: Uint32Array,
  counts: Uint32Array,
): void {
  for (const p of members) {
    const tuple = slot[p] - base;
    for (let at = offsets[tuple]; at < offsets[tuple + 1]; at++) counts[codes[at]]++;
  }
}

/** Hands a slot's tuple counts on to the codes, or bins, of one facet; adds to `counts`. */
export function spreadCounts(part: PackedPart, histogram: Uint32Array, counts: Uint32Array): void {
  const { base, tuples, offsets, codes } = part;
  for (let t = 0; t < tuples; t++) {
    const count = histogram[base + t];
    if (count === 0) continue;
    for (let at = offsets[t]; at < offsets[t + 1]; at++) counts[codes[at]] += count;
  }
}
