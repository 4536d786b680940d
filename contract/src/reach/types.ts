import type { NamedPlan } from '../schema/named';
import type { AisleKind } from '@fond/core';

/** Why a plan that reaches an aisle doesn't serve it: less exact, of lower rank, or just as good but not first. */
export type Against = 'less-exact' | 'lower-rank' | 'dispute';

export interface AisleChangeSummary {
  key: string;
  path: string;
  title: string;
  kind: AisleKind;
  products: number;
  from: { id: string; name: string } | null;
  to: { id: string; name: string } | null;
}

/** An aisle that another plan claims just as exactly. */
export interface Dispute {
  key: string;
  path: string;
  title: string;
  plan: NamedPlan & { rank: number };
}

/** An aisle that goes from one plan to another, or comes from it. */
export interface AisleMove {
  key: string;
  path: string;
  title: string;
  /** The other plan; null where none served it, or none will. */
  plan: NamedPlan | null;
}
