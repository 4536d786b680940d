/** Waits for a merchandiser; stands in the shop; was taken down, or never let stand. */
export const REVIEW_STATES = ['waiting', 'standing', 'down'] as const;
/** Reviews of one page of the list. */
export const REVIEWS_A_PAGE = 25;
export type ReviewState = (typeof REVIEW_STATES)[number];

/** What a shopper says of a product, as the desk lists it. */
export interface ReviewLine {
  id: number;
  sku: string;
  /** Of the product, in the shop's first language. */
  product: string;
  /** Path of the product's page in the shop; null while shoppers don't see it. */
  path: string | null;
  /** 1 to 5. */
  stars: number;
  /** Empty for none. */
  title: string;
  text: string;
  lang: string;
  /** How its shopper is called. */
  by: string;
  writtenAt: string;
  state: ReviewState;
  /** The shop's own answer; empty for none. */
  answer: string;
  decidedAt: string | null;
  decidedBy: string | null;
}

export interface ReviewFilter {
  state?: ReviewState;
  /** 1 to 5. */
  stars?: number;
  lang?: string;
  /** Words of the review, its product or its article number. */
  q?: string;
  /** From 1. */
  page?: number;
}

export interface ReviewPage {
  lines: readonly ReviewLine[];
  /** Of the filter. */
  total: number;
  /** Of the whole shop, by state. */
  counts: Readonly<Record<ReviewState, number>>;
}
