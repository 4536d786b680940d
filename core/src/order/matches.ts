import type { Bitset } from '../catalogue/sets';

/** The products that a search text finds, with a score each (larger is better). */
export interface SearchMatches {
  bits: Bitset;
  /** The same, ascending, and the score of each. */
  places: Uint32Array;
  scores: Float64Array;
  /** Where what was typed finds nothing, and this was sought instead. */
  instead?: Instead;
}

/** What is sought in place of a text that finds nothing. */
export interface Instead {
  text: string;
  by: 'spelling' | 'weakest';
  /** The words that were left out, as they were typed. */
  without: readonly string[];
}
