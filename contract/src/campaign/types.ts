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
