/** Figures of a product that a blend may weigh. */
export type BlendFigure =
  | 'price'
  | 'saving'
  | 'rating'
  | 'stock'
  | 'sold'
  | 'sold-lately'
  | 'views'
  | 'sold-per-view'
  | 'seen'
  | 'clicked'
  | 'earned'
  | 'margin'
  | 'featured';

export const BLEND_FIGURES: readonly BlendFigure[] = [
  'sold',
  'sold-lately',
  'views',
  'sold-per-view',
  'seen',
  'clicked',
  'earned',
  'rating',
  'margin',
  'stock',
  'saving',
  'price',
  'featured',
];

/** What a factor of a blend looks at. */
export type BlendBasis =
  /** One when added today, a half after `halfLife` days, a quarter after twice as many. */
  | { kind: 'newness'; halfLife: number }
  | { kind: 'figure'; figure: BlendFigure }
  /** The number that an attribute has. */
  | { kind: 'number'; attribute: string }
  /** Whether it has one of the values. */
  | { kind: 'values'; attribute: string; values: readonly string[] };

export interface BlendFactor {
  /** Unique in its blend. */
  id: string;
  basis: BlendBasis;
  /** 0 to 100; counted against the weights of the other factors. */
  weight: number;
  /** The least leads instead of the most. */
  reversed: boolean;
  /** Where a product stands that has no value, in percent of the way from the last to the first. */
  missing: number;
}

/** A key of an order made of several. */
export interface Blend {
  id: string;
  name: string;
  factors: readonly BlendFactor[];
}

export const MAX_FACTORS = 12;

/** Days over which sales and views are counted where a factor says “lately”. */
export const LATELY = 30;
