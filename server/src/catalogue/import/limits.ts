/** What one product file may hold. Each bound is told in words where a file passes it. */
export const LIMITS = {
  /** Products. */
  rows: 1_000_000,
  columns: 300,
  /** Attributes of a whole shop. */
  attributes: 1_000,
  /** Bytes of one product. */
  record: 4 * 1_048_576,
  /** Characters of a cell that is no description. */
  cell: 20_000,
  description: 100_000,
  title: 300,
  /** Characters of a category, tag, collection or value. */
  name: 200,
  /** Characters of an attribute's key. */
  key: 64,
  sku: 64,
  slug: 160,
  image: 400,
  /** Categories, tags, collections, pictures, or values of one attribute, of one product. */
  entries: 200,
  /** Steps of a category's path. */
  depth: 12,
} as const;

/** Faults that a report shows; all are in its file. */
export const FAULTS_SHOWN = 200;
export const FAULTS_KEPT = 10_000;
