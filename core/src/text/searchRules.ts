import type { Lang } from './texts';

/** Words, each one or several, of which who looks for one means the others too. */
export interface Synonyms {
  /** Unique among all. */
  id: string;
  lang: Lang;
  words: readonly string[];
  /** Who looks for the first finds the others, and not the other way about. */
  oneWay: boolean;
}

/** A word that says nothing in a search of a language, such as “the”. */
export interface LeftOutWord {
  lang: Lang;
  word: string;
}

/** What the shop makes of what shoppers type. */
export interface SearchRules {
  synonyms: readonly Synonyms[];
  leftOut: readonly LeftOutWord[];
}

export const NO_SEARCH_RULES: SearchRules = { synonyms: [], leftOut: [] };

/** Bounds of what a shop may say. */
export const MAX_SYNONYMS = 2_000;
export const MAX_SYNONYM_WORDS = 20;
export const MAX_LEFT_OUT = 500;
