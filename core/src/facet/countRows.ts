import type { Codes } from '../catalogue/columns';
import type { Stretches, Bitset } from '../catalogue/sets';
import { BLOCK, type PackedChunk, type PackedPart, type PackedRows } from '../catalogue/packedRows';

// Plain loops over few arrays, each in a function of its own: that is what the compiler turns into tight code.

/** Adds the tuples of a set's products to `histogram`, all slots in one pass. */
export function countRows(
  { width, blocks }: PackedRows,
  bits: Bitset,
  stretches: Stretches,
  histogram: Uint32Array,
): void {
  for (let s = 0; s < stretches.length; s += 2) {
    const behind = stretches[s + 1];
    for (let first = stretches[s]; first < behind;) {
      const block = Math.floor(first / BLOCK_WORDS);
      const until = Math.min(behind, (block + 1) * BLOCK_WORDS);
      countStretch(width, blocks[block], block * BLOCK, bits, first, until, histogram);
      first = until;
    }
  }
}

const BLOCK_WORDS = BLOCK / 32;

function countStretch(
  width: number,
  rows: Uint16Array,
  base: number,
  bits: Bitset,
  first: number,
  behind: number,
  histogram: Uint32Array,
): void {
  const fours = width - (width & 3);
  for (let w = first; w < behind; w++) {
    let word = bits[w] | 0;
    while (word !== 0) {
      const bit = word & -word;
      word ^= bit;
      let at = Math.imul((w << 5) + 31 - Math.clz32(bit) - base, width);
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
export function countSlot(slot: Codes, bits: Bitset, stretches: Stretches, histogram: Uint32Array): void {
  for (let s = 0; s < stretches.length; s += 2)
    for (let w = stretches[s]; w < stretches[s + 1]; w++) {
      let word = bits[w] | 0;
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
  slots: readonly Uint16Array[],
  { chunks }: PackedPart,
  members: Uint32Array,
  counts: Uint32Array,
): void {
  for (const chunk of chunks) countChunk(slots[chunk.slot], chunk, members, counts);
}

function countChunk(
  slot: Uint16Array,
  { base, offsets, codes }: PackedChunk,
  members: Uint32Array,
  counts: Uint32Array,
): void {
  for (const p of members) {
    const tuple = slot[p] - base;
    for (let at = offsets[tuple]; at < offsets[tuple + 1]; at++) counts[codes[at]]++;
  }
}

/** Hands tuple counts on to the codes, or bins, of one facet; adds to `counts`. */
export function spreadCounts({ chunks }: PackedPart, histogram: Uint32Array, counts: Uint32Array): void {
  for (const { base, tuples, offsets, codes } of chunks)
    for (let t = 0; t < tuples; t++) {
      const count = histogram[base + t];
      if (count !== 0) for (let at = offsets[t]; at < offsets[t + 1]; at++) counts[codes[at]] += count;
    }
}
