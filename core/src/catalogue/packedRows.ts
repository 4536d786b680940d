import type { FacetColumn, NumberColumn, ValueColumn } from './columns';
import { runToEnd } from './steps';

/**
 * What every product holds in every facet, packed into one short row of two-byte slots, so that a product's part in all
 * counts arrives in one cache line. A slot holds a *tuple*: the joint value of one or more facets, numbered by a
 * mixed radix. Counting tuples counts all facets of the slot at once; `spreadCounts` hands the counts on to the values.
 *
 * A facet with several values a product takes part with the set of its values as one value, where there are few such sets;
 * else the set is told in chunks, each of a few values in the order in which products have them, in a slot of its own. What
 * has more tuples than two bytes can number even so stands in `loose` and is counted from its own column.
 */
export interface PackedRows {
  /** Slots a product. */
  width: number;
  /**
   * Tuple numbers of all slots count into one histogram: each slot's numbers begin at its base. Rows lie in blocks of
   * `BLOCK` products, so that a change copies no more than its block.
   */
  blocks: readonly Uint16Array[];
  /** The same slot by slot, for counting one facet alone. */
  slots: readonly Uint16Array[];
  /** Length of the histogram. */
  tuples: number;
  parts: ReadonlyMap<string, PackedPart>;
  loose: ReadonlySet<string>;
  /** Names these rows; the rows before them, and what changed since, so that counts needn't be made anew. */
  state: object;
  past: readonly RowChanges[];
}

/** What led from one state of rows to the next. */
export interface RowChanges {
  from: object;
  /** Facets of which something changed. */
  keys: readonly string[];
  /** Product, the tuple that it had, and the one that it has, each time. */
  tuples: Uint32Array;
}

/** Products of a block of rows; whole words of a set. */
export const BLOCK = 2 ** 14;

/** One facet's share of the slots. */
export interface PackedPart {
  chunks: readonly PackedChunk[];
  /** How many codes, or bins, the facet has. */
  size: number;
  bins: Bins | null;
  /** Tuples of all its slots: what it costs to hand their counts on. */
  tuples: number;
}

/** A facet's share of one slot: from tuple numbers to value codes (values) or bins (numbers). */
export interface PackedChunk {
  slot: number;
  base: number;
  tuples: number;
  /** `codes[offsets[t] … offsets[t+1]-1]` are the codes of tuple t, counted from the base. */
  offsets: Uint32Array;
  codes: Uint16Array;
  /** Cells of this facet, and how many tuples each change of its cell is: its digit in the mixed radix. */
  cells: number;
  after: number;
}

/** Numbers sorted into bins; `step` null where every distinct number has a bin of its own. */
export interface Bins {
  lows: Float64Array;
  step: number | null;
}

export interface PackingLimits {
  /** Joint values of facets that share a slot; few enough that spreading costs little beside counting. */
  joint: number;
  /** Sets of values of one facet that are numbered whole; more are told in chunks. */
  whole: number;
  /** Values, or chunks of values, of one facet. */
  alone: number;
  /** Slots that one facet may take. */
  chunks: number;
  /** Tuples of all slots; two bytes number them. */
  tuples: number;
  /** Bins of a number facet. */
  bins: number;
}

const LIMITS: PackingLimits = {
  joint: 512,
  whole: 2 ** 12,
  alone: 2 ** 14,
  chunks: 8,
  tuples: 2 ** 16,
  bins: 1_024,
};

/** One facet, or a chunk of it, with one number per product: cell 0 for nothing, else a joint value of its codes. */
interface Cells {
  key: string;
  cells: Uint32Array;
  codesOf: (readonly number[])[];
  size: number;
  bins: Bins | null;
}

interface Slot {
  members: Cells[];
  tuples: number;
}

/** Packs all facets; small ones share a slot as long as their joint values are few. O(products · facets). */
export function packRows(
  facets: ReadonlyMap<string, FacetColumn>,
  size: number,
  limits: PackingLimits = LIMITS,
): PackedRows {
  return runToEnd(packingRows(facets, size, limits));
}

/** As `packRows`, in steps between which others may have their turn. */
export function* packingRows(
  facets: ReadonlyMap<string, FacetColumn>,
  size: number,
  limits: PackingLimits = LIMITS,
): Generator<void, PackedRows> {
  const loose = new Set<string>();
  const slots: Slot[] = [];
  let taken = 0;
  for (const [key, column] of facets) {
    const chunks =
      column.kind === 'values'
        ? yield* valueCells(column, size, limits)
        : [numberCells(column, size, limits.bins)];
    yield;
    if (!chunks || chunks.some(({ codesOf }) => codesOf.length > limits.alone)) {
      loose.add(key);
      continue;
    }
    const [only] = chunks;
    const values = only.codesOf.length;
    const fitting =
      chunks.length === 1 ? slots.find(({ tuples }) => tuples * values <= limits.joint) : undefined;
    if (fitting) {
      taken += fitting.tuples * (values - 1);
      fitting.members.push(only);
      fitting.tuples *= values;
      continue;
    }
    const wanted = chunks.reduce((sum, { codesOf }) => sum + codesOf.length, 0);
    if (taken + wanted > limits.tuples) {
      loose.add(key);
      continue;
    }
    taken += wanted;
    for (const cells of chunks) slots.push({ members: [cells], tuples: cells.codesOf.length });
  }
  // A slot that others have joined may have grown past what two bytes number.
  const fitting = slots.filter((_, at) => baseAfter(slots, at) <= limits.tuples);
  for (const { members } of slots.slice(fitting.length)) for (const { key } of members) loose.add(key);
  const kept = fitting.filter(({ members }) => members.every(({ key }) => !loose.has(key)));
  const width = kept.length;
  const columns = kept.map(() => new Uint16Array(size));
  const chunksOf = new Map<string, PackedChunk[]>();
  const shapes = new Map<string, Pick<PackedPart, 'size' | 'bins'>>();
  for (const [slot, { members, tuples }] of kept.entries()) {
    const base = baseAfter(kept, slot) - tuples;
    const column = columns[slot];
    for (let p = 0; p < size; p++) {
      let tuple = 0;
      for (const { cells, codesOf } of members) tuple = tuple * codesOf.length + cells[p];
      column[p] = base + tuple;
    }
    let after = tuples;
    for (const cells of members) {
      after /= cells.codesOf.length;
      shapes.set(cells.key, cells);
      chunksOf.set(cells.key, [
        ...(chunksOf.get(cells.key) ?? []),
        chunkOf(cells, { slot, base, tuples }, after),
      ]);
    }
    yield;
  }
  const parts = new Map(
    [...chunksOf].map(([key, chunks]): [string, PackedPart] => {
      const { size: codes, bins } = shapes.get(key)!;
      return [
        key,
        { chunks, size: codes, bins, tuples: chunks.reduce((sum, { tuples }) => sum + tuples, 0) },
      ];
    }),
  );
  const tuples = baseAfter(kept, width - 1);
  const blocks: Uint16Array[] = [];
  for (let first = 0; first < size; first += BLOCK) {
    const behind = Math.min(size, first + BLOCK);
    const rows = new Uint16Array((behind - first) * width);
    for (const [slot, column] of columns.entries())
      for (let p = first, at = slot; p < behind; p++, at += width) rows[at] = column[p];
    blocks.push(rows);
    yield;
  }
  return { width, blocks, slots: columns, tuples, parts, loose, state: {}, past: [] };
}

/** Where the tuples of the slot after `at` begin. */
const baseAfter = (slots: readonly { tuples: number }[], at: number): number =>
  slots.slice(0, at + 1).reduce((sum, { tuples }) => sum + tuples, 0);

/** Tuples are numbers of mixed radix; `after` is the product of the radices behind this facet's. */
function chunkOf(
  { codesOf }: Cells,
  place: Pick<PackedChunk, 'slot' | 'base' | 'tuples'>,
  after: number,
): PackedChunk {
  const offsets = new Uint32Array(place.tuples + 1);
  const codes: number[] = [];
  for (let tuple = 0; tuple < place.tuples; tuple++) {
    for (const code of codesOf[Math.floor(tuple / after) % codesOf.length]) codes.push(code);
    offsets[tuple + 1] = codes.length;
  }
  return { ...place, offsets, codes: Uint16Array.from(codes), cells: codesOf.length, after };
}

/** A facet of values as one column of cells, or as several where its sets are many; null where that is of no use. */
function* valueCells(
  column: ValueColumn,
  size: number,
  limits: PackingLimits,
): Generator<void, Cells[] | null> {
  const { key, codes, single, values } = column;
  const shape = { key, size: values.length, bins: null };
  // Codes in tuples are two bytes long.
  if (values.length > limits.alone) return null;
  if (single) {
    const codesOf: number[][] = [[]];
    for (let code = 0; code < values.length; code++) codesOf.push([code]);
    return [{ ...shape, cells: Uint32Array.from(single), codesOf }];
  }
  const whole = setCells(column, size, 0, Infinity, limits.whole);
  if (whole) return [{ ...shape, ...whole }];
  yield;
  let longest = 0;
  for (let p = 0; p < size; p++) longest = Math.max(longest, column.offsets[p + 1] - column.offsets[p]);
  for (const length of [2, 1, 3, 4]) {
    const count = Math.ceil(longest / length);
    if (count > limits.chunks) continue;
    const chunks: Cells[] = [];
    for (let at = 0; at < count; at++) {
      const cells = setCells(column, size, at * length, length, limits.alone);
      if (!cells) break;
      chunks.push({ ...shape, ...cells });
      yield;
    }
    if (chunks.length === count) return chunks;
  }
  return codes.length ? null : [{ ...shape, cells: new Uint32Array(size), codesOf: [[]] }];
}

/** Numbers the sets that products have at places `from` … `from + length - 1` of their values; null for too many. */
function setCells(
  { offsets, codes }: ValueColumn,
  size: number,
  from: number,
  length: number,
  most: number,
): Pick<Cells, 'cells' | 'codesOf'> | null {
  const codesOf: number[][] = [[]];
  const cells = new Uint32Array(size);
  const known = new Map<number | string, number>();
  for (let p = 0; p < size; p++) {
    const first = offsets[p] + from;
    const behind = Math.min(offsets[p + 1], first + length);
    if (first >= behind) continue;
    const count = behind - first;
    let name: number | string;
    // One number names a set of one or two codes, as nearly all are; longer ones take a text.
    if (count === 1) name = codes[first];
    else if (count === 2) {
      const [a, b] = [codes[first], codes[first + 1]];
      name = Math.min(a, b) + (Math.max(a, b) + 1) * 2 ** 24;
    } else name = codes.slice(first, behind).sort().join();
    let cell = known.get(name);
    if (cell === undefined) {
      if (codesOf.length > most) return null;
      known.set(name, (cell = codesOf.length));
      codesOf.push([...codes.subarray(first, behind)]);
    }
    cells[p] = cell;
  }
  return { cells, codesOf };
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

/** Prices change to numbers that no product had before, which have to find a bin. */
const EXACT_PRICES = 64;

function binsOf({ key, numbers, sorted }: NumberColumn, most: number): Bins {
  const exact = key === 'price' ? Math.min(EXACT_PRICES, most) : most;
  const distinct: number[] = [];
  for (const p of sorted) {
    if (distinct.length && distinct[distinct.length - 1] === numbers[p]) continue;
    distinct.push(numbers[p]);
    if (distinct.length > exact) break;
  }
  if (distinct.length <= exact) return { lows: Float64Array.from(distinct), step: null };
  const min = numbers[sorted[0]];
  const max = numbers[sorted[sorted.length - 1]];
  const step = niceStep(max - min, 1, Math.max(1, most - 1));
  const lowest = Math.floor(min / step);
  const needed = Math.floor(max / step) - lowest + 1;
  if (key !== 'price')
    return { lows: Float64Array.from({ length: needed }, (_, k) => (lowest + k) * step), step };
  // What bins are left stand below, down to nothing, and above, where prices may go next.
  const below = Math.max(0, Math.min(lowest, most - needed));
  return {
    lows: Float64Array.from({ length: Math.max(most, needed) }, (_, k) => (lowest - below + k) * step),
    step,
  };
}

/** The smallest step of the series 1, 2, 5, 10, 20 … times `unit` that covers `width` in at most `most` steps. */
export function niceStep(width: number, unit: number, most: number): number {
  for (let power = unit; ; power *= 10)
    for (const factor of [1, 2, 5])
      if (Math.floor(width / (power * factor)) + 1 <= most) return power * factor;
}
