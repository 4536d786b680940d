import type { ValueColumn } from '../catalogue/columns';
import {
  acquireList,
  acquireBitset,
  countOf,
  releaseBitset,
  releaseList,
  holds,
  listInto,
  stretchesOf,
  type Stretches,
  type Bitset,
} from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';
import { countRows, countSlot, spreadCounts } from './countRows';
import type { PackedPart, PackedRows } from '../catalogue/packedRows';

/** What is known of a range before anything is chosen; ranges are kept, so it is asked for again and again. */
export interface WholeRange {
  /** The rows that the counts were taken from. */
  state: object | null;
  count: number;
  stretches: Uint32Array;
  /** Tuple counts, once they were asked for. */
  histogram: Uint32Array | null;
  /** By key; by the column itself where its codes are its own. */
  counts: Map<string | ValueColumn, Uint32Array>;
}

const keptRanges = new WeakMap<Bitset, WholeRange>();

/** What is known of a range without selections; ranges are kept with their snapshot and asked for again and again. */
export function rangeOf(range: Bitset): WholeRange {
  let whole = keptRanges.get(range);
  if (!whole) {
    const stretches = stretchesOf(range);
    whole = { state: null, count: countOf(range, stretches), stretches, histogram: null, counts: new Map() };
    keptRanges.set(range, whole);
  }
  return whole;
}

/** What is known of a range by these rows; few changes since are made up for, other rows are counted anew. */
export function rangeIn({ state, past }: PackedRows, range: Bitset): WholeRange {
  const whole = rangeOf(range);
  if (whole.state === state) return whole;
  const since = past.findIndex(({ from }) => from === whole.state);
  if (since < 0) {
    whole.histogram = null;
    whole.counts = new Map();
  } else
    for (const { keys, tuples } of past.slice(since)) {
      for (const key of keys) whole.counts.delete(key);
      if (!whole.histogram) continue;
      for (let k = 0; k < tuples.length; k += 3) {
        if (!holds(range, tuples[k])) continue;
        whole.histogram[tuples[k + 1]]--;
        whole.histogram[tuples[k + 2]]++;
      }
    }
  whole.state = state;
  return whole;
}

export function rangeHistogram({ packed }: Snapshot, range: Bitset): Uint32Array {
  const whole = rangeIn(packed, range);
  if (!whole.histogram) {
    whole.histogram = new Uint32Array(packed.tuples);
    countRows(packed, range, whole.stretches, whole.histogram);
  }
  return whole.histogram;
}

export function rangeCounts(snapshot: Snapshot, range: Bitset, key: string, part: PackedPart): Uint32Array {
  const whole = rangeIn(snapshot.packed, range);
  let counts = whole.counts.get(key);
  if (!counts) {
    whole.counts.set(key, (counts = new Uint32Array(part.size)));
    spreadCounts(part, rangeHistogram(snapshot, range), counts);
  }
  return counts;
}

export function wholeLooseCounts(whole: WholeRange, range: Bitset, column: ValueColumn): Uint32Array {
  let counts = whole.counts.get(column);
  if (!counts) {
    whole.counts.set(column, (counts = new Uint32Array(column.values.length)));
    countLoose(column, range, whole.stretches, counts);
  }
  return counts;
}

/** What a range lost to the selections; lent. */
export function lostOf(range: Bitset, matches: Bitset): Bitset {
  const lost = acquireBitset(range.length);
  for (let w = 0; w < lost.length; w++) lost[w] = range[w] & ~matches[w];
  return lost;
}

/** Counts a set's products by the codes of a column; adds to `counts`. */
export function countLoose(
  { single, offsets, codes, values }: ValueColumn,
  bits: Bitset,
  stretches: Stretches,
  counts: Uint32Array,
): void {
  if (single) {
    // Cell 0 is for products without a value.
    const cells = acquireBitset(values.length + 1);
    countSlot(single, bits, stretches, cells);
    for (let code = 0; code < counts.length; code++) counts[code] += cells[code + 1];
    releaseBitset(cells);
    return;
  }
  const members = acquireList(countOf(bits, stretches));
  listInto(bits, members, stretches);
  for (const p of members) for (let at = offsets[p]; at < offsets[p + 1]; at++) counts[codes[at]]++;
  releaseList(members);
}
