import type { Clause } from '../clause/rule';
import type { RangeResult } from '../range/range';
import type { Days } from '../text/days';

export type OrderKey =
  | 'featured'
  | 'newest'
  | 'changed'
  | 'name'
  | 'price'
  | 'saving'
  | 'rating'
  | 'sold'
  | 'views'
  /** Clicks for being seen, and revenue for it. */
  | 'clicked'
  | 'earned'
  | 'margin'
  | 'stock'
  | 'random'
  | 'named'
  /** In stock, then few left, then sold out. */
  | 'availability'
  /** By an attribute: numbers from the smallest, values in the order that they have. */
  | 'attribute'
  /** By a saved blend, the highest score first. */
  | 'blend';

/** One level of an order. `reversed` turns the key's usual direction round. */
export interface OrderLevel {
  key: OrderKey;
  reversed: boolean;
  /** Key of the attribute, or id of the blend, where the level's key asks for one. */
  of?: string;
}

/** What tells a level of an order from its other ones. */
export const nameOfLevel = ({ key, of }: Pick<OrderLevel, 'key' | 'of'>): string =>
  of === undefined ? key : `${key}:${of}`;

/** Levels of an order at most. */
export const MAX_LEVELS = 6;

/** A product held at a place of the whole listing, counted from 1. */
export interface Pin extends Days {
  sku: string;
  place: number;
  /** Key of the only aisle it holds in; null for every aisle of the plan. */
  aisle: string | null;
  /** Shown even where the range doesn't have it. */
  anyway: boolean;
  /** Who set it, and when, as ISO 8601; null where nobody knows any more. */
  by: string | null;
  at: string | null;
}

/** A pin as it begins, without its product. */
export const USUAL_PIN: Omit<Pin, 'sku' | 'place'> = {
  aisle: null,
  from: null,
  to: null,
  anyway: false,
  by: null,
  at: null,
};

/** Products that stand before, or behind, all that are in no group. */
export interface OrderGroup extends Days {
  /** Unique in its order; stays when the group moves. */
  id: string;
  /** For those who work on the plan; shoppers never see it. Empty for none. */
  name: string;
  at: 'front' | 'end';
  /** A product is of the group when it meets all of these. */
  clauses: readonly Clause[];
  /** So many stand there, the first ones in the order; the others as usual. Null for all. */
  most: number | null;
}

export const MAX_GROUPS = 12;

export const orderGroup = (id: string, at: OrderGroup['at'], clauses: readonly Clause[]): OrderGroup => ({
  id,
  name: '',
  at,
  clauses,
  most: null,
  from: null,
  to: null,
});

/** No more than `most` products with the same value in a row. `by` is `category` or an attribute's key. */
export interface Spread {
  by: string;
  most: number;
}

/** An order that a shelf has by itself, before anybody chooses another. */
export interface OwnOrder {
  levels: readonly OrderLevel[];
  /**
   * Those at the front in their order, all else, those at the end in theirs. A product stands in one group: in the first
   * one at the end that it meets, else in the first one at the front.
   */
  groups: readonly OrderGroup[];
  /** Behind all groups. */
  soldOutLast: boolean;
  spread: Spread | null;
  pins: readonly Pin[];
}

/** How the products of an aisle's own shelf are sorted. */
export interface ShelfOrder extends OwnOrder {
  choices: readonly SortChoice[];
}

export type SortKey =
  | 'recommended'
  | 'newest'
  | 'price'
  | 'price-desc'
  | 'saving'
  | 'name'
  | 'name-desc'
  | 'rating'
  | 'sold';

export const SORT_KEYS: readonly SortKey[] = [
  'recommended',
  'newest',
  'price',
  'price-desc',
  'saving',
  'name',
  'name-desc',
  'rating',
  'sold',
];

/** A sort that shoppers may choose; the first one holds until they do. */
export interface SortChoice {
  key: SortKey;
  /** Own words in place of the shop's, per language. */
  label: Readonly<Record<string, string>>;
}

export const sortChoice = (key: SortKey): SortChoice => ({ key, label: {} });

/** What products are sorted by. */
export interface Sorting {
  levels: readonly OrderLevel[];
  /** Article numbers in the order that the key `named` follows. */
  named: readonly string[] | null;
  /** The products that blends are measured among; null for the whole catalogue. Only these are sorted by a blend. */
  within: RangeResult | null;
}

export const byLevels = (levels: readonly OrderLevel[]): Sorting => ({ levels, named: null, within: null });

/** An order of levels alone. */
export const ownOrder = (levels: readonly OrderLevel[]): OwnOrder => ({
  levels,
  groups: [],
  soldOutLast: false,
  spread: null,
  pins: [],
});
