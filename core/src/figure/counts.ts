import type { WidthName } from '../width/widths';

/** What was counted of anything: of a place, a product, an aisle on a day. */
export interface Counts {
  /** Times that a card of it was in view for a second, by half or more. */
  seen: number;
  clicks: number;
  /** Times that it was put into a cart. */
  carts: number;
  /** Pieces bought. */
  bought: number;
  /** Cents. */
  revenue: number;
}

export const COUNTED = ['seen', 'clicks', 'carts', 'bought', 'revenue'] as const satisfies (keyof Counts)[];

export const nothingCounted = (): Counts => ({ seen: 0, clicks: 0, carts: 0, bought: 0, revenue: 0 });

/** Adds `more` to `counts`, in place. */
export function addCounts(counts: Counts, more: Partial<Counts>): void {
  for (const name of COUNTED) counts[name] += more[name] ?? 0;
}

/** Where and how a page was looked at, with nothing about who did. */
export interface ViewPlace {
  /** Key of the aisle. */
  aisle: string;
  /** Id of the plan that made it. */
  plan: string;
  edition: number;
  lang: string;
  width: WidthName;
  /** Filtered, sorted otherwise or searched within: its places are not those of the plan's own order. */
  narrowed: boolean;
}

/** What a page was asked for. */
export interface Asked {
  /** Chosen values, as `colour=red`. */
  facets: readonly string[];
  /** The sort that was chosen; null for the aisle's own. */
  order: string | null;
  /** What was searched for, on a page of results or within the aisle. */
  query: string | null;
  /** Products found. */
  found: number;
}

/** What happened to one card. */
export interface CardEvent {
  /** Id of its shelf. */
  shelf: string;
  /** Place on the shelf, from 1. */
  place: number;
  sku: string;
  /** Ids of the rules of the badges that it carried. */
  badges: readonly string[];
  seen?: boolean;
  clicked?: boolean;
  carted?: boolean;
  /** Pieces. */
  bought?: number;
}

/** What one browser tells of one page that it shows or showed. */
export interface View {
  at: ViewPlace;
  asked: Asked;
  /** Told for the first time, so that it counts as a visit; what is told later goes on from it. */
  opens: boolean;
  cards: readonly CardEvent[];
}

/** What is counted of an aisle and a day besides its cards, by what it goes by. */
export const MARK_KINDS = [
  'all',
  // Of these visits, those that were filtered or sorted otherwise.
  'narrowed',
  'plan',
  'edition',
  'width',
  'lang',
  'badge',
  'facet',
  'value',
  'order',
  'query',
  'within',
] as const;
export type MarkKind = (typeof MARK_KINDS)[number];
