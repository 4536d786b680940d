import {
  boundIn,
  countCovered,
  type FacetColumn,
  type NumberColumn,
  type ValueColumn,
} from '../catalogue/columns';
import type { Snapshot } from '../catalogue/snapshot';
import {
  acquireList,
  acquireBitset,
  countCommon,
  countOf,
  releaseBitset,
  releaseList,
  holds,
  listInto,
  type Stretches,
  type Bitset,
} from '../catalogue/sets';
import { bucketsOf, type BinCounts, type Bucket, type NumberSpread } from './count';
import { countMembers, countRows, countSlot, spreadCounts } from './countRows';
import type { PackedPart } from '../catalogue/packedRows';
import { chosenBitset, type Selections } from '../address/selection';
import {
  countLoose,
  lostOf,
  rangeCounts,
  rangeHistogram,
  rangeIn,
  rangeOf,
  wholeLooseCounts,
} from './wholeRange';

/**
 * A range with shoppers' selections applied. Facets are counted when they are asked for: each over the products that
 * meet all selections but its own, which are the matches and the facet's *near misses* (they fail this facet alone).
 */
export class Filtered {
  private histogram: Uint32Array | null = null;
  private readonly lists = new Map<Bitset, Uint32Array>();
  private readonly counted = new Map<string, Uint32Array>();
  /** Counts that were lent for this request. */
  private readonly lent: Uint32Array[] = [];

  constructor(
    private readonly snapshot: Snapshot,
    private readonly range: Bitset,
    /** What is left of the range with all selections applied. */
    readonly matches: Bitset,
    readonly count: number,
    /** Per chosen facet. */
    private readonly nearMisses: ReadonlyMap<string, Bitset>,
    /** How many facets have something chosen. */
    private readonly chosen: number,
  ) {}

  /** How many products each code of a column would leave; exact. */
  valueCounts(column: ValueColumn): Uint32Array {
    const part = this.snapshot.packed.parts.get(column.key);
    return part ? this.counts(column.key, part) : this.looseCounts(column);
  }

  /** The codes of a column that would leave any product, ascending; of many values those of the products alone are read. */
  codesLeft(column: ValueColumn): Uint32Array {
    const counts = this.valueCounts(column);
    if (this.countedOver(column.key) * SCANNED_PER_MEMBER < counts.length) {
      const codes = new Set<number>();
      for (const list of this.members(column.key))
        for (const p of list)
          for (let at = column.offsets[p]; at < column.offsets[p + 1]; at++) codes.add(column.codes[at]);
      return Uint32Array.from(codes).sort();
    }
    let left = 0;
    for (const count of counts) if (count) left++;
    const codes = new Uint32Array(left);
    for (let code = 0, at = 0; at < left; code++) if (counts[code]) codes[at++] = code;
    return codes;
  }

  /** Products of the range, before anything is chosen, that have a value of a column. */
  covered(column: FacetColumn): number {
    return countCovered(column, this.range);
  }

  /** Counts of a facet that isn't packed, from its own column. */
  private looseCounts(column: ValueColumn): Uint32Array {
    const { range, matches } = this;
    const known = this.counted.get(column.key);
    if (known) return known;
    const near = this.nearMisses.get(column.key);
    const whole = rangeIn(this.snapshot.packed, range);
    let counts: Uint32Array;
    if (matches === range || (near && this.chosen === 1)) counts = wholeLooseCounts(whole, range, column);
    else if (near || this.count * 2 <= whole.count) {
      counts = this.lend(column.values.length);
      for (const bits of near ? [matches, near] : [matches])
        countLoose(column, bits, whole.stretches, counts);
    } else {
      // As for packed ones: of most of a range, what it lost is quicker to count.
      counts = this.lend(column.values.length);
      const lost = lostOf(range, matches);
      countLoose(column, lost, whole.stretches, counts);
      releaseBitset(lost);
      const all = wholeLooseCounts(whole, range, column);
      for (let code = 0; code < counts.length; code++) counts[code] = all[code] - counts[code];
    }
    this.counted.set(column.key, counts);
    return counts;
  }

  /** Smallest and largest number over the products that a number facet is counted over; null where none has one. */
  numberSpread(column: NumberColumn): NumberSpread | null {
    const bins = this.binCounts(column);
    if (!bins) return directSpread(column, this.members(column.key));
    const { counts, lows, step } = bins;
    let first = -1;
    let last = -1;
    let count = 0;
    for (let k = 0; k < counts.length; k++) {
      if (counts[k] === 0) continue;
      if (first < 0) first = k;
      last = k;
      count += counts[k];
    }
    if (!count) return null;
    if (step === null) return { count, min: lows[first], max: lows[last] };
    // The bins tell where to look, the sorted products the exact numbers.
    const { sorted, numbers } = column;
    const near = this.nearMisses.get(column.key);
    const inside = (p: number): boolean => holds(this.matches, p) || (near !== undefined && holds(near, p));
    let low = boundIn(column, lows[first], false);
    while (!inside(sorted[low])) low++;
    let high = boundIn(column, lows[last] + step, false) - 1;
    while (!inside(sorted[high])) high--;
    return { count, min: numbers[sorted[low]], max: numbers[sorted[high]] };
  }

  /** Buckets that people would choose, over the same products. */
  numberBuckets(column: NumberColumn, spread: NumberSpread): Bucket[] {
    const bins = this.binCounts(column);
    const exact = bins && bucketsOf(column, bins, spread);
    return exact ?? bucketsOf(column, eachNumber(column, this.members(column.key)), spread)!;
  }

  /** How many of the same products have at least each of `steps`, which stand from the highest to the lowest. */
  countAtLeast(column: NumberColumn, steps: readonly number[]): number[] {
    const bins = this.binCounts(column);
    const { lows, counts } = bins?.step === null ? bins : eachNumber(column, this.members(column.key));
    return steps.map((bound) => {
      let sum = 0;
      for (let k = 0; k < lows.length; k++) if (lows[k] >= bound) sum += counts[k];
      return sum;
    });
  }

  /** How many products are counted at each number, or in each bin of numbers, ascending; in stored units. */
  numberCounts(column: NumberColumn): BinCounts {
    return this.binCounts(column) ?? this.singleNumbers(column);
  }

  /** The same at every single number. */
  singleNumbers(column: NumberColumn): BinCounts {
    const { lows } = eachNumber(column, this.members(column.key));
    const sorted = Float64Array.from(lows).sort();
    const distinct: number[] = [];
    const counts: number[] = [];
    for (const number of sorted)
      if (distinct.length && distinct[distinct.length - 1] === number) counts[counts.length - 1]++;
      else counts[distinct.push(number) - 1] = 1;
    return { lows: distinct, counts: Uint32Array.from(counts), step: null };
  }

  private binCounts(column: NumberColumn): BinCounts | null {
    const part = this.snapshot.packed.parts.get(column.key);
    if (!part?.bins || this.countedOver(column.key) < part.size) return null;
    return { ...part.bins, counts: this.counts(column.key, part) };
  }

  /** Counts of a packed facet by code or bin. */
  private counts(key: string, part: PackedPart): Uint32Array {
    const known = this.counted.get(key);
    if (known) return known;
    const counts = this.countPart(key, part);
    this.counted.set(key, counts);
    return counts;
  }

  private countPart(key: string, part: PackedPart): Uint32Array {
    const { snapshot, range, matches, nearMisses } = this;
    const near = nearMisses.get(key);
    // With one facet chosen, matches and near misses are the whole range, whose counts are kept.
    if (matches === range || (near && this.chosen === 1)) return rangeCounts(snapshot, range, key, part);
    const counts = this.lend(part.size);
    const { slots } = snapshot.packed;
    if (this.count < part.tuples) countMembers(slots, part, this.listOf(matches), counts);
    else spreadCounts(part, this.tuples(), counts);
    if (near) this.countNear(key, part, near, counts);
    return counts;
  }

  /** Adds a facet's near misses to its counts, in the cheapest of three ways. */
  private countNear(key: string, part: PackedPart, near: Bitset, counts: Uint32Array): void {
    const { packed, facets } = this.snapshot;
    const { stretches } = rangeOf(this.range);
    const column = facets.get(key)!;
    const members = this.lists.get(near)?.length ?? countOf(near, stretches);
    if (column.kind === 'values' && crossingIsCheaper(column, members, stretches))
      for (let code = 0; code < counts.length; code++)
        counts[code] += countCommon(column.postings[code], near, stretches);
    else if (members < part.tuples) countMembers(packed.slots, part, this.listOf(near), counts);
    else {
      const histogram = acquireBitset(packed.tuples);
      for (const { slot } of part.chunks) countSlot(packed.slots[slot], near, stretches, histogram);
      spreadCounts(part, histogram, counts);
      releaseBitset(histogram);
    }
  }

  /**
   * Gives back what was lent for this request; neither this, its counts nor `matches` may be used afterwards. Without it
   * nothing is wrong, but memory outside the heap piles up until the collector walks the whole catalogue to find it.
   */
  release(): void {
    for (const list of this.lists.values()) releaseList(list);
    for (const counts of this.lent) releaseBitset(counts);
    for (const near of this.nearMisses.values()) releaseBitset(near);
    if (this.histogram) releaseBitset(this.histogram);
    if (this.matches !== this.range) releaseBitset(this.matches);
  }

  /** Counts for this request, all clear. */
  private lend(length: number): Uint32Array {
    const counts = acquireBitset(length);
    this.lent.push(counts);
    return counts;
  }

  /** Tuple counts over the matches. */
  private tuples(): Uint32Array {
    if (this.histogram) return this.histogram;
    const { snapshot, range, matches, count } = this;
    const { packed } = snapshot;
    const histogram = acquireBitset(packed.tuples);
    const whole = rangeOf(range);
    if (count * 2 <= whole.count) countRows(packed, matches, whole.stretches, histogram);
    else {
      // Most of the range: what it lost is quicker to count.
      const lost = lostOf(range, matches);
      countRows(packed, lost, whole.stretches, histogram);
      releaseBitset(lost);
      const all = rangeHistogram(snapshot, range);
      for (let t = 0; t < histogram.length; t++) histogram[t] = all[t] - histogram[t];
    }
    return (this.histogram = histogram);
  }

  /** The products that a facet is counted over, ascending within matches and near misses. */
  private members(key: string): readonly Uint32Array[] {
    const near = this.nearMisses.get(key);
    return (near ? [this.matches, near] : [this.matches]).map((bits) => this.listOf(bits));
  }

  /** How many products a facet is counted over. */
  private countedOver(key: string): number {
    const near = this.nearMisses.get(key);
    return this.count + (near ? this.listOf(near).length : 0);
  }

  private listOf(bits: Bitset): Uint32Array {
    let list = this.lists.get(bits);
    if (!list) {
      const { stretches } = rangeOf(this.range);
      list = acquireList(bits === this.matches ? this.count : countOf(bits, stretches));
      listInto(bits, list, stretches);
      this.lists.set(bits, list);
    }
    return list;
  }
}

/** Counts that are scanned in the time in which the codes of one product are gathered. */
const SCANNED_PER_MEMBER = 16;

/** Costs in nanoseconds, as measured: to find a member and count it forward; to cross a word, and a listed product. */
const FORWARD = 16;
const CROSS_WORD = 4;
const CROSS_LISTED = 3;

/** Few values over many near misses are sooner counted by crossing each value's set with them. */
function crossingIsCheaper({ postings }: ValueColumn, members: number, stretches: Stretches): boolean {
  const most = members * FORWARD;
  let length = 0;
  for (let s = 0; s < stretches.length; s += 2) length += stretches[s + 1] - stretches[s];
  let cost = 0;
  for (const { bits, list } of postings) {
    cost += bits ? length * CROSS_WORD : list!.length * CROSS_LISTED;
    if (cost > most) return false;
  }
  return cost < most;
}

function eachNumber({ numbers }: NumberColumn, lists: readonly Uint32Array[]): BinCounts {
  const lows: number[] = [];
  for (const list of lists) for (const p of list) if (!Number.isNaN(numbers[p])) lows.push(numbers[p]);
  return { lows, counts: new Uint8Array(lows.length).fill(1), step: null };
}

function directSpread({ numbers }: NumberColumn, lists: readonly Uint32Array[]): NumberSpread | null {
  let count = 0;
  let min = Infinity;
  let max = -Infinity;
  for (const list of lists)
    for (const p of list) {
      const number = numbers[p];
      if (Number.isNaN(number)) continue;
      count++;
      if (number < min) min = number;
      if (number > max) max = number;
    }
  return count ? { count, min, max } : null;
}

/** Counts all of a range ahead, so that nobody's first request has to; its counts are kept with it. O(products of it). */
export function countAhead(snapshot: Snapshot, range: Bitset): void {
  const filtered = filterRange(snapshot, range, new Map());
  for (const column of [...snapshot.facets.values(), snapshot.category])
    if (column.kind === 'values') filtered.valueCounts(column);
  filtered.release();
}

/**
 * Applies selections to a range, word by word. `range` must not be changed afterwards: its counts are kept. The facets
 * `allOf` ask for all of their chosen values; such a facet is counted over the matches, as another value narrows them.
 */
export function filterRange(
  snapshot: Snapshot,
  range: Bitset,
  selections: Selections,
  allOf: ReadonlySet<string> = new Set(),
): Filtered {
  if (!selections.size) return new Filtered(snapshot, range, range, rangeOf(range).count, new Map(), 0);
  const keys = [...selections.keys()];
  const { stretches } = rangeOf(range);
  const chosen = keys.map((key) =>
    chosenBitset(snapshot, snapshot.facets.get(key)!, selections.get(key)!, allOf.has(key), range, stretches),
  );
  const matches = acquireBitset(range.length);
  const [a, b, c] = chosen;
  if (chosen.length > 3) splitAll(range, chosen, matches);
  else
    for (let s = 0; s < stretches.length; s += 2) {
      const first = stretches[s];
      const behind = stretches[s + 1];
      if (chosen.length === 1) splitOne(range, a, matches, first, behind);
      else if (chosen.length === 2) splitTwo(range, a, b, matches, first, behind);
      else splitThree(range, a, b, c, matches, first, behind);
    }
  return new Filtered(
    snapshot,
    range,
    matches,
    countOf(matches, stretches),
    new Map(keys.flatMap((key, f) => (allOf.has(key) ? [] : [[key, chosen[f]]]))),
    keys.length,
  );
}

// Each split turns the filters' words into those of the range that fail it alone, and writes what meets all. The usual
// one to three filters take a single pass; more of them gather what fails once and twice.

function splitOne(range: Bitset, a: Bitset, matches: Bitset, first: number, behind: number): void {
  for (let w = first; w < behind; w++) {
    const all = range[w] | 0;
    const meets = a[w] | 0;
    matches[w] = all & meets;
    a[w] = all & ~meets;
  }
}

function splitTwo(range: Bitset, a: Bitset, b: Bitset, matches: Bitset, first: number, behind: number): void {
  for (let w = first; w < behind; w++) {
    const all = range[w] | 0;
    const meetsA = a[w] | 0;
    const meetsB = b[w] | 0;
    matches[w] = all & meetsA & meetsB;
    a[w] = all & ~meetsA & meetsB;
    b[w] = all & meetsA & ~meetsB;
  }
}

function splitThree(
  range: Bitset,
  a: Bitset,
  b: Bitset,
  c: Bitset,
  matches: Bitset,
  first: number,
  behind: number,
): void {
  for (let w = first; w < behind; w++) {
    const all = range[w] | 0;
    const meetsA = a[w] | 0;
    const meetsB = b[w] | 0;
    const meetsC = c[w] | 0;
    matches[w] = all & meetsA & meetsB & meetsC;
    a[w] = all & ~meetsA & meetsB & meetsC;
    b[w] = all & meetsA & ~meetsB & meetsC;
    c[w] = all & meetsA & meetsB & ~meetsC;
  }
}

function splitAll(range: Bitset, chosen: readonly Bitset[], matches: Bitset): void {
  const failed = acquireBitset(range.length);
  const twice = acquireBitset(range.length);
  for (const bits of chosen)
    for (let w = 0; w < bits.length; w++) {
      const missing = range[w] & ~bits[w];
      bits[w] = missing;
      twice[w] |= failed[w] & missing;
      failed[w] |= missing;
    }
  for (const bits of chosen) for (let w = 0; w < bits.length; w++) bits[w] &= ~twice[w];
  for (let w = 0; w < range.length; w++) matches[w] = range[w] & ~failed[w];
  releaseBitset(failed);
  releaseBitset(twice);
}
