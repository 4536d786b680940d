import type { DraftVersion, NamedPlan } from './plans';

/** Settings of the shop. */
export interface ShopSettings {
  /** A publication needs the approval of a second person. */
  approval: boolean;
  /** The shop’s IANA time zone: its days, and the clock of its campaigns. */
  zone: string;
}

/** Drafts that somebody wants published, at the versions they had then. */
export interface PublicationRequest {
  id: number;
  plans: readonly (NamedPlan &
    DraftVersion & {
      /** Whether the draft is still the one that was asked for. */
      current: boolean;
    })[];
  note: string;
  state: 'waiting' | 'approved' | 'declined' | 'withdrawn';
  askedBy: string;
  askedById: number | null;
  askedAt: string;
  answeredBy: string | null;
  answer: string;
}

/** One entry of the record of who did what. */
export interface ActivityEntry {
  id: number;
  at: string;
  who: string;
  action: string;
  /** What it was done to, as `kind:id`, and what that is called. */
  subject: string;
  name: string;
  detail: Readonly<Record<string, unknown>>;
}
