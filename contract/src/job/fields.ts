/** Columns of product files with a meaning of their own. */
export const PRODUCT_FIELDS = [
  'sku',
  'title',
  'category',
  'price',
  'was',
  'currency',
  'created',
  'stock',
  'featured',
  'rating',
  'ratings',
  'sold',
  'description',
  'image',
  'tags',
  'collections',
  'slug',
] as const;

export type ProductField = (typeof PRODUCT_FIELDS)[number];
