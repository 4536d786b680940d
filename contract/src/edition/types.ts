import type { NamedPlan } from '../schema/named';
import type { AisleChangeSummary, Dispute } from '../reach/types';
import type { Blend, BadgeFault, CardFault, FixtureType, Lang, Plan, RangeRule, TextUse } from '@fond/core';

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
  /** Blends that differ, likewise. */
  blends: readonly { name: string; before: Blend['factors'] | null; after: Blend['factors'] | null }[];
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
