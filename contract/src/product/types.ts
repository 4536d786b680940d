import type { AisleKind, CellChange, Clause, FocusPoint, LinkKind, SearchWordsFrom, Texts } from '@fond/core';

/** A product as lists of the desk show it. */
export interface ProductLine {
  sku: string;
  title: string;
  /** In currency units. */
  price: number | null;
  featured: boolean;
  inStock: boolean;
  /** Pieces; null where the shop doesn't count them. */
  stock: number | null;
  image: string | null;
}

export interface ProductLookup {
  found: readonly ProductLine[];
  /** Article numbers that no product has. */
  missing: readonly string[];
}

/** The formats of product files that an import reads. */
export const EXPORT_FORMATS = ['csv', 'json', 'jsonl', 'xlsx'] as const;
export type ExportFormat = (typeof EXPORT_FORMATS)[number];

/** What is to be taken out; the whole shop where nothing is said. */
export interface ExportInput {
  format?: ExportFormat;
  /** Path of an aisle. */
  aisle?: string;
  /** Id of a saved range; nothing else but an aisle goes with it. */
  range?: string;
  q?: string;
  gap?: string;
  /** Clauses of ranges, as JSON. */
  clauses?: string;
}

/** How a column of the products table is read and written. */
export type ProductColumnKind =
  | 'text'
  | 'html'
  | 'money'
  | 'number'
  | 'boolean'
  | 'time'
  | 'list'
  | 'paths'
  | 'pictures'
  | 'standing';

/** A column of the products table: one that product files have, or the product's standing. */
export interface ProductColumn {
  /** As product files name it. */
  name: string;
  label: string;
  kind: ProductColumnKind;
  /** Of an attribute: what stands behind its numbers. */
  unit: string | null;
  /** By what the table is sorted under this column; null where it can't be. */
  sort: string | null;
  /** Article numbers are what products are known by. */
  fixed: boolean;
  /** What can be chosen from, where that is few enough; anything else may be typed. */
  choices: readonly string[];
}

/** Whether a product stands in the shop, not yet, or no longer. */
export const STANDINGS = ['live', 'draft', 'aside'] as const;
export type Standing = (typeof STANDINGS)[number];

/** Which products a table shows. */
export interface ProductFilter {
  /** The shop's search, and parts of article numbers. */
  q?: string;
  /** Path of an aisle. */
  aisle?: string;
  clauses?: readonly Clause[];
  /** Something that they lack, as in `gaps`. */
  gap?: string;
  /** `live` where it is left out; the others are found by parts of names and numbers alone. */
  standing?: Standing;
}

export interface ProductSorting {
  /** As in a column's `sort`. */
  by: string;
  down: boolean;
}

export interface RowsQuestion extends ProductFilter {
  columns: readonly string[];
  sorting?: ProductSorting | null;
  /** The first row, from 0. */
  from: number;
  count: number;
}

export interface ProductTableRow {
  sku: string;
  title: string;
  /** Address of its first picture. */
  image: string | null;
  /** As a product file writes them, in the order of the columns that were asked for. */
  cells: readonly string[];
}

export interface ProductRows {
  /** Rows of all windows. */
  total: number;
  from: number;
  rows: readonly ProductTableRow[];
}

/** One cell to be written. */
export interface CellEdit {
  sku: string;
  column: string;
  value: string;
  /** What stood there when the writing began; what others wrote since is not written over. Null writes over anything. */
  seen: string | null;
}

export interface StoredCell {
  sku: string;
  column: string;
  value: string;
}

/** A cell that somebody else has written meanwhile. */
export interface CellConflict {
  sku: string;
  column: string;
  yours: string;
  theirs: string;
}

export interface EditAnswer {
  /** Of the edit, by which it is undone; null where everything stood there already. */
  id: string | null;
  /** What stands in the cells now. */
  cells: readonly StoredCell[];
  /** Of an undoing: cells that others have written since, which stay. */
  left: readonly CellConflict[];
  /** The job that goes on with it, where that takes longer. */
  job: string | null;
}

/** Which products are changed at once. */
export interface BulkSelection {
  /** Article numbers; null for all of the filter. */
  skus: readonly string[] | null;
  filter: ProductFilter;
}

/** One change for one column of many products. */
export interface BulkEdit extends BulkSelection {
  column: string;
  change: CellChange;
}

export interface BulkExample {
  sku: string;
  title: string;
  before: string;
  after: string;
}

/** What an edit of many products will do. */
export interface BulkTrial {
  products: number;
  changed: number;
  unchanged: number;
  /** Products that can’t take it, and stay as they are. */
  refused: number;
  examples: readonly BulkExample[];
  /** The first of those that can’t take it, with why. */
  faults: readonly { sku: string; message: string }[];
}

/** A way to look at the products table that is kept by name, for everybody. */
export interface ProductView {
  name: string;
  filter: ProductFilter;
  sorting: ProductSorting | null;
  /** Columns in their order, with their widths in pixels. */
  columns: readonly { name: string; width: number }[];
}

/** An edit of products, as the table's history tells it. */
export interface EditLine {
  id: string;
  at: string;
  by: string | null;
  /** In words. */
  said: string;
  products: number;
  /** Whether it was taken back. */
  undone: boolean;
  /** Whether it takes another one back. */
  undoing: boolean;
}

export interface SheetPicture {
  /** As product files name it. */
  source: string;
  /** Content hash; null while the shop has no such picture. */
  hash: string | null;
  width: number;
  height: number;
  /** What it shows in words, by language. */
  alts: Texts;
  /** What of it stays in view where it is cropped; null for its middle. */
  focus: FocusPoint | null;
}

/** A price that no longer holds, in currency units. */
export interface PastPrice {
  until: string;
  price: number | null;
  was: number | null;
}

/** Everything of one product. */
export interface ProductSheet {
  sku: string;
  standing: Standing;
  cells: readonly { column: string; value: string }[];
  pictures: readonly SheetPicture[];
  /** The latest first. */
  prices: readonly PastPrice[];
  /** When anything of it was last changed. */
  changedAt: string | null;
}

/** An aisle that has a product, and where it stands on its shelf. */
export interface ProductPlace {
  path: string;
  title: string;
  kind: AisleKind;
  plan: { id: string; name: string } | null;
  /** Null where its plan's shelf does not show it. */
  place: { place: number; of: number; page: number; by: 'order' | 'pin' | 'spread' } | null;
}

/** What search engines are told of a product in one language. */
export interface ProductSearch {
  lang: string;
  /** Its own words; empty where name and description say it. */
  title: string;
  description: string;
  /** As a page of results would show it; null while shoppers don't see the product. */
  shown: { title: string; description: string; address: string } | null;
  /** Whose words these are: its own, what its plan makes of all products, or its name and description. */
  from: Readonly<Record<'title' | 'description', SearchWordsFrom>> | null;
  /** Another product whose page has the same title. */
  twin: { sku: string; title: string } | null;
}

export interface SearchWordsInput {
  lang: string;
  title: string;
  description: string;
}

/** A product that is linked to another one. */
export interface LinkLine {
  sku: string;
  title: string;
  /** Whether shoppers see it. */
  live: boolean;
}

/** Article numbers of what a product is linked to, in order. */
export interface LinkInput {
  as: LinkKind;
  skus: readonly string[];
}

/** What a product is linked to by hand, in order, and what is linked to it. */
export interface LinkedProducts {
  as: LinkKind;
  links: readonly LinkLine[];
  /** Those that are linked to it, whether or not it is linked to them. */
  back: readonly LinkLine[];
}

/** What names a product, a category, a tag or a collection. */
export interface GroupUses {
  plans: readonly { id: string; name: string }[];
  ranges: readonly { id: string; name: string }[];
  collections: readonly { id: number; title: string }[];
  /** What the shop answers to searches, or offers where nothing is found, names it. */
  search: boolean;
}
