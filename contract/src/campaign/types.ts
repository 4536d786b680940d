import type { Days, FixtureType } from '@fond/core';
import type { NamedPlan } from '../schema/named';
import type { AisleChangeSummary } from '../reach/types';

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

/** How a campaign comes again. */
export interface Repetition {
  every: 'week' | 'year';
  /** How often, the one that there is not counted. */
  times: number;
}

/** Something besides a campaign that begins or ends by itself. Days are the shop's; null for an open end. */
export interface CalendarEntry {
  kind: 'trial' | 'condition' | 'pin' | 'group' | 'finding' | 'page';
  /** Of the trial or the free page; of the fixture that has the condition, the pin or the group; of the finding, its name. */
  id: string;
  /** Of the trial, the group or the free page, the product that is pinned, why the finding is put off. */
  name: string;
  /** Article number of a pin, name of a group; empty for all else. */
  thing: string;
  /** Key of the only aisle that a pin holds in. */
  aisleKey: string | null;
  /** Null for findings and free pages. */
  plan: NamedPlan | null;
  /** What the fixture is; null for all else. */
  fixture: FixtureType | null;
  /** Where a pin holds alone; null for everywhere. */
  aisle: string | null;
  /** What a plan's draft has moved stands where the draft has it. */
  from: string | null;
  to: string | null;
  /** On which days it is live, where its plan's draft has moved it to others. */
  live: Days | null;
}
