import type { Texts } from '../text/texts';
import { resort } from './resort';
import { sortedByNumbers } from './sortByNumbers';
import { runToEnd, STRIDE } from './steps';
import {
  acquireBitset,
  releaseBitset,
  membersOf,
  toPosting,
  emptyBitset,
  type Posting,
  type Stretches,
  type Bitset,
} from './sets';

/** One value of a column: how it stands in addresses and on screens. */
export interface ColumnValue {
  value: string;
  labels: Texts;
  /** Set for values of number attributes; ranges in addresses select by it. */
  number: number | null;
  /** As its attribute's row says it. */
  swatch: string | null;
}

/**
 * A dictionary-encoded property of products. `codes[offsets[p] … offsets[p+1]-1]` are the value codes of
 * product p; `single` (code + 1, 0 for none) replaces the two where no product has more than one value.
 */
export interface ValueColumn {
  kind: 'values';
  key: string;
  values: readonly ColumnValue[];
  codeOf: ReadonlyMap<string, number>;
  postings: readonly Posting[];
  single: Codes | null;
  offsets: Uint32Array;
  codes: Codes;
  /** Whether its values are numbers. */
  numeric: boolean;
}

/** Value codes; two bytes each wherever that is enough, as counting reads them at random and caches are small. */
export type Codes = Uint16Array | Uint32Array;

/** Values that are packed in one step. */
const STRIDE_OF_VALUES = 4_096;

export const codesFor = (length: number, largest: number): Codes =>
  largest < 2 ** 16 ? new Uint16Array(length) : new Uint32Array(length);

/**
 * A number per product with the positions of those that have one, ascending by it. Missing values are NaN and
 * stand in no range.
 */
export interface NumberColumn {
  kind: 'number';
  key: string;
  /** Stored units per unit in addresses: 100 for prices in cents, else 1, or what makes the numbers whole. */
  scale: number;
  /** The least width of a bucket, in stored units. */
  grain: number;
  numbers: Float64Array;
  sorted: Uint32Array;
  /** The set of the first k · `markEvery` products of `sorted`, for k = 0, 1, 2 …: where ranges start reading. */
  marks: readonly Bitset[];
  markEvery: number;
}

export type FacetColumn = ValueColumn | NumberColumn;

/** Whole numbers in a growing typed array, which the garbage collector need not walk through. */
class Wholes {
  private array = new Uint32Array(1_024);
  length = 0;

  push(number: number): void {
    if (this.length === this.array.length) {
      const longer = new Uint32Array(this.length * 2);
      longer.set(this.array);
      this.array = longer;
    }
    this.array[this.length++] = number;
  }

  get numbers(): Uint32Array {
    return this.array.subarray(0, this.length);
  }
}

/**
 * Collects value codes per product in product order, then packs them.
 * `add` must be called once for every product, in ascending order, also for those without a value.
 */
export class ValueColumnBuilder {
  private readonly values: ColumnValue[] = [];
  private readonly codeOf = new Map<string, number>();
  private readonly codes = new Wholes();
  private readonly offsets = new Wholes();

  constructor(private readonly key: string) {
    this.offsets.push(0);
  }

  /** The code of a value that was met before. */
  known(value: string): number | undefined {
    return this.codeOf.get(value);
  }

  /** The code of a value, made on first sight. */
  code(value: string, describe: () => Omit<ColumnValue, 'value'>): number {
    const known = this.codeOf.get(value);
    if (known !== undefined) return known;
    const code = this.values.length;
    this.codeOf.set(value, code);
    this.values.push({ value, ...describe() });
    return code;
  }

  add(codes: readonly number[]): void {
    for (const code of codes) this.codes.push(code);
    this.offsets.push(this.codes.length);
  }

  addOne(code: number): void {
    this.codes.push(code);
    this.offsets.push(this.codes.length);
  }

  /** Packs them; with an order, product p is the one that was added as number `order[p]`. */
  finish(order?: Uint32Array): ValueColumn {
    return runToEnd(this.finishing(order));
  }

  /** As `finish`, in steps. */
  *finishing(order?: Uint32Array): Generator<void, ValueColumn> {
    const size = this.offsets.length - 1;
    const codes = codesFor(this.codes.length, this.values.length);
    const offsets = new Uint32Array(size + 1);
    const addedCodes = this.codes.numbers;
    const addedOffsets = this.offsets.numbers;
    let filledTo = 0;
    for (let p = 0; p < size; p++) {
      const at = order ? order[p] : p;
      for (let k = addedOffsets[at]; k < addedOffsets[at + 1]; k++) codes[filledTo++] = addedCodes[k];
      offsets[p + 1] = filledTo;
      if (p % STRIDE === STRIDE - 1) yield;
    }
    return yield* valueColumnSteps(this.key, this.values, this.codeOf, offsets, codes);
  }
}

/** The column of codes by product: product p has `codes[offsets[p] … offsets[p+1]-1]`. */
export const valueColumn = (
  key: string,
  values: readonly ColumnValue[],
  codeOf: ReadonlyMap<string, number>,
  offsets: Uint32Array,
  codes: Codes,
): ValueColumn => runToEnd(valueColumnSteps(key, values, codeOf, offsets, codes));

/** As `valueColumn`, in steps between which others may have their turn. */
export function* valueColumnSteps(
  key: string,
  values: readonly ColumnValue[],
  codeOf: ReadonlyMap<string, number>,
  offsets: Uint32Array,
  codes: Codes,
): Generator<void, ValueColumn> {
  const size = offsets.length - 1;
  const counts = new Uint32Array(values.length);
  for (const code of codes) counts[code]++;
  const lists = Array.from(counts, (count) => new Uint32Array(count));
  const filled = new Uint32Array(counts.length);
  let most = 0;
  yield;
  for (let p = 0; p < size; p++) {
    most = Math.max(most, offsets[p + 1] - offsets[p]);
    for (let k = offsets[p]; k < offsets[p + 1]; k++) lists[codes[k]][filled[codes[k]]++] = p;
    if (p % STRIDE === STRIDE - 1) yield;
  }
  let single: Codes | null = null;
  if (most < 2) {
    single = codesFor(size, values.length);
    for (let p = 0; p < size; p++) if (offsets[p + 1] > offsets[p]) single[p] = codes[offsets[p]] + 1;
  }
  const postings: Posting[] = [];
  for (const list of lists) {
    postings.push(toPosting(list, size));
    if (postings.length % STRIDE_OF_VALUES === 0) yield;
  }
  return {
    kind: 'values',
    key,
    values,
    codeOf,
    postings,
    single,
    offsets,
    codes,
    numeric: values.length > 0 && values[0].number !== null,
  };
}

export function numberColumn(key: string, numbers: Float64Array, scale = 1): NumberColumn {
  let count = 0;
  const sorted = new Uint32Array(numbers.length);
  for (let p = 0; p < numbers.length; p++) if (!Number.isNaN(numbers[p])) sorted[count++] = p;
  return sortedColumn(key, numbers, scale, sortedByNumbers([numbers], sorted.subarray(0, count)));
}

/** @param sorted The products that have a number, ascending by it. */
export function sortedColumn(
  key: string,
  numbers: Float64Array,
  scale: number,
  sorted: Uint32Array,
  grain = scale,
): NumberColumn {
  const markEvery = Math.max(1, Math.ceil(sorted.length / MAX_MARKS));
  const marks: Bitset[] = [];
  const bits = emptyBitset(numbers.length);
  for (let k = 0; k <= sorted.length; k++) {
    if (k % markEvery === 0) marks.push(bits.slice());
    if (k < sorted.length) bits[sorted[k] >>> 5] |= 1 << (sorted[k] & 31);
  }
  return { kind: 'number', key, scale, grain, numbers, sorted, marks, markEvery };
}

/** A column with a few numbers changed: what stayed is neither sorted nor gathered anew. */
export function changedNumbers(column: NumberColumn, changes: ReadonlyMap<number, number>): NumberColumn {
  const { key, scale, grain, sorted: sortedBefore } = column;
  const numbers = column.numbers.slice();
  for (const [p, number] of changes) numbers[p] = number;
  const before = (a: number, b: number): number => numbers[a] - numbers[b] || a - b;
  const changed = Uint32Array.from(changes.keys());
  const places = changed.filter((p) => !Number.isNaN(column.numbers[p])).map((p) => placeIn(column, p));
  const moved = changed.filter((p) => !Number.isNaN(numbers[p]));
  const sorted = resort(sortedBefore, places.sort(), moved.sort(before), before);
  if (sorted.length !== sortedBefore.length || changed.length > FEW_CHANGES)
    return sortedColumn(key, numbers, scale, sorted, grain);
  return { ...column, numbers, sorted, marks: changedMarks(column, numbers, sorted, changed, before) };
}

/** So many changes are made up for in the marks; for more, they are made anew. */
const FEW_CHANGES = 256;

/** Where a product that has a number stands in `sorted`: products with one number stand in their own order. */
function placeIn({ sorted, numbers }: NumberColumn, p: number): number {
  let low = 0;
  let high = sorted.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    const at = sorted[middle];
    if ((numbers[at] - numbers[p] || at - p) < 0) low = middle + 1;
    else high = middle;
  }
  return low;
}

/**
 * The marks of the new order. The first k products are those that they were, but for those that changed and for as many beside
 * the k-th place; marks between which nothing has moved are shared.
 */
function changedMarks(
  { marks, markEvery }: NumberColumn,
  numbers: Float64Array,
  sorted: Uint32Array,
  changed: Uint32Array,
  before: (a: number, b: number) => number,
): Bitset[] {
  const reach = changed.length;
  return marks.map((mark, k) => {
    const end = k * markEvery;
    let bits = mark;
    const put = (p: number, inside: boolean): void => {
      const bit = 1 << (p & 31);
      if (((bits[p >>> 5] & bit) !== 0) === inside) return;
      if (bits === mark) bits = mark.slice();
      if (inside) bits[p >>> 5] |= bit;
      else bits[p >>> 5] &= ~bit;
    };
    for (let at = Math.max(0, end - reach); at < Math.min(sorted.length, end + reach); at++)
      put(sorted[at], at < end);
    for (const p of changed) put(p, end > 0 && !Number.isNaN(numbers[p]) && before(p, sorted[end - 1]) <= 0);
    return bits;
  });
}

/** A column of single values with a few of them changed. @param changes Per product its new code, -1 for none. */
export function changedSingles(column: ValueColumn, changes: ReadonlyMap<number, number>): ValueColumn {
  const single = column.single!.slice();
  const touched = new Map<number, { gone: Set<number>; come: number[] }>();
  const of = (code: number): { gone: Set<number>; come: number[] } => {
    let one = touched.get(code);
    if (!one) touched.set(code, (one = { gone: new Set(), come: [] }));
    return one;
  };
  for (const [p, code] of changes) {
    if (single[p]) of(single[p] - 1).gone.add(p);
    if (code >= 0) of(code).come.push(p);
    single[p] = code + 1;
  }
  const size = single.length;
  const offsets = new Uint32Array(size + 1);
  const codes = codesFor(size, column.values.length);
  let filled = 0;
  for (let p = 0; p < size; p++) {
    if (single[p]) codes[filled++] = single[p] - 1;
    offsets[p + 1] = filled;
  }
  const postings = column.postings.map((posting, code) => {
    const change = touched.get(code);
    if (!change) return posting;
    const members = membersOf(posting).filter((p) => !change.gone.has(p));
    const all = new Uint32Array(members.length + change.come.length);
    all.set(members);
    all.set(change.come, members.length);
    return toPosting(all.sort(), size);
  });
  return { ...column, single, offsets, codes: codes.subarray(0, filled), postings };
}

/** Sets kept per number column; more of them make ranges quicker and cost n bits each. */
const MAX_MARKS = 128;

/** The set of the first `k` products of `sorted`, lent: the nearest mark below, and the few that are missing. */
function firstOf(column: NumberColumn, k: number): Bitset {
  const mark = Math.floor(k / column.markEvery);
  const bits = acquireBitset(column.marks[mark].length);
  bits.set(column.marks[mark]);
  for (let at = mark * column.markEvery; at < k; at++)
    bits[column.sorted[at] >>> 5] |= 1 << (column.sorted[at] & 31);
  return bits;
}

/** Adds the products at places `start` … `end - 1` of `sorted` to `into`; of a stretch of words only, where one is given. */
export function uniteSpan(
  into: Bitset,
  column: NumberColumn,
  start: number,
  end: number,
  stretches: Stretches = [0, into.length],
): void {
  if (start >= end) return;
  const upTo = firstOf(column, end);
  const below = firstOf(column, start);
  for (let s = 0; s < stretches.length; s += 2)
    for (let w = stretches[s]; w < stretches[s + 1]; w++) into[w] |= upTo[w] & ~below[w];
  releaseBitset(upTo);
  releaseBitset(below);
}

/** First place in `sorted` whose number is at least `bound` (`after` false) or above it (`after` true). */
export function boundIn(column: NumberColumn, bound: number, after: boolean): number {
  let low = 0;
  let high = column.sorted.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    const number = column.numbers[column.sorted[middle]];
    if (after ? number <= bound : number < bound) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** How many products of a set have a value of a column. O(products of the set + its words). */
export function countCovered(column: FacetColumn, set: Bitset): number {
  const has =
    column.kind === 'number'
      ? (p: number) => !Number.isNaN(column.numbers[p])
      : column.single
        ? (p: number) => column.single![p] !== 0
        : (p: number) => column.offsets[p] < column.offsets[p + 1];
  let covered = 0;
  for (let word = 0; word < set.length; word++)
    for (let rest = set[word]; rest; rest &= rest - 1)
      if (has((word << 5) + 31 - Math.clz32(rest & -rest))) covered++;
  return covered;
}
