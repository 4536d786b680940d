import type { PlanDocument, RangeRule, Placed, RangeAnswer, SavedRange } from '@fond/core';

/** Why a product is on a shelf and where, or why not. */
export interface ProductWhy extends RangeAnswer {
  sku: string;
  title: string;
  /**
   * Null where it is not on the shelf. `byKeys` is its place by groups and sorting keys alone, `group` the one that it
   * stands in, `shown` how many of a promoting shelf are shown at all; null for all.
   */
  place: {
    place: number;
    of: number;
    by: Placed['by'];
    byKeys: number;
    group: 'lifted' | 'sunk' | 'sold-out' | null;
    shown: number | null;
  } | null;
}

/** A saved range as it is kept, with the plans whose drafts show it. */
export interface StoredRange extends SavedRange {
  version: number;
  updatedAt: string;
  updatedBy: string;
  usedIn: readonly RangeUse[];
}

export interface RangeUse {
  plan: { id: string; name: string };
  /** The plan is put aside: it serves nothing, and would show the range if it came back. */
  aside: boolean;
}

export interface RangeInput {
  name: string;
  rule: RangeRule;
}

/** A draft whose words for search engines are looked at, in a language. */
export interface PatternQuestion {
  plan: PlanDocument;
  lang: string;
}
