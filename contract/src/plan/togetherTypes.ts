import type { Plan, SharedStep } from '@fond/core';
import type { AisleChangeSummary } from '../reach/types';
import type { NamedPlan } from '../schema/named';

/** Several drafts that are changed together, each at the version that one has seen. */
export interface TogetherInput {
  plans: readonly { id: string; version: number; steps: readonly SharedStep[] }[];
  /** What is done, in words, for the record. */
  said: string;
  /** Nothing is written; it is only told. */
  dryRun: boolean;
}

/** What became of one of them, or would. */
export interface TogetherPlan extends NamedPlan {
  version: number;
  before: Plan;
  after: Plan;
  /** Whether anything of it differs. */
  changed: boolean;
}

export interface TogetherOutcome {
  /** By this it is taken back; null where nothing was written. */
  id: string | null;
  plans: readonly TogetherPlan[];
  /** The aisles that go from one plan to another, once all of them are published. */
  moves: readonly AisleChangeSummary[];
}

export interface TogetherUndo {
  restored: readonly NamedPlan[];
  /** Changed since, and so left as they are. */
  left: readonly NamedPlan[];
}
