import type {
  AisleKind,
  AttributeType,
  Clause,
  EditionContent,
  FacetAdvice,
  Fixture,
  FixtureType,
  Lang,
  LostPin,
  PageModel,
  ProductModel,
  Placed,
  Plan,
  PlanDocument,
  PlanKind,
  RangeAnswer,
  ReachRule,
  SavedRange,
  Sieve,
  Texts,
  TextUse,
  FocusPoint,
  Badge,
  BadgeMeeting,
  BadgeFault,
  CardFault,
  RangeRule,
} from '@fond/core';

/** A stored row that the shop leaves out, as it can't be shown. */
export interface RowFault {
  table: string;
  /** Which row, as one finds it again. */
  row: string;
  reason: string;
}

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
  /** Other plans that reach it, the most exact first, with what keeps them from serving it. */
  others: readonly (NamedPlan & { rule: ReachRule; against: Against })[];
  /** Plans that would reach it but leave it out, each with the rule that does. */
  leftOut: readonly (NamedPlan & { rule: ReachRule; by: ReachRule })[];
  disputed: boolean;
  /** The open free page that shoppers find in its place. */
  standIn: { key: string; title: string } | null;
  /** Of an aisle by value: which attribute’s. */
  attribute: { key: string; title: string } | null;
  /** Of a free page: not open to shoppers yet. */
  closed: boolean;
  /** Its own picture, by content hash, and what of it stays in view. */
  picture: { hash: string; focus: FocusPoint } | null;
  /** When its plan was last published with a change. */
  publishedAt: string | null;
}

/** Why a plan that reaches an aisle doesn't serve it: less exact, of lower rank, or just as good but not first. */
export type Against = 'less-exact' | 'lower-rank' | 'dispute';

export interface Floor {
  aisles: readonly FloorAisle[];
  plans: readonly PlanSummary[];
  edition: EditionSummary;
  products: number;
  /** Rows of the catalogue that can't be shown; told until they are mended. */
  faults: readonly RowFault[];
}

export interface NamedPlan {
  id: string;
  name: string;
}

/** Where a plan stands: open to work on, put aside, or deleted and still to be had back. */
export type PlanStanding = 'open' | 'aside' | 'deleted';

export interface PlanSummary extends NamedPlan {
  kind: PlanKind;
  version: number;
  standing: PlanStanding;
  /** The plan it builds on, with how many settings it says otherwise. */
  base: NamedPlan | null;
  own: number;
  /** Whether the live edition holds it, and whether the draft says something else. */
  live: boolean;
  changed: boolean;
  /** Aisles it serves in the live edition. */
  aisles: number;
  note: string;
  updatedAt: string;
  updatedBy: string;
}

/** A fixture kept for use in several plans. */
export interface PartSummary extends NamedPlan {
  version: number;
  standing: PlanStanding;
  fixtures: readonly Fixture[];
  /** Plans that show it, as drafts or live. */
  usedIn: readonly NamedPlan[];
  /** Aisles of the live edition on which it is shown. */
  aisles: number;
  live: boolean;
  changed: boolean;
  updatedAt: string;
  updatedBy: string;
}

export interface StoredPlan {
  /** As it is stored: whole, or as what differs from its base. */
  document: PlanDocument;
  /** With everything filled in that it inherits. */
  plan: Plan;
  /** The plans it builds on, the nearest first: as they are live, or as drafts where they never were. */
  bases: readonly PlanDocument[];
  /** Plans that build on it, near or far; of a part, those that show it. */
  heirs: readonly NamedPlan[];
  version: number;
  standing: PlanStanding;
  note: string;
  updatedAt: string;
  updatedBy: string;
  /** As published, filled in; null for a plan that never was or no longer is. */
  live: Plan | null;
  liveDocument: PlanDocument | null;
}

/** How a new plan begins: on another plan, with differences only, or as a copy of it. */
export type PlanBeginning = 'heir' | 'copy';

/** What becomes of the plans that build on one that goes: they build on its base, or keep their look. */
export type HeirsFate = 'base' | 'look';

export interface AisleChangeSummary {
  key: string;
  path: string;
  title: string;
  kind: AisleKind;
  products: number;
  from: { id: string; name: string } | null;
  to: { id: string; name: string } | null;
}

/** A plan that builds on one that changes, and so changes with it. */
export interface HeirChange extends NamedPlan {
  /** Aisles that it serves. */
  aisles: number;
  /** Paths of the changed settings that it does not take, because they are its own. */
  kept: readonly (readonly string[])[];
}

/** Why a publication can't be made as it is asked for. */
export type PublicationFault =
  | { kind: 'base-not-live'; plan: NamedPlan; base: NamedPlan }
  | { kind: 'part-not-live'; plan: NamedPlan; part: NamedPlan }
  | { kind: 'overlap'; plan: NamedPlan; other: NamedPlan; aisles: number };

export interface PlanChanges {
  changes: readonly AisleChangeSummary[];
  /** How many product pages would show others below the product. */
  productPages: number;
  disputes: readonly Dispute[];
  heirs: readonly HeirChange[];
  /** What has to be settled first; empty where nothing stands in the way. */
  faults: readonly PublicationFault[];
  /** Campaigns that run over the plans: the change is seen when they end. */
  covered: readonly NamedPlan[];
  /** What a look at the changed pages found; nothing of it stands in the way. */
  findings: readonly PublicationFinding[];
}

export type PublicationFinding =
  /** The aisle has products, but its shelf would show none of them. */
  | { kind: 'empty-shelf'; path: string; title: string; plan: NamedPlan }
  /** Pins whose products the shelf does not show. */
  | { kind: 'lost-pins'; path: string; title: string; plan: NamedPlan; skus: readonly string[] }
  /** A promoting shelf that shows nothing on some of its plan’s aisles, the first of which is named. */
  | { kind: 'empty-promotion'; path: string; title: string; plan: NamedPlan; fixture: string; aisles: number }
  /** Words that are hard to read on their ground, by what is written so. */
  | { kind: 'poor-contrast'; plan: NamedPlan; pairs: readonly { what: string; contrast: number }[] }
  /** Words on a plan's cards that are hard to read. */
  | ({ kind: 'card'; plan: NamedPlan } & CardFault)
  /** A badge that is hard to read, or hides too much of a picture. */
  | ({ kind: 'badge'; plan: NamedPlan } & BadgeFault)
  /** Aisles without a description on pages that have a place for one; the first of them is named. */
  | { kind: 'no-description'; key: string; path: string; title: string; plan: NamedPlan; aisles: number }
  /** Pictures that are narrower than a fixture of the plan draws them, the narrowest of which is told. */
  | {
      kind: 'small-pictures';
      plan: NamedPlan;
      fixture: string;
      type: FixtureType;
      pictures: number;
      width: number;
      needed: number;
    }
  /** Texts that nobody has written in one of the shop's languages; shoppers read them in another one. */
  | {
      kind: 'missing-language';
      plan: NamedPlan;
      lang: Lang;
      texts: readonly { use: TextUse; fixture: string | null }[];
    }
  /** Settings of an heir that say something of what its base no longer has. */
  | { kind: 'idle-settings'; plan: NamedPlan; settings: readonly (readonly string[])[] };

/** A draft at the version the caller has seen. */
export interface DraftVersion {
  id: string;
  version: number;
}

/** An aisle that another plan claims just as exactly. */
export interface Dispute {
  key: string;
  path: string;
  title: string;
  plan: NamedPlan & { rank: number };
}

/** What would become of the shop if a plan were taken out of it. */
export interface Withdrawal {
  /** Aisles that fall back to another plan. */
  changes: readonly AisleChangeSummary[];
  heirs: readonly NamedPlan[];
  /** The plan that heirs would build on; null where they would stand alone. */
  base: NamedPlan | null;
}

/** What differs between two editions. */
export interface EditionComparison {
  changes: readonly AisleChangeSummary[];
  plans: readonly {
    id: string;
    name: string;
    what: 'added' | 'removed' | 'changed';
    before: Plan | null;
    after: Plan | null;
  }[];
  /** Saved ranges that differ; null where an edition has none of this name. */
  ranges: readonly { name: string; before: RangeRule | null; after: RangeRule | null }[];
}

export interface EditionSummary {
  number: number;
  publishedAt: string;
  publishedBy: string;
  note: string;
  hash: string;
  live: boolean;
  plans: readonly NamedPlan[];
  /** Campaigns that ran over it. */
  campaigns: readonly NamedPlan[];
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

export interface FacetAdviceRow extends FacetAdvice {
  label: string;
}

/** What an aisle's badges come to. */
export interface BadgeReport {
  aisle: { key: string; title: string };
  /** Products of the aisle's shelf, and of the whole shop. */
  products: number;
  shop: number;
  /** Each rule, in order of priority, with a product of the aisle that carries it. */
  rules: readonly (BadgeMeeting['rules'][number] & {
    example: { sku: string; title: string; text: string; image: string | null } | null;
  })[];
  pairs: BadgeMeeting['pairs'];
  over: number;
  /** The product of the aisle whose badges cover the most of its picture. */
  fullest: { sku: string; title: string; badges: readonly Badge[] } | null;
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
  /** Aisles that would come to this plan, each from the plan that serves it now, and those that would leave it. */
  gained: readonly AisleMove[];
  lost: readonly AisleMove[];
}

/** An aisle that goes from one plan to another, or comes from it. */
export interface AisleMove {
  key: string;
  path: string;
  title: string;
  /** The other plan; null where none served it, or none will. */
  plan: NamedPlan | null;
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

/** When a campaign runs, in the clock time of its zone: `2026-12-24T18:00`. */
export interface CampaignTimes {
  zone: string;
  startsLocal: string;
  /** Null for one that goes on until it is ended by hand. */
  endsLocal: string | null;
}

export interface Campaign extends CampaignTimes, NamedPlan {
  startsAt: string;
  endsAt: string | null;
  state: 'waiting' | 'running' | 'over' | 'called-off';
  /** Why it could not start. */
  trouble: string | null;
  createdBy: string;
  plans: readonly NamedPlan[];
  /** Aisles that look different while it runs. */
  aisles: readonly AisleChangeSummary[];
  /** Other campaigns of the same plans at the same time; the later start covers the earlier one. */
  overlaps: readonly NamedPlan[];
  /** What a change of clocks does to its times. */
  clockNote: string | null;
}

/** Plans as a file that can go to another shop. */
export interface PlanFile extends EditionContent {
  format: 'fond-aisle/plans';
  version: 1;
  /** What each number that the plans name is called: `category:12` → `/cookware/pans`. */
  names: Readonly<Record<string, string>>;
  /** SHA-256 of the rest, its keys in order. */
  hash: string;
}

export interface PlanImport {
  /** What this shop doesn't have; while there is any that nobody has answered, nothing is imported. */
  missing: readonly { key: string; name: string }[];
  imported: readonly NamedPlan[] | null;
}
