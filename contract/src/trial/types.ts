import type { Estimate, Plan, TrialGoal, Verdict } from '@fond/core';
import type { DraftVersion } from '../plan/types';
import type { NamedPlan } from '../schema/named';
import type { VisitCounts } from '../figure/types';

/** What is tried, and how it is to be judged. */
export interface TrialWish {
  name: string;
  /** The draft that is tried beside what is live, as it is at this moment. */
  plan: DraftVersion;
  goal: TrialGoal;
  /** The smallest difference worth knowing, in percent. */
  smallest: number;
  /** Of a hundred shoppers, so many see the draft; the others what is live. */
  share: number;
  /** False keeps it until further versions are there. */
  start: boolean;
}

/** What a trial that is about to be made would have to go by. */
export interface TrialOutlookQuery {
  plan: string;
  goal: TrialGoal;
  smallest: number;
  /** Of each version, joined by commas: `50,50`. */
  shares: string;
}

export interface TrialOutlook {
  from: string;
  to: string;
  /** Visits of the pages that the plan makes, in these days. */
  visits: number;
  /** Of what is to become better, per visit; cents for revenue. */
  rate: number;
  /** How long it takes; null where nobody came or did it. */
  days: number | null;
}

export interface TrialVersionResult extends VisitCounts {
  /** Of a hundred shoppers. */
  share: number;
  /** Of what is to become better, per visit; cents for revenue. */
  rate: number;
  /** Against the first version, as a share; null for the first one and while it is too early. */
  difference: Estimate | null;
  verdict: Verdict | null;
}

export interface TrialSummary extends NamedPlan {
  plan: NamedPlan;
  goal: TrialGoal;
  smallest: number;
  state: 'ready' | 'running' | 'ended' | 'called-off';
  /** Why it is not shown though it runs; null where it is. */
  resting: 'campaign' | 'gone' | 'broken' | null;
  createdBy: string;
  createdAt: string;
  startedAt: string | null;
  endedAt: string | null;
  /** Index of the version that was published at its end; 0 for what was live. */
  kept: number | null;
  /** The first one is what is live. */
  versions: readonly TrialVersionResult[];
}

/** Something to know before its figures are trusted. */
export type TrialNote =
  | { kind: 'changed'; edition: number; at: string }
  | { kind: 'uneven'; version: number; difference: Estimate }
  | { kind: 'silent'; version: number }
  | { kind: 'pauses'; days: number };

/** How far it was known on the evening of a day. */
export interface TrialDay {
  day: string;
  visits: number;
  /** Of each version but the first against the first, of all days until then; null while it was too early. */
  differences: readonly (Estimate | null)[];
}

export interface TrialReport {
  trial: TrialSummary;
  currency: string;
  days: readonly TrialDay[];
  notes: readonly TrialNote[];
  /** How many more days it takes, as it looks; null where nobody knows or nothing is open. */
  left: number | null;
  /** How often bounds of a trial leave out the truth, over all its days. */
  alarms: number;
  /** What each version is, filled in; null where it can't be followed any more. */
  plans: readonly (Plan | null)[];
  /** Path of an aisle that the plan serves, to look at the versions there. */
  path: string | null;
}
