import type { Snapshot } from '../catalogue/snapshot';
import { borrowWords, countOf, giveBack, listInto, type Words } from '../catalogue/sets';
import { chosenWords, type Selections } from './selection';

export interface Filtered {
  /** What is left of the range with all selections applied. */
  matches: Words;
  count: number;
  /** The matches as ascending positions. */
  members: Uint32Array;
  /**
   * Per chosen facet, ascending: the products of the range that fail this facet and meet all others.
   * A facet's own counts run over the matches and its near misses: all selections but its own.
   */
  nearMisses: ReadonlyMap<string, Uint32Array>;
}

/**
 * Applies selections to a range, word by word: `failed` gathers what fails at least one filter, `twice` what fails
 * two or more, so `range & ¬failed` are the matches and `range & ¬own & ¬twice` the near misses of a filter.
 */
export function filterRange(snapshot: Snapshot, range: Words, selections: Selections): Filtered {
  const keys = [...selections.keys()];
  const chosen = keys.map((key) => chosenWords(snapshot, snapshot.facets.get(key)!, selections.get(key)!));
  if (!chosen.length) {
    const count = countOf(range);
    return { matches: range, count, members: listOf(range, count), nearMisses: new Map() };
  }
  const length = range.length;
  const failed = borrowWords(length);
  const twice = borrowWords(length);
  for (const words of chosen) noteFailures(words, failed, twice);
  const matches = new Uint32Array(length);
  for (let w = 0; w < length; w++) matches[w] = range[w] & ~failed[w];
  const near = chosen.map((words) => {
    const misses = missesOf(range, words, twice);
    const list = listOf(misses, countOf(misses));
    giveBack(misses);
    return list;
  });
  for (const words of [failed, twice, ...chosen]) giveBack(words);
  const count = countOf(matches);
  return {
    matches,
    count,
    members: listOf(matches, count),
    nearMisses: new Map(keys.map((key, f) => [key, near[f]])),
  };
}

// Plain loops over few arrays, each in a function of its own: that is what the compiler turns into tight code.

function noteFailures(words: Words, failed: Words, twice: Words): void {
  for (let w = 0; w < words.length; w++) {
    const missing = ~words[w];
    twice[w] |= failed[w] & missing;
    failed[w] |= missing;
  }
}

function missesOf(range: Words, words: Words, twice: Words): Words {
  const misses = borrowWords(range.length);
  for (let w = 0; w < range.length; w++) misses[w] = range[w] & ~words[w] & ~twice[w];
  return misses;
}

function listOf(words: Words, count: number): Uint32Array {
  const list = new Uint32Array(count);
  listInto(words, list);
  return list;
}
