import type { RangeSource } from '../clause/rule';
import type { Texts } from '../text/texts';
import { atAllWidths, type Stepped } from '../width/widths';
import { USUAL_PROMOTION, type PromotionSettings } from './fixtures';

/** How the pictures of a product stand on its page. */
export interface GallerySettings {
  /** Small pictures in a row below the large one, or in a column, whose width is one of so many parts, beside it. */
  side: 'below' | 'beside';
  /** Small pictures in one row. */
  thumbnails: Stepped<number>;
  /** Whether a picture can be opened as large as it is kept. */
  zoom: boolean;
}

/** A shelf below a product: like any shelf beside an aisle's own, of products near or linked to the one on the page. */
export interface ProductShelf extends Omit<PromotionSettings, 'type'> {
  /** Unique among the shelves of its plan; stays when the shelf moves. */
  id: string;
}

/**
 * What search engines are told of products that say nothing themselves, per language: words with fields in braces, such
 * as `{title} · {category}`; see `fillPattern`. A language without one has the product's name and description.
 */
export interface SearchPatterns {
  title: Texts;
  description: Texts;
}

/** The pages of the products whose main category a plan serves. */
export interface ProductPage {
  gallery: GallerySettings;
  shelves: readonly ProductShelf[];
  /** Whether shoppers read, and may write, what others say of the product. */
  reviews: boolean;
  search: SearchPatterns;
}

export const USUAL_GALLERY: GallerySettings = {
  side: 'below',
  thumbnails: { wide: 6, medium: null, narrow: 5 },
  zoom: true,
};

/** A shelf below a product as it begins, in the order of the source's own. */
export const productShelf = (
  id: string,
  source: RangeSource,
  change: Partial<ProductShelf> = {},
): ProductShelf => {
  const { type: _, ...usual } = USUAL_PROMOTION;
  return {
    ...usual,
    id,
    range: { source, clauses: [{ kind: 'stock', states: ['in', 'low'] }] },
    levels: [{ key: 'named', reversed: false }],
    form: 'grid',
    columns: { ...atAllWidths(2), wide: 4 },
    most: 4,
    ...change,
  };
};

/** Goes well with, instead of, and the nearest of what can be bought; a shelf with nothing on it isn't shown. */
export const USUAL_PRODUCT_SHELVES: readonly ProductShelf[] = [
  productShelf('goes-with', { kind: 'linked', as: 'with' }),
  productShelf('instead', { kind: 'linked', as: 'instead' }),
  productShelf('related', { kind: 'related' }),
];

export const USUAL_PRODUCT_PAGE: ProductPage = {
  gallery: USUAL_GALLERY,
  shelves: USUAL_PRODUCT_SHELVES,
  reviews: true,
  search: { title: {}, description: {} },
};
