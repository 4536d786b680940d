import type { FoundBy, Lang, SearchRules } from '@fond/core';
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

export interface SearchTrial {
  total: number;
  /** Each thing that was sought, with how else it is said. */
  concepts: readonly { said: string; others: readonly string[] }[];
  /** The first ones, with how each has what was sought. */
  products: readonly (ProductLine & { found: readonly FoundBy[] })[];
  /** How many there were by the rules as they are kept. */
  before: number;
}

/** What is proposed while a shopper types. */
export interface Suggestions {
  aisles: readonly { title: string; href: string; count: number }[];
  products: readonly { title: string; href: string; price: string | null; image: string | null }[];
  /** How many products there are in all. */
  total: number;
}
