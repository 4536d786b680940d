import type { NamedPlan } from '../schema/named';

/** A place of a plan, as the brief opens it: `order`, `look`, `fixture:title`; empty for the whole plan. */
export interface NotePlace {
  place: string;
  /** Article number of the product that it is about, and the path of the aisle where it stands; null for none. */
  sku: string | null;
  aisle: string | null;
}

export interface NoteInput extends NotePlace {
  plan: string;
  words: string;
}

export interface NoteWords {
  words: string;
  by: string;
  at: string;
}

/** What somebody said of a place, and what others answered. */
export interface Note extends NotePlace, NoteWords {
  id: number;
  plan: string;
  answers: readonly NoteWords[];
  /** Null while it is open. */
  settled: { by: string; at: string } | null;
}

/** What waits for somebody who has signed in; nothing of it that they may not do. */
export interface Waiting {
  /** Publications and other requests that they may approve. */
  requests: number;
  /** Reviews that nobody has decided on. */
  reviews: number;
  /** Plans with open notes in which somebody else had the last word. */
  notes: readonly (NamedPlan & { count: number })[];
  /** Trials of which all is known. */
  trials: readonly { id: string; name: string }[];
  /** Campaigns that could not start. */
  campaigns: readonly { id: string; name: string }[];
}

/** What others have changed since somebody last looked. */
export interface News {
  /** Null before they have ever said that they have seen it. */
  since: string | null;
  /** What others have published; null where nobody has. */
  editions: {
    count: number;
    /** Edition that was live then, and the one that is. */
    from: number;
    to: number;
    /** Aisles that look different, and what some of them are called. */
    aisles: number;
    some: readonly string[];
  } | null;
  /** Things of the catalogue that others have changed, by kind as the record names it. */
  catalogue: readonly { kind: string; count: number }[];
}
