import type {
  AisleKind,
  AttributeType,
  Clause,
  FacetAdvice,
  LostPin,
  PageModel,
  ProductModel,
  Placed,
  Plan,
  RangeAnswer,
  ReachRule,
  SavedRange,
  Sieve,
  Texts,
} from '@fond/core';

/** One line of the floor. */
export interface FloorAisle {
  key: string;
  kind: AisleKind;
  path: string;
  title: string;
  titles: Texts;
  /** Key of the aisle above in the tree. */
  parent: string | null;
  /** Products in the aisle, and only those put there themselves. */
  products: number;
  productsItself: number;
  plan: { id: string; name: string } | null;
  /** The rule of the plan's reach that won. */
  why: ReachRule | null;
  /** Other plans that reach it, the most exact first. */
  others: readonly { id: string; name: string; rule: ReachRule }[];
  disputed: boolean;
  /** When its plan was last published with a change. */
  publishedAt: string | null;
}

export interface Floor {
  aisles: readonly FloorAisle[];
  plans: readonly PlanSummary[];
  edition: EditionSummary;
  products: number;
}

export interface PlanSummary {
  id: string;
  name: string;
  version: number;
  /** Whether the live edition holds it, and whether the draft says something else. */
  live: boolean;
  changed: boolean;
  /** Aisles it serves in the live edition. */
  aisles: number;
  updatedAt: string;
  updatedBy: string;
}

export interface StoredPlan {
  plan: Plan;
  version: number;
  updatedAt: string;
  updatedBy: string;
  /** As published; null for a plan that never was. */
  live: Plan | null;
}

export interface AisleChangeSummary {
  key: string;
  path: string;
  title: string;
  kind: AisleKind;
  products: number;
  from: { id: string; name: string } | null;
  to: { id: string; name: string } | null;
}

export interface PlanChanges {
  changes: readonly AisleChangeSummary[];
  /** How many product pages would show others below the product. */
  productPages: number;
  disputes: readonly Dispute[];
}

/** An aisle that another plan claims just as exactly. */
export interface Dispute {
  path: string;
  title: string;
  plan: { id: string; name: string };
}

export interface EditionSummary {
  number: number;
  publishedAt: string;
  publishedBy: string;
  note: string;
  hash: string;
  live: boolean;
  plans: readonly { id: string; name: string }[];
}

/** A pin that can't hold in the aisle of the window. */
export interface PinReport {
  sku: string;
  title: string;
  place: number;
  reason: LostPin['reason'];
}

/** What the desk is told about the shelf in the window, beyond its page. */
export interface ShelfReport {
  aisle: { key: string; title: string };
  sieve: Sieve;
  /** The pins that hold here, by place. */
  pins: readonly { sku: string; title: string; place: number }[];
  lostPins: readonly PinReport[];
  /** Products of the aisle by each way of taking its category: by any or the main one, with what is below or not. */
  mainOnly: { any: number; main: number; anyItself: number; mainItself: number };
}

/** Why a product is on a shelf and where, or why not. */
export interface ProductWhy extends RangeAnswer {
  sku: string;
  title: string;
  /** Null where it is not on the shelf. `byKeys` is its place by the sorting keys alone. */
  place: { place: number; of: number; by: Placed['by']; byKeys: number } | null;
}

export interface FacetAdviceRow extends FacetAdvice {
  label: string;
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
}

/** What a merchandiser says of a collection. */
export interface CollectionWish {
  slug: string;
  titles: Texts;
  /** HTML; what is not harmless is taken out. */
  descriptions: Texts;
  /** What its products have to meet; null for a collection by hand. */
  clauses: readonly Clause[] | null;
  /** The products put in by hand, in order; null where there are too many to send. */
  skus: readonly string[] | null;
}

export interface StoredCollection extends CollectionWish {
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

export interface Preview {
  /** A listing or a product page; null where neither is at the address. */
  page: PageModel | ProductModel | null;
  report: ShelfReport | null;
  /** How many aisles the draft would serve, and where another plan is just as exact. */
  serves: number;
  disputes: readonly Dispute[];
}

/** The words that a plan can be written in: what the catalogue has to offer. */
export interface Vocabulary {
  languages: readonly string[];
  currency: string;
  products: number;
  facets: readonly {
    key: string;
    labels: Texts;
    /** Products that have a value, and how many values there are. */
    coverage: number;
    values: number;
  }[];
  attributes: readonly {
    key: string;
    labels: Texts;
    unit: string | null;
    type: AttributeType;
    onCards: boolean;
    coverage: number;
    /** The most frequent first; at most 200. */
    values: readonly { value: string; labels: Texts; count: number }[];
  }[];
}
