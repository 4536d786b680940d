/** A product as lists of the desk show it. */
export interface ProductLine {
  sku: string;
  title: string;
  /** In currency units. */
  price: number | null;
  featured: boolean;
  inStock: boolean;
  image: string | null;
}

export interface ProductLookup {
  found: readonly ProductLine[];
  /** Article numbers that no product has. */
  missing: readonly string[];
}

/** The formats of product files that an import reads. */
export const EXPORT_FORMATS = ['csv', 'json', 'jsonl'] as const;
export type ExportFormat = (typeof EXPORT_FORMATS)[number];
