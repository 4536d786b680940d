import type { FoundBy, Instead, Lang, PageModel, SearchRules } from '@fond/core';
import type { ProductLine } from '../product/types';

/** What the shop makes of what shoppers type, as it is kept. */
export interface StoredSearchRules {
  version: number;
  rules: SearchRules;
  /** Null while nobody has said anything. */
  updatedAt: string | null;
  updatedBy: string | null;
}

/** A text to be searched for by rules that need not be kept. */
export interface SearchQuestion {
  q: string;
  lang: Lang;
  rules: SearchRules;
}

/** The page of results that those rules make. */
export interface SearchPreview {
  /** Null where no plan serves searches. */
  page: PageModel | null;
  /** The plan that builds it. */
  plan: string | null;
}

export interface SearchTrial {
  total: number;
  /** Each thing that was sought, with how else it is said. */
  concepts: readonly { said: string; others: readonly string[] }[];
  /** The first ones, with how each has what was sought. */
  products: readonly TriedProduct[];
  /** How many there were by the rules as they are kept. */
  before: number;
  /** What was sought in its place, where it finds nothing; null where it was not. */
  instead: Instead | null;
  /** Id of the answer that holds for it today; null for none. */
  answer: string | null;
  /** Article numbers that the answer names and no product has. */
  unknown: readonly string[];
}

/** A product among the best matches of a search that is tried. */
export interface TriedProduct extends ProductLine {
  /** Counted from 1. */
  place: number;
  /** What put it there: its place, its lift, or its words. */
  by: 'pin' | 'lift' | 'words';
  found: readonly FoundBy[];
}

/** What is proposed while a shopper types. */
export interface Suggestions {
  /** Queries that the shop knows and that begin so. */
  queries: readonly { text: string; href: string }[];
  aisles: readonly { title: string; href: string; count: number }[];
  products: readonly { title: string; href: string; price: string | null; image: string | null }[];
  /** How many products there are in all. */
  total: number;
}
