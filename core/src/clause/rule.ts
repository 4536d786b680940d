import type { Lang } from '../text/texts';
import type { Blend } from './blend';

/** Why one product is linked to another: both are used together, or the other does as well. */
export type LinkKind = 'with' | 'instead';
export const LINK_KINDS: readonly LinkKind[] = ['with', 'instead'];

/** Where a range takes its products from, before any clause. */
export type RangeSource =
  /** Follows the aisle it stands in; in category aisles with what is below or not, by the main category or by any. */
  | { kind: 'aisle'; below: boolean; main: boolean }
  | { kind: 'catalogue' }
  /** Products by article number, in an order of their own. */
  | { kind: 'named'; skus: readonly string[] }
  /** What has most in common with the product whose page it is; nothing on other pages. */
  | { kind: 'related' }
  /** What is linked by hand to the product whose page it is; nothing on other pages. */
  | { kind: 'linked'; as: LinkKind }
  /** What the shopper has looked at, the latest first; their own browser alone knows it. */
  | { kind: 'recent' }
  /** What a saved range shows. */
  | { kind: 'saved'; range: string };

/** Numbers that products have; in the units that people read: currency units, percent, stars, pieces. */
export type NumberField =
  | 'price'
  | 'saving'
  | 'rating'
  | 'ratings'
  | 'stock'
  | 'sold'
  /** Counted in the shop over the last weeks: times seen, clicks in percent of them, revenue for a thousand of them. */
  | 'seen'
  | 'clicked'
  | 'earned';

export const NUMBER_FIELDS: readonly NumberField[] = [
  'price',
  'saving',
  'rating',
  'ratings',
  'stock',
  'sold',
  'seen',
  'clicked',
  'earned',
];

/** What a product has to meet. Categories, tags and collections are named by id, so a new address changes nothing. */
export type Clause =
  | { kind: 'all' | 'any' | 'none'; of: readonly Clause[] }
  | { kind: 'category'; category: number; below: boolean; main: boolean }
  | { kind: 'collection'; collection: number }
  | { kind: 'tag'; tag: number }
  /** Any of the values; none given means: has a value at all. */
  | { kind: 'attribute'; attribute: string; values: readonly string[] }
  /** Both ends included; null is open. */
  | { kind: 'attributeNumber'; attribute: string; from: number | null; to: number | null }
  | { kind: 'number'; field: NumberField; from: number | null; to: number | null }
  /** Pieces sold, or views, of the last `days` days. */
  | { kind: 'activity'; of: 'sold' | 'views'; days: number; least: number }
  | { kind: 'stock'; states: readonly StockState[] }
  | { kind: 'added'; days: number }
  | { kind: 'title'; text: string }
  | { kind: 'language'; lang: Lang }
  | { kind: 'sale' | 'featured' | 'picture' | 'free' };

export type ClauseKind = Clause['kind'];

/** Which products a shelf shows: those of the source that meet every clause. */
export interface RangeRule {
  source: RangeSource;
  clauses: readonly Clause[];
}

/** A range with a name, used by many shelves. */
export interface SavedRange {
  id: string;
  name: string;
  rule: RangeRule;
}

/** What ranges are read with, besides the catalogue and the aisle. */
export interface RangeContext {
  /** Milliseconds since 1970; the core has no clock of its own. */
  now: number;
  ranges: readonly SavedRange[];
  /** What orders may be blended by. */
  blends: readonly Blend[];
  /** The shop's time zone, in which days are counted; `UTC` unless given. */
  zone?: string;
  /** Position of the product whose page it is, on product pages. */
  product?: number;
  /** Positions of what the shopper has looked at, as their browser tells it; left out where nobody does. */
  recent?: readonly number[];
}

/** At most so many clauses in a range, groups and their contents counted alike, and so many groups in each other. */
export const MAX_CLAUSES = 200;
export const DEEPEST_CLAUSE = 4;

export const isGroup = (clause: Clause): clause is Extract<Clause, { of: readonly Clause[] }> =>
  clause.kind === 'all' || clause.kind === 'any' || clause.kind === 'none';

export const AISLE_RANGE: RangeRule = { source: { kind: 'aisle', below: true, main: false }, clauses: [] };

/** Every clause with those inside it, outermost first. */
export function* eachClause(clauses: readonly Clause[]): Generator<Clause> {
  for (const clause of clauses) {
    yield clause;
    if (isGroup(clause)) yield* eachClause(clause.of);
  }
}

/** From plenty to none. */
export const STOCK_STATES = ['in', 'low', 'out'] as const;
export type StockState = (typeof STOCK_STATES)[number];

export const within = (number: number, from: number | null, to: number | null): boolean =>
  (from === null || number >= from) && (to === null || number <= to);
