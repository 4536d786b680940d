import type { NamedPlan } from '../schema/named';
import type {
  Reach,
  AttributeType,
  Blend,
  EditionContent,
  Plan,
  PlanDocument,
  PlanKind,
  Texts,
} from '@fond/core';
import type { AisleChangeSummary } from '../reach/types';

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

/** A draft at the version the caller has seen. */
export interface DraftVersion {
  id: string;
  version: number;
}

/** What would become of the shop if a plan were taken out of it. */
export interface Withdrawal {
  /** Aisles that fall back to another plan. */
  changes: readonly AisleChangeSummary[];
  heirs: readonly NamedPlan[];
  /** The plan that heirs would build on; null where they would stand alone. */
  base: NamedPlan | null;
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

/** Plans as a file that can go to another shop. */
export interface PlanFile extends Omit<EditionContent, 'blends'> {
  /** Left out where no order uses any, as in files of earlier releases. */
  blends?: readonly Blend[];
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

/** A plan that is started on another one. */
export interface NewPlan {
  name: string;
  reach: Reach;
  from: string;
  as: PlanBeginning;
}

/** Another base for a plan, or none. */
export interface Rebase {
  base: string | null;
  /** `look`: its page stays as it is; `base`: it keeps what is its own, and the rest comes from the new base. */
  keep: HeirsFate;
  version: number;
}

export interface Removal {
  standing: 'aside' | 'deleted';
  /** What becomes of plans that build on it; asked for only where there are any. */
  heirs: HeirsFate | null;
}

/** A draft, and the address at which it is looked at. */
export interface DraftAt {
  plan: PlanDocument;
  address: string;
}
