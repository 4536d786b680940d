/**
 * Sets of product positions 0…n-1. A dense set is a bitset of ⌈n/32⌉ words; a sparse one an ascending list.
 * A posting takes whichever is smaller: a list of c positions costs 32·c bits, a bitset n bits.
 */
export type Bitset = Uint32Array;

export interface Posting {
  readonly count: number;
  /** Exactly one of the two is there. */
  readonly bits: Bitset | null;
  readonly list: Uint32Array | null;
}

export const wordCount = (size: number): number => (size + 31) >>> 5;

export const emptyBitset = (size: number): Bitset => new Uint32Array(wordCount(size));

const spare = new Map<number, Bitset[]>();
const MAX_SPARE = 12;

/**
 * Bitset for a moment, all clear. A typed array's memory lies outside the heap and costs more to make and to collect
 * than to clear, so what is only needed within a request is lent and given back.
 */
export function acquireBitset(length: number): Bitset {
  const lent = spare.get(length)?.pop();
  return lent ? lent.fill(0) : new Uint32Array(length);
}

/** The caller must not touch `bits` afterwards. */
export function releaseBitset(bits: Bitset): void {
  const free = spare.get(bits.length);
  if (!free) spare.set(bits.length, [bits]);
  else if (free.length < MAX_SPARE) free.push(bits);
}

const spareLists = new Map<number, Uint32Array[]>();

/** A list for a moment, not cleared; lengths are rounded up to powers of two, so that few sizes are kept. */
export function acquireList(length: number): Uint32Array {
  const room = 2 ** Math.ceil(Math.log2(Math.max(length, 64)));
  return (spareLists.get(room)?.pop() ?? new Uint32Array(room)).subarray(0, length);
}

/** The caller must not touch `list` afterwards. */
export function releaseList(list: Uint32Array): void {
  const whole = new Uint32Array(list.buffer);
  const free = spareLists.get(whole.length);
  if (!free) spareLists.set(whole.length, [whole]);
  else if (free.length < MAX_SPARE) free.push(whole);
}

/**
 * Where a set has members: pairs of first word and the word behind the last. What is done within a range reads these
 * stretches only; words between two of them hold nothing of it.
 */
export type Stretches = ArrayLike<number>;

/** Empty words that are read along, as jumping over them would cost more. */
const GAP = 4;

export function stretchesOf(bits: Bitset): Uint32Array {
  const ends: number[] = [];
  for (let w = 0; w < bits.length; w++) {
    if (bits[w] === 0) continue;
    if (ends.length && w - ends[ends.length - 1] <= GAP) ends[ends.length - 1] = w + 1;
    else ends.push(w, w + 1);
  }
  return Uint32Array.from(ends);
}

/** All positions 0…size-1; bits beyond the last product stay clear. */
export function fullBitset(size: number): Bitset {
  const bits = emptyBitset(size).fill(0xffffffff);
  const rest = size & 31;
  if (rest) bits[bits.length - 1] = 0xffffffff >>> (32 - rest);
  return bits;
}

/** Packs an ascending list of positions without repeats into the cheaper form. */
export function toPosting(list: Uint32Array, size: number): Posting {
  if (list.length * 32 <= size) return { count: list.length, bits: null, list };
  const bits = emptyBitset(size);
  for (const at of list) bits[at >>> 5] |= 1 << (at & 31);
  return { count: list.length, bits, list: null };
}

/** Adds a posting's members to `into`. */
export function uniteInto(into: Bitset, posting: Posting): void {
  if (posting.bits) {
    const { bits } = posting;
    for (let w = 0; w < into.length; w++) into[w] |= bits[w];
  } else {
    for (const at of posting.list!) into[at >>> 5] |= 1 << (at & 31);
  }
}

/** Keeps in `into` only what `other` holds too. */
export function intersectInto(into: Bitset, other: Bitset): void {
  for (let w = 0; w < into.length; w++) into[w] &= other[w];
}

export const holds = (bits: Bitset, at: number): boolean => (bits[at >>> 5] & (1 << (at & 31))) !== 0;

// Words are read as signed numbers (`| 0`) wherever they are added or taken apart: an unsigned one doesn't fit the
// engine's small integers, so the loop would run on floating-point numbers, three to four times as slowly.

/** Population count of one word (SWAR; Warren, Hacker's Delight, 5-1). */
function popcount(word: number): number {
  let v = (word - ((word >>> 1) & 0x55555555)) | 0;
  v = ((v & 0x33333333) + ((v >>> 2) & 0x33333333)) | 0;
  return Math.imul((v + (v >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}

export function countOf(bits: Bitset, stretches: Stretches = [0, bits.length]): number {
  let count = 0;
  for (let s = 0; s < stretches.length; s += 2)
    for (let w = stretches[s]; w < stretches[s + 1]; w++) count = (count + popcount(bits[w] | 0)) | 0;
  return count;
}

/** How many members a posting and a set have in common. */
export function countCommon(posting: Posting, set: Bitset, stretches: Stretches = [0, set.length]): number {
  let count = 0;
  if (posting.bits) {
    const { bits } = posting;
    for (let s = 0; s < stretches.length; s += 2)
      for (let w = stretches[s]; w < stretches[s + 1]; w++) {
        const both = bits[w] & set[w];
        if (both !== 0) count = (count + popcount(both)) | 0;
      }
  } else {
    const list = posting.list!;
    for (const p of list) if (holds(set, p)) count++;
  }
  return count;
}

/** Writes the members in ascending order into `out` (at least as long as the set) and returns how many. */
export function listInto(bits: Bitset, out: Uint32Array, stretches: Stretches = [0, bits.length]): number {
  let count = 0;
  for (let s = 0; s < stretches.length; s += 2)
    for (let w = stretches[s]; w < stretches[s + 1]; w++) {
      let word = bits[w] | 0;
      const base = w << 5;
      while (word !== 0) {
        const bit = word & -word;
        out[count] = base + 31 - Math.clz32(bit);
        count = (count + 1) | 0;
        word ^= bit;
      }
    }
  return count;
}

/** A posting's members in ascending order. */
export function membersOf({ list, bits, count }: Posting): Uint32Array {
  if (list) return list;
  const members = new Uint32Array(count);
  listInto(bits!, members);
  return members;
}
