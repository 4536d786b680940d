import type { NamedPlan } from '../schema/named';
import type { AisleChangeSummary, Dispute } from '../reach/types';
import type { Blend, Plan, RangeRule } from '@fond/core';
import type { ToldGroup } from '../finding/types';

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
  /** What checks find in the plans and aisles that are changed; nothing of it stands in the way. */
  findings: readonly ToldGroup[];
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
