import type { Clause, Texts } from '@fond/core';

/** What a merchandiser says of a collection. */
export interface CollectionInput {
  slug: string;
  titles: Texts;
  /** HTML; what is not harmless is taken out. */
  descriptions: Texts;
  /** What its products have to meet; null for a collection by hand. */
  clauses: readonly Clause[] | null;
  /** The products put in by hand, in order; null where there are too many to send. */
  skus: readonly string[] | null;
}

export interface StoredCollection extends CollectionInput {
  id: number;
  version: number;
  /** Null while only product files have written it. */
  updatedAt: string | null;
  updatedBy: string;
  /** How many products were put in by hand. */
  byHand: number;
  /** Plans and saved ranges that name it. */
  namedIn: readonly string[];
}

export interface CollectionSummary extends Omit<
  StoredCollection,
  'descriptions' | 'skus' | 'byHand' | 'namedIn'
> {
  products: number;
}
