import type { Role } from './session';
import type { Lang, Texts } from '@fond/core';
import type { NamedPlan } from '../schema/named';
import type { DraftVersion } from '../plan/types';

/** Settings of the shop. */
export interface ShopSettings {
  /** Where shoppers reach it, such as `https://shop.example`; null where it is reached as the server itself is. */
  address: string | null;
  /** ISO 4217; all prices are in it. */
  currency: string;
  /** The first is the one that missing texts fall back to. */
  languages: readonly Lang[];
  /** Its name. */
  titles: Texts;
  /** What its front says of it; HTML. */
  descriptions: Texts;
  tagTitles: Texts;
  searchHints: Texts;
  footers: Texts;
  /** Content hash of its mark. */
  logo: string | null;
  /** A publication needs the approval of a second person. */
  approval: boolean;
  /** The shop’s IANA time zone: its days, and the clock of its campaigns. */
  zone: string;
}

/** An operation with what it was asked for, held until somebody approves it. */
export interface HeldOperation {
  operation: string;
  params: Readonly<Record<string, unknown>>;
  body: Readonly<Record<string, unknown>>;
}

/** Drafts that somebody wants published, at the versions they had then. */
export interface PublicationRequest {
  id: number;
  plans: readonly (NamedPlan &
    DraftVersion & {
      /** Whether the draft is still the one that was asked for. */
      current: boolean;
    })[];
  /** What is asked for, as the rest of “asks to …”. */
  words: string;
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

export interface NewPerson {
  name: string;
  email: string;
  password: string;
  role: Role;
}

/** Which entries of the record. */
export interface ActivityQuery {
  before?: number;
  subject?: string;
  who?: number;
}

/** Drafts to be published, or an operation that was held. */
export interface AskedPublication {
  plans?: readonly DraftVersion[];
  held?: HeldOperation;
  note: string;
}
