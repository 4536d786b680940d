import type { Counts, Estimate, View, WhatIf, WidthName } from '@fond/core';

/** What one browser tells at once. */
export interface ViewBatch {
  /** Chosen by the browser; the same batch told twice counts once. */
  id: string;
  views: readonly View[];
}

/** What figures are asked of, and for which days; the last four weeks by themselves. */
export interface FiguresQuery {
  /** Key of an aisle. */
  aisle?: string;
  plan?: string;
  /** Article number. */
  product?: string;
  /** Id of a campaign; the aisles that its plans serve, on the days of it that are there. */
  campaign?: string;
  from?: string;
  to?: string;
}

export interface VisitCounts extends Counts {
  visits: number;
}

export interface DayFigure extends VisitCounts {
  day: string;
}

/** Something that happened to the shop on a day. */
export interface DayEvent {
  day: string;
  kind: 'edition' | 'campaign-start' | 'campaign-end';
  /** Number of the edition, or name of the campaign. */
  name: string;
  /** What its publisher wrote. */
  note: string;
}

/** What a place of the shelf earns. */
export interface PlaceFigure extends Counts {
  place: number;
  /** Share of visits in which it was seen. */
  sight: Estimate;
  /** Clicks of a card that is seen there. */
  rate: Estimate;
  /** The same of the same product, as a multiple of the first place; null where nobody can tell. */
  attention: Estimate | null;
}

export interface ProductFigure extends Counts {
  sku: string;
  title: string;
  /** Clicks of a card that is seen, drawn towards those of all. */
  rate: Estimate;
}

/** A shelf of pages, by its name in its plan. */
export interface ShelfFigure extends Counts {
  key: string;
  /** What kind of shelf it is, and its heading where it has one. */
  type: 'shelf' | 'promotion';
  title: string;
  /** Clicks of a card that is seen. */
  rate: Estimate;
}

export interface NamedFigure extends VisitCounts {
  key: string;
  title: string;
  /** Clicks of a card that is seen. */
  rate: Estimate;
}

export interface AisleFigure extends NamedFigure {
  path: string;
}

/** What was typed. */
export interface QueryFigure {
  query: string;
  times: number;
  /** Products found the last time. */
  found: number;
  clicks: number;
  carts: number;
}

export interface FacetFigure {
  key: string;
  title: string;
  /** Visits in which it narrowed the page. */
  times: number;
  values: readonly { value: string; title: string; times: number }[];
}

export interface WidthFigure extends VisitCounts {
  width: WidthName;
  rate: Estimate;
}

/** What was counted of the shop, an aisle, a plan's aisles or a product. */
export interface Figures {
  scope: {
    kind: 'shop' | 'aisle' | 'plan' | 'product' | 'campaign';
    key: string;
    title: string;
    path: string | null;
  };
  /** Of all money here, which is in cents. */
  currency: string;
  from: string;
  to: string;
  /** The days before, as many. */
  before: { from: string; to: string };
  /** The first day on which anything was counted in the shop; null where nothing was. */
  since: string | null;
  now: VisitCounts;
  earlier: VisitCounts;
  days: readonly DayFigure[];
  events: readonly DayEvent[];
  /** Of the aisles' own shelves, unfiltered and in their own order. */
  places: readonly PlaceFigure[];
  products: readonly ProductFigure[];
  /** What each shelf earns, those of one name together. */
  shelves: readonly ShelfFigure[];
  aisles: readonly AisleFigure[];
  facets: readonly FacetFigure[];
  /** Filters that the pages offer and nobody used. */
  unused: readonly { key: string; title: string }[];
  badges: readonly NamedFigure[];
  orders: readonly { key: string; times: number }[];
  queries: readonly QueryFigure[];
  /** Typed into the search field of an aisle. */
  within: readonly QueryFigure[];
  widths: readonly WidthFigure[];
  languages: readonly { lang: string; visits: number }[];
}

/** What an aisle was visited, and what came of it, for the floor. */
export interface AisleVisits {
  aisle: string;
  visits: number;
  clicks: number;
  /** Cents. */
  revenue: number;
  /** Clicks of a card that is seen, drawn towards those of the shop. */
  rate: Estimate;
  /** Cents for a thousand cards seen, drawn towards those of the shop; null where none was. */
  earned: number | null;
}

/** What every aisle earned in the last four weeks. */
export interface AisleVisitList {
  from: string;
  to: string;
  /** Of all money here, which is in cents. */
  currency: string;
  aisles: readonly AisleVisits[];
}

export const FIGURE_TABLES = [
  'days',
  'places',
  'products',
  'shelves',
  'aisles',
  'facets',
  'badges',
  'queries',
  'within',
  'widths',
] as const;
export type FigureTable = (typeof FIGURE_TABLES)[number];

/** Visits in a minute. */
export const WALKS = [6, 30, 120] as const;

/** The demo's simulated shoppers, who walk through the real shop. */
export interface ShoppersWish {
  walking: boolean;
  /** Visits in a minute. */
  pace: (typeof WALKS)[number];
}

export interface ShoppersState extends ShoppersWish {
  /** Visits that they have made. */
  visits: number;
  said: string;
  saidAt: string | null;
}

/** What a draft would bring in an aisle against what is live, of a thousand visits. */
export interface WhatIfAnswer extends WhatIf {
  currency: string;
  from: string;
  to: string;
  /** Of the aisle, in its own order. */
  visits: number;
  /** Whether the draft shows the same products at the same places in the same columns. */
  same: boolean;
}
