import type { Bitset } from '../catalogue/sets';

/** The products that a search text finds, with a score each (larger is better). */
export interface SearchMatches {
  bits: Bitset;
  /** The same, ascending, and the score of each. */
  places: Uint32Array;
  scores: Float64Array;
}
