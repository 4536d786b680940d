import type { Clause } from '../clause/rule';

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
  | 'margin'
  | 'stock'
  | 'random'
  | 'named';

/** One level of an order. `reversed` turns the key's usual direction round. */
export interface OrderLevel {
  key: OrderKey;
  reversed: boolean;
}

/** A product held at a place of the whole listing, counted from 1. */
export interface Pin {
  sku: string;
  place: number;
  /** Key of the only aisle it holds in; null for every aisle of the plan. */
  aisle: string | null;
}

/** No more than `most` products with the same value in a row. `by` is `category` or an attribute's key. */
export interface Spread {
  by: string;
  most: number;
}

/** How the products of a shelf are sorted. */
export interface ShelfOrder {
  levels: readonly OrderLevel[];
  choices: readonly SortChoice[];
  /** What meets all of these stands before, or behind, everything else; empty for nothing. */
  lift: readonly Clause[];
  sink: readonly Clause[];
  soldOutLast: boolean;
  spread: Spread | null;
  pins: readonly Pin[];
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

/** What the whole catalogue is sorted by: groups first, then levels. */
export interface Sorting {
  levels: readonly OrderLevel[];
  lift: readonly Clause[];
  sink: readonly Clause[];
  soldOutLast: boolean;
  /** Article numbers in the order that the key `named` follows. */
  named: readonly string[] | null;
}

export const byLevels = (levels: readonly OrderLevel[]): Sorting => ({
  levels,
  lift: [],
  sink: [],
  soldOutLast: false,
  named: null,
});
