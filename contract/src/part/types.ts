import type { NamedPlan } from '../schema/named';
import type { PlanStanding } from '../plan/types';
import type { Fixture } from '@fond/core';

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

export interface NewPart {
  name: string;
  fixtures: readonly Fixture[];
}
