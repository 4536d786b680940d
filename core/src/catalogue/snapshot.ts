import type { EarnedColumn } from './earned';
import type { PackedRows } from './packedRows';
import { stockStateOf } from './figures';
import { STOCK_STATES, type StockState } from '../clause/rule';
import type { AisleMap } from './aisles';
import type { Lineage } from './keep';
import {
  ValueColumnBuilder,
  type ColumnValue,
  type FacetColumn,
  type NumberColumn,
  type ValueColumn,
} from './columns';
import { type AttributeRow, type CatalogueFrame, type ImageRow, type ProductLinks } from './rows';
import { textIn, type Lang, type Texts } from '../text/texts';
import type { Bitset } from './sets';

/** The whole catalogue as immutable columns; products are their positions 0…size-1. */
export interface Snapshot {
  /** What it shares with others that hold the same products at the same places. */
  lineage: Lineage;
  /** Number of the last catalogue change it holds. */
  version: number;
  size: number;
  frame: CatalogueFrame;
  aisles: AisleMap;
  ids: Uint32Array;
  skus: readonly string[];
  slugs: readonly string[];
  bySlug: ReadonlyMap<string, number>;
  bySku: ReadonlyMap<string, number>;
  titles: readonly Texts[];
  descriptions: readonly Texts[];
  currencies: readonly string[];
  images: readonly (readonly ImageRow[])[];
  /** Null for products that are linked to nothing. */
  links: readonly (ProductLinks | null)[];
  /** Cents; NaN where missing. */
  price: NumberColumn;
  was: Float64Array;
  /** Milliseconds since 1970; NaN where nobody knows, as in all of these. */
  created: Float64Array;
  changed: Float64Array;
  sold: Float64Array;
  activity: ActivityColumn;
  /** What shoppers did lately, as it was counted. */
  earned: EarnedColumn;
  /** UNCOUNTED where the shop doesn't count. */
  stock: Int32Array;
  rating: NumberColumn;
  ratings: Float64Array;
  /** Category id, 0 where the product is in none. */
  mainCategory: Uint32Array;
  featured: Bitset;
  inStock: Bitset;
  /** Every category a product is in, and all above them; values are paths without the leading slash. */
  category: ValueColumn;
  /** Only the categories that a product was put into itself. */
  categoryItself: ValueColumn;
  collection: ValueColumn;
  tag: ValueColumn;
  /** By facet key, in the order in which a new plan offers them. */
  facets: ReadonlyMap<string, FacetColumn>;
  /** The facets once more, side by side for counting. */
  packed: PackedRows;
  attributes: ReadonlyMap<string, AttributeColumn>;
}

/** What was sold and seen by product and day: entries `offsets[p] … offsets[p+1]-1` are product p's. */
export interface ActivityColumn {
  offsets: Uint32Array;
  /** Days since 1970. */
  day: Uint32Array;
  sold: Uint32Array;
  views: Uint32Array;
}

/** An attribute's definition and its values by product. */
export interface AttributeColumn {
  row: AttributeRow;
  column: ValueColumn;
}

/** Stands for a stock that nobody counts: more than any shelf holds. */
export const UNCOUNTED = 2 ** 31 - 1;

export const BOOLEAN_LABELS: Readonly<Record<string, Texts>> = {
  yes: { en: 'Yes', fr: 'Oui' },
  no: { en: 'No', fr: 'Non' },
};

const STOCK_LABELS: Readonly<Record<StockState, Texts>> = {
  in: { en: 'In stock', fr: 'En stock' },
  low: { en: 'Few left', fr: 'Bientôt épuisé' },
  out: { en: 'Sold out', fr: 'Épuisé' },
};

const plainValue = (labels: Texts): Omit<ColumnValue, 'value'> => ({ labels, number: null, swatch: null });

/** Whether a product costs less than before, as a code of the facet of sales; -1 where it doesn't. */
export const saleCode = (price: number, was: number): number => (was > price ? 0 : -1);

/** The facet of what costs less than before. */
export function saleColumn(prices: ArrayLike<number>, was: ArrayLike<number>): ValueColumn {
  const column = new ValueColumnBuilder('sale');
  // Known from the start, so that the column has the same values however prices change.
  const yes = column.code('yes', () => plainValue(BOOLEAN_LABELS['yes']));
  for (let p = 0; p < prices.length; p++)
    if (saleCode(prices[p], was[p]) === yes) column.addOne(yes);
    else column.add([]);
  return column.finish();
}

/** The availability of so many pieces, as a code of its facet. */
export const stockCode = (pieces: number): number => STOCK_STATES.indexOf(stockStateOf(pieces));

/** The facet of availability. */
export function stockColumn(stock: Int32Array): ValueColumn {
  const column = new ValueColumnBuilder('stock');
  for (const state of STOCK_STATES) column.code(state, () => plainValue(STOCK_LABELS[state]));
  for (const pieces of stock) column.addOne(stockCode(pieces));
  return column.finish();
}

/** A text in the shop's own language, for lists of the desk. */
export const titleInShop = ({ frame }: Snapshot, texts: Texts, lang: Lang = frame.languages[0]): string =>
  textIn(texts, lang, frame.languages);

/** The languages a shop speaks; the first is its own. */
export const languageOf = (snapshot: Snapshot, asked: string | undefined): Lang =>
  asked && snapshot.frame.languages.includes(asked) ? asked : snapshot.frame.languages[0];
