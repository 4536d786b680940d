import { distance } from 'fastest-levenshtein';
import type { Instead } from '../order/matches';
import { fold } from '../text/fold';
import type { Ladder } from '../clause/searchRules';
import type { Concept } from './readQuery';

/** What a ladder asks of an index. */
export interface Climb {
  concepts(text: string): readonly Concept[];
  /** The products that have one thing that is sought, in no order. */
  products(concept: Concept): readonly number[];
  /** All folded words of the catalogue. */
  words(): readonly Iterable<string>[];
  /** Products of the catalogue. */
  size: number;
}

/** More things than this are not sought at once. */
const MAX_CONCEPTS = 30;
/** Shorter words are near to too many others. */
const MIN_WORD = 4;
/** So many letters in a hundred may be wrong, and three at the most: beyond that it is another word. */
const MAX_WRONG = 40;

/**
 * What to seek in place of a text that finds nothing: rung by rung, the closest spelling, or the text without its weakest
 * words. Null where no rung finds anything. What one rung makes of the text is what the next one begins with.
 */
export function climb(index: Climb, q: string, rungs: Ladder['rungs']): Instead | null {
  let text = q;
  let respelt = false;
  for (const { rung, on } of rungs) {
    if (!on) continue;
    if (rung === 'spelling') {
      const closest = respell(index, text);
      if (closest === null) continue;
      [text, respelt] = [closest, true];
      if (findsAll(index, text)) return { text, by: 'spelling', without: [] };
    } else if (rung === 'weakest') {
      const left = withoutWeakest(index, text);
      if (left) return { ...left, by: respelt ? 'spelling' : 'weakest' };
    }
  }
  return null;
}

/** How many things each product has of those that are sought: a bit per thing. */
function metBy(index: Climb, concepts: readonly Concept[]): Uint32Array {
  const met = new Uint32Array(index.size);
  concepts.forEach((concept, at) => {
    for (const p of index.products(concept)) met[p] |= 1 << at;
  });
  return met;
}

function findsAll(index: Climb, text: string): boolean {
  const concepts = index.concepts(text).slice(0, MAX_CONCEPTS);
  const all = 2 ** concepts.length - 1;
  return concepts.length > 0 && metBy(index, concepts).includes(all);
}

/** Each word that finds nothing as the closest one of the catalogue; null where that changes none. */
function respell(index: Climb, text: string): string | null {
  let changed = false;
  const said = index.concepts(text).map((concept) => {
    const word = fold(concept.said);
    if (concept.ways[0].words.length > 1 || /\d/.test(word) || index.products(concept).length)
      return concept.said;
    const closest = closestWord(index, word);
    if (closest === null) return concept.said;
    changed = true;
    return closest;
  });
  return changed ? said.join(' ') : null;
}

function closestWord(index: Climb, word: string): string | null {
  if (word.length < MIN_WORD) return null;
  let nearest = Math.min(3, Math.floor((word.length * MAX_WRONG) / 100)) + 1;
  let closest: string | null = null;
  for (const words of index.words())
    for (const one of words) {
      if (one.length < MIN_WORD || Math.abs(one.length - word.length) >= nearest || /\d/.test(one)) continue;
      const apart = distance(one, word);
      // Of words that are equally near, the one that begins alike: errors are rare at a word's beginning.
      const alike = apart === nearest && closest !== null && one[0] === word[0] && closest[0] !== word[0];
      if (apart < nearest || alike) [nearest, closest] = [apart, one];
    }
  return closest;
}

/**
 * A text without the words that the fewest products have: what is left is met by some product, misses as few of the words
 * as can be, and of such finds the most. Null where no word finds anything, or none need be left out.
 */
function withoutWeakest(index: Climb, text: string): Omit<Instead, 'by'> | null {
  const concepts = index.concepts(text).slice(0, MAX_CONCEPTS);
  const all = 2 ** concepts.length - 1;
  const finding = new Map<number, number>();
  for (const mask of metBy(index, concepts)) if (mask) finding.set(mask, (finding.get(mask) ?? 0) + 1);
  let best = 0;
  for (const [mask, count] of finding) {
    const more = bitsIn(mask) - bitsIn(best) || count - (finding.get(best) ?? 0);
    if (more > 0 || (more === 0 && keepsEarlier(mask, best))) best = mask;
  }
  if (!best || best === all) return null;
  const kept = concepts.filter((_, at) => best & (1 << at));
  return {
    text: kept.map(({ said }) => said).join(' '),
    without: concepts.filter((_, at) => !(best & (1 << at))).map(({ said }) => said),
  };
}

function bitsIn(mask: number): number {
  let bits = 0;
  for (let left = mask; left; left &= left - 1) bits++;
  return bits;
}

/** Whether of two sets of words this one has the first word that only one of them has. */
function keepsEarlier(mask: number, other: number): boolean {
  const differing = mask ^ other;
  return (mask & differing & -differing) !== 0;
}
