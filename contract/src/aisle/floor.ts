import type { EditionSummary } from '../edition/types';
import type { NamedPlan } from '../schema/named';
import type { PlanSummary } from '../plan/types';
import type { Against } from '../reach/types';
import type { AisleKind, FocusPoint, ReachRule, Texts } from '@fond/core';

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

export interface Floor {
  aisles: readonly FloorAisle[];
  plans: readonly PlanSummary[];
  edition: EditionSummary;
  products: number;
  /** Rows of the catalogue that can't be shown; told until they are mended. */
  faults: readonly RowFault[];
}
