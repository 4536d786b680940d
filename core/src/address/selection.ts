import { type FacetColumn, type NumberColumn, boundIn, uniteSpan } from '../catalogue/columns';
import {
  type Posting,
  type Stretches,
  type Bitset,
  acquireBitset,
  releaseBitset,
  intersectInto,
  wordCount,
} from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';
import { within } from '../clause/rule';

/** One chosen value of a facet: a word of its dictionary, or numbers from … to (both included, null for open). */
export type FacetPick =
  | { kind: 'value'; value: string }
  | { kind: 'range'; from: number | null; to: number | null };

/** What shoppers have chosen: facet key → picks. Any of the picks within a facet, all of the facets. */
export type Selections = ReadonlyMap<string, readonly FacetPick[]>;

/** Parameters with a meaning of their own; no attribute may take one of these as its key. */
export const RESERVED_PARAMETERS: readonly string[] = [
  'aisle',
  'order',
  'page',
  'from',
  'size',
  'lang',
  'view',
  'look',
  'q',
  'explain',
  'draft',
  'path',
  'unfiltered',
];

/** Values of all filters that can be chosen at once: each is a chip, with an address that holds all others. */
export const MAX_PICKS = 60;

export interface ParsedSelections {
  selections: Selections;
  /** Parameters that no facet of this catalogue answers to. */
  ignored: readonly string[];
  malformed: readonly { path: string; message: string }[];
}

/** Few numbers of an attribute can be chosen one by one; addresses that did so lead on once they are many. */
const NUMBER = /^-?\d+(?:\.\d+)?$/;
const RANGE = /^(-?\d+(?:\.\d+)?)?\.\.(-?\d+(?:\.\d+)?)?$/;

/**
 * Reads facet parameters: `colour=red,blue`, `price=20..80`, `price=..80`, `price=20..`. A comma inside a value
 * is percent-encoded twice, so it arrives here as `%2C`. Never throws: what can't be read is told in `malformed`
 * and left out of `selections`. A value that nothing has says nothing beside others, and is left out there.
 */
export function parseSelections(
  snapshot: Snapshot,
  parameters: Readonly<Record<string, string>>,
): ParsedSelections {
  const selections = new Map<string, FacetPick[]>();
  const ignored: string[] = [];
  const malformed: { path: string; message: string }[] = [];
  let chosen = 0;
  for (const [key, text] of Object.entries(parameters)) {
    if (RESERVED_PARAMETERS.includes(key)) continue;
    const column = snapshot.facets.get(key);
    if (!column) {
      ignored.push(key);
      continue;
    }
    const picks = new Map<string, FacetPick>();
    const parts = text.split(',');
    const left = MAX_PICKS - chosen;
    if (parts.length > left)
      malformed.push({
        path: key,
        message: `${chosen + parts.length} values are chosen; ${MAX_PICKS} are the most.`,
      });
    for (const part of parts.slice(0, left)) {
      const read = readPick(column, part);
      const pick = typeof read === 'string' ? read : ofFamily(column, read);
      if (typeof pick === 'string') malformed.push({ path: key, message: pick });
      else picks.set(pickText(pick), pick);
    }
    const known = [...picks.values()].filter((pick) => isKnown(column, pick));
    const kept = known.length ? known : [...picks.values()].slice(0, 1);
    chosen += kept.length;
    if (kept.length) selections.set(key, kept);
  }
  return { selections, ignored, malformed };
}

/** A value that is gathered in a family stands for it. */
function ofFamily(column: FacetColumn, pick: FacetPick): FacetPick {
  if (pick.kind === 'range' || column.kind !== 'values') return pick;
  const code = column.codeOf.get(pick.value);
  return code === undefined ? pick : { kind: 'value', value: column.values[code].value };
}

const isKnown = (column: FacetColumn, pick: FacetPick): boolean =>
  pick.kind === 'range' || column.kind !== 'values' || column.codeOf.has(pick.value);

/** Whether a parameter of an address changes anything of a page. */
export const isParameter = (snapshot: Snapshot, name: string): boolean =>
  RESERVED_PARAMETERS.includes(name) || snapshot.facets.has(name);

/** The pick, or in words why there is none. */
function readPick(column: FacetColumn, part: string): FacetPick | string {
  if (part === '') return 'A value is missing between the commas.';
  const range = RANGE.exec(part);
  const ranged = column.kind === 'number' || column.numeric;
  if (range && ranged) {
    const from = range[1] === undefined ? null : Number(range[1]);
    const to = range[2] === undefined ? null : Number(range[2]);
    if (from === null && to === null) return 'Give a number before or after the two dots.';
    if (from !== null && to !== null && from > to)
      return `The range runs from ${from} down to ${to}; turn it round.`;
    return { kind: 'range', from, to };
  }
  if (column.kind === 'number' && column.key !== 'price' && NUMBER.test(part))
    return { kind: 'range', from: Number(part), to: Number(part) };
  if (column.kind === 'number')
    return `“${part.slice(0, 40)}” is not a range; write it as 20..80, ..80 or 20.. with plain numbers.`;
  try {
    return { kind: 'value', value: decodeURIComponent(part) };
  } catch {
    return `“${part.slice(0, 40)}” holds a percent sign that starts no escape; write it as %25.`;
  }
}

/** A pick as it stands in an address, before the address's own percent-encoding. */
export function pickText(pick: FacetPick): string {
  if (pick.kind === 'range') return `${pick.from ?? ''}..${pick.to ?? ''}`;
  return pick.value.replaceAll('%', '%25').replaceAll(',', '%2C');
}

/**
 * The products of a range that meet any of the picks of one facet, or all of them. The words are lent, give them back;
 * only the range's `stretches` are written, and there products outside the range may be among them.
 */
export function chosenBitset(
  snapshot: Snapshot,
  column: FacetColumn,
  picks: readonly FacetPick[],
  all: boolean,
  range: Bitset,
  stretches: Stretches,
): Bitset {
  const bits = acquireBitset(wordCount(snapshot.size));
  if (!all || picks.length < 2) {
    for (const pick of picks) unitePick(bits, column, pick, range, stretches);
    return bits;
  }
  unitePick(bits, column, picks[0], range, stretches);
  for (const pick of picks.slice(1)) {
    const met = acquireBitset(bits.length);
    unitePick(met, column, pick, range, stretches);
    intersectInto(bits, met);
    releaseBitset(met);
  }
  return bits;
}

function unitePick(
  bits: Bitset,
  column: FacetColumn,
  pick: FacetPick,
  range: Bitset,
  stretches: Stretches,
): void {
  if (pick.kind === 'value') {
    const code = column.kind === 'values' ? column.codeOf.get(pick.value) : undefined;
    if (column.kind === 'values' && code !== undefined)
      uniteWithin(bits, column.postings[code], range, stretches);
  } else if (column.kind === 'number') uniteRange(bits, column, pick.from, pick.to, stretches);
  else
    column.values.forEach(({ number }, code) => {
      if (number !== null && within(number, pick.from, pick.to))
        uniteWithin(bits, column.postings[code], range, stretches);
    });
}

/** Adds what a posting and a range have in common, or at least what the range's stretches hold of it. */
function uniteWithin(into: Bitset, { bits, list }: Posting, range: Bitset, stretches: Stretches): void {
  if (bits)
    for (let s = 0; s < stretches.length; s += 2)
      for (let w = stretches[s]; w < stretches[s + 1]; w++) into[w] |= bits[w];
  else for (const at of list!) into[at >>> 5] |= range[at >>> 5] & (1 << (at & 31));
}

function uniteRange(
  bits: Bitset,
  column: NumberColumn,
  from: number | null,
  to: number | null,
  stretches: Stretches,
): void {
  // Rounded, as 19.99 · 100 is not quite 1999 in binary.
  const scaled = (bound: number): number => Math.round(bound * column.scale * 1e6) / 1e6;
  const start = from === null ? 0 : boundIn(column, scaled(from), false);
  const end = to === null ? column.sorted.length : boundIn(column, scaled(to), true);
  uniteSpan(bits, column, start, end, stretches);
}
