import type { PageDifference } from '@fond/core';
import type { NamedPlan } from '../schema/named';

/** Two states of the shop by their names: `live`, `edition:12`, `trial:ID-1`, `day:2026-12-24T18:00`, or ids of drafts. */
export interface Sides {
  from: string;
  to: string;
}

export interface AisleComparisonQuery extends Sides {
  path: string;
  lang?: string;
  /** What is searched for. */
  q?: string;
  /** A sort that shoppers may choose, on either side; the aisle's own where it is left out. */
  fromOrder?: string;
  toOrder?: string;
}

/** What one aisle shows otherwise on the second side. */
export interface AisleComparison extends PageDifference {
  /** Null where no plan serves the aisle. */
  plans: { from: NamedPlan | null; to: NamedPlan | null };
  /** Sorts that shoppers may choose on the second side, the aisle's own first. */
  orders: readonly { key: string; label: string }[];
  /** Places that were compared. */
  places: number;
}
