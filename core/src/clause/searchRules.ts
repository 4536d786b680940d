import type { Days } from '../text/days';
import type { Lang, Texts } from '../text/texts';
import type { RangeRule } from './rule';

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

/** A picture by its content hash, with the name it has for those who can't see it. */
export interface AnswerPicture {
  hash: string;
  width: number;
  height: number;
  alt: string;
}

/** What the shop says to some queries of a language, besides what it finds. */
export interface QueryAnswer extends Days {
  /** Unique among all. */
  id: string;
  lang: Lang;
  queries: readonly string[];
  /** `whole`: a query that says the same, whatever its endings and order; `within`: also one that says more. */
  match: 'whole' | 'within';
  /** Places in the best matches, counted from 1. */
  pins: readonly { sku: string; place: number }[];
  /** Article numbers of products that stand first, in this order. */
  lifted: readonly string[];
  /** Article numbers of products that are not shown. */
  leftOut: readonly string[];
  /** Filters that hold until the shopper takes them away, as they stand in an address: `colour=red&price=..50`. */
  filters: string;
  heading: string;
  words: string;
  /** `address` begins with a slash, within the shop, or with https://. */
  link: { label: string; address: string } | null;
  picture: AnswerPicture | null;
  /** An address that the query leads to at once; null for none. */
  leadsTo: string | null;
}

/** An answer as it begins: to nothing yet, and with nothing. */
export const freshAnswer = (id: string, lang: Lang): QueryAnswer => ({
  id,
  lang,
  queries: [],
  match: 'whole',
  from: null,
  to: null,
  pins: [],
  lifted: [],
  leftOut: [],
  filters: '',
  heading: '',
  words: '',
  link: null,
  picture: null,
  leadsTo: null,
});

/** What is tried, one after the other, where nothing was found. */
export type Rung = 'spelling' | 'weakest' | 'range' | 'words';
export const RUNGS: readonly Rung[] = ['spelling', 'weakest', 'words', 'range'];

/** Words for an empty shelf in one language. */
export interface NothingWords {
  lang: Lang;
  heading: string;
  words: string;
  links: readonly { label: string; address: string }[];
}

/** What shoppers get instead of nothing. */
export interface Ladder {
  /** Each rung once, the first to be tried first. */
  rungs: readonly { rung: Rung; on: boolean }[];
  /** Whose products are shown; null for none. */
  range: RangeRule | null;
  /** What stands above them, per language. */
  rangeHeading: Texts;
  words: readonly NothingWords[];
}

/** What the shop makes of what shoppers type. */
export interface SearchRules {
  synonyms: readonly Synonyms[];
  leftOut: readonly LeftOutWord[];
  answers: readonly QueryAnswer[];
  nothing: Ladder;
}

export const NO_SEARCH_RULES: SearchRules = {
  synonyms: [],
  leftOut: [],
  answers: [],
  nothing: { rungs: RUNGS.map((rung) => ({ rung, on: true })), range: null, rangeHeading: {}, words: [] },
};

/** Bounds of what a shop may say. */
export const MAX_SYNONYMS = 2_000;
export const MAX_SYNONYM_WORDS = 20;
export const MAX_LEFT_OUT = 500;
export const MAX_ANSWERS = 1_000;
export const MAX_ANSWER_QUERIES = 50;
export const MAX_ANSWER_PRODUCTS = 50;
export const MAX_NOTHING_LINKS = 12;
