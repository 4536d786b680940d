import { attributeBitset } from '../range/clauseBitset';
import { Keep } from '../catalogue/keep';
import { countOf, emptyBitset, uniteInto, type Bitset } from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';
import type { ValueColumn } from '../catalogue/columns';

/** What products may lack beside their attributes, in the order in which it is asked for. */
export const GAPS = ['picture', 'price', 'reduction', 'category', 'aisle', 'description'] as const;

/** Something that products may lack, and how many do. */
export interface GapCount {
  /** One of `GAPS`, `title@fr` for a name in a language, or `attribute:` with the key of an attribute. */
  gap: string;
  /** How many products lack it. */
  count: number;
}

const cache = new Keep<Bitset>(200);

/**
 * The products that lack something.
 *
 * @param gap As in `GapCount`.
 * @returns their set, which is kept, so callers must not change it; null where the shop has no such thing.
 */
export function gapBitset(snapshot: Snapshot, gap: string): Bitset | null {
  const lacking = lackOf(snapshot, gap);
  return lacking && cache.get(snapshot.lineage, gap, lacking.reads, lacking.make);
}

/** Everything that products may lack, with how many do. */
export function gapCounts(snapshot: Snapshot): GapCount[] {
  const [, ...others] = snapshot.frame.languages;
  return [
    ...GAPS,
    ...others.map((lang) => `title@${lang}`),
    ...[...snapshot.attributes.keys()].map((key) => `attribute:${key}`),
  ].map((gap) => ({ gap, count: countOf(gapBitset(snapshot, gap)!) }));
}

interface Lack {
  /** The columns that tell. */
  reads: readonly unknown[];
  make: () => Bitset;
}

function lackOf(snapshot: Snapshot, gap: string): Lack | null {
  const { size, titles, descriptions, images, price, was, category, tag, collection, frame } = snapshot;
  const [own] = frame.languages;
  switch (gap) {
    case 'picture':
      return { reads: [images], make: () => where(size, (p) => !images[p].some(({ hash }) => hash)) };
    case 'price':
      return { reads: [price], make: () => where(size, (p) => Number.isNaN(price.numbers[p])) };
    case 'reduction':
      // A price before that is no higher than the price: nothing was reduced.
      return { reads: [price, was], make: () => where(size, (p) => was[p] <= price.numbers[p]) };
    case 'category':
      return { reads: [category], make: () => lackingAll(size, [category]) };
    case 'aisle': {
      const grouping = [category, tag, collection];
      for (const { row, column } of snapshot.attributes.values()) if (row.aisles) grouping.push(column);
      return { reads: grouping, make: () => lackingAll(size, grouping) };
    }
    case 'description':
      return { reads: [descriptions], make: () => where(size, (p) => !descriptions[p][own]) };
  }
  if (gap.startsWith('title@')) {
    const lang = gap.slice('title@'.length);
    if (!frame.languages.includes(lang)) return null;
    return { reads: [titles], make: () => where(size, (p) => !titles[p][lang]) };
  }
  const key = gap.startsWith('attribute:') ? gap.slice('attribute:'.length) : '';
  const attribute = snapshot.attributes.get(key);
  if (!attribute) return null;
  return {
    reads: [attribute.column],
    make: () => complement(size, attributeBitset(snapshot, key, [])),
  };
}

function where(size: number, test: (p: number) => boolean): Bitset {
  const bits = emptyBitset(size);
  for (let p = 0; p < size; p++) if (test(p)) bits[p >>> 5] |= 1 << (p & 31);
  return bits;
}

/** Products without a value in any of these. */
function lackingAll(size: number, columns: readonly ValueColumn[]): Bitset {
  const bits = emptyBitset(size);
  for (const { postings } of columns) for (const posting of postings) uniteInto(bits, posting);
  return complement(size, bits);
}

function complement(size: number, bits: Bitset): Bitset {
  const others = bits.map((word) => ~word);
  if (size & 31) others[others.length - 1] &= 2 ** (size & 31) - 1;
  return others;
}
