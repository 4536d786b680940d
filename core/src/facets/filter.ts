import type { Snapshot } from '../catalogue/snapshot';
import { countOf, listInto, type Words } from '../catalogue/sets';
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
  const matches = new Uint32Array(length);
  const near = chosen.map(() => new Uint32Array(length));
  for (let w = 0; w < length; w++) {
    const inRange = range[w];
    if (!inRange) continue;
    let failed = 0;
    let twice = 0;
    for (const words of chosen) {
      const missing = ~words[w];
      twice |= failed & missing;
      failed |= missing;
    }
    matches[w] = inRange & ~failed;
    const once = inRange & failed & ~twice;
    if (once) for (let f = 0; f < chosen.length; f++) near[f][w] = once & ~chosen[f][w];
  }
  const count = countOf(matches);
  return {
    matches,
    count,
    members: listOf(matches, count),
    nearMisses: new Map(keys.map((key, f) => [key, listOf(near[f], countOf(near[f]))])),
  };
}

function listOf(words: Words, count: number): Uint32Array {
  const list = new Uint32Array(count);
  listInto(words, list);
  return list;
}
