import type { ProductLine } from '../product/types';
import type {
  BlendFactor,
  Clause,
  OrderLevel,
  Pin,
  PlanDocument,
  RangeRule,
  Placed,
  RangeAnswer,
  SavedRange,
} from '@fond/core';

/** Why a product is on a shelf and where, or why not. */
export interface ProductWhy extends RangeAnswer {
  sku: string;
  title: string;
  /** Null where it is not on the shelf. */
  place: ShelfPlace | null;
}

/** Where a product stands on a shelf, and what put it there. */
export interface ShelfPlace {
  place: number;
  of: number;
  by: Placed['by'];
  /** Its place by groups and sorting keys alone. */
  byKeys: number;
  /** The group that it stands in. */
  group: { name: string; at: 'front' | 'end'; clauses: readonly Clause[] } | 'sold-out' | null;
  /** What holds it there. */
  pin: Pin | null;
  /** How many of a promoting shelf are shown at all; null for all. */
  shown: number | null;
  /** What it is sorted by, with its own value and those of the products beside it. */
  levels: readonly PlaceLevel[];
  above: PlaceNeighbour | null;
  below: PlaceNeighbour | null;
}

export interface PlaceLevel extends OrderLevel {
  /** As people read it, in the shop's first language; null where it has none. */
  here: string | null;
  above: string | null;
  below: string | null;
  /** What a blend's score is made of; null for other keys. */
  blend: {
    name: string;
    factors: readonly { said: BlendFactor; number: number | null; share: number; adds: number }[];
  } | null;
}

export interface PlaceNeighbour {
  sku: string;
  title: string;
  /** What settled which of the two stands first: a pin, the spread, their groups, a level, or the day they came to the catalogue. */
  by: 'pin' | 'spread' | 'group' | 'level' | 'added';
  /** The level that did, counted from 0; null where none did. */
  level: number | null;
}

/** A saved range as it is kept, with the plans whose drafts show it. */
export interface StoredRange extends SavedRange, StoredRule {}

/** What is known of everything that has a name and is used by plans. */
export interface StoredRule {
  version: number;
  updatedAt: string;
  updatedBy: string;
  usedIn: readonly RuleUse[];
}

export interface RuleUse {
  plan: { id: string; name: string };
  /** The plan is put aside: it serves nothing, and would use the rule if it came back. */
  aside: boolean;
}

/** A window of a range's products, and a product that is asked after. */
export interface RangeQuestion {
  rule: RangeRule;
  address: string;
  from: number;
  size: number;
  sku?: string;
}

export interface RangeProducts {
  total: number;
  products: readonly ProductLine[];
  /** Why the product that was asked after is among them, or not; null where none was. */
  why: (RangeAnswer & { sku: string; title: string }) | null;
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
