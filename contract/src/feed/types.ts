/** What a cell may hold: text as product files have it, a number, yes or no, a list of texts, or nothing. */
export type FedValue = string | number | boolean | readonly string[] | null;

/** What another system says of one product. */
export interface FeedChange {
  sku: string;
  /** Grows with every change that the system tells of this product; one that comes late is known by it. */
  number: number;
  /** Columns of product files that hold something else now. */
  set?: Readonly<Record<string, FedValue>>;
  /** What is sold or comes in: added to what the shop has. */
  add?: { stock?: number; sold?: number };
}

export interface FeedBatch {
  /** Sent again with the same key, a batch is answered as before and does nothing more. */
  key: string;
  changes: readonly FeedChange[];
}

export const FATES = ['made', 'changed', 'unchanged', 'late', 'refused'] as const;

/** What became of a change: `late` where a newer one of the product was there already. */
export type Fate = (typeof FATES)[number];

export interface FeedResult {
  sku: string;
  fate: Fate;
  /** Why it was refused. */
  message: string | null;
}

export interface FeedAnswer {
  /** Whether the batch had come before. */
  again: boolean;
  /** One for each change, in their order. */
  results: readonly FeedResult[];
}

/** Another system that may feed the shop. */
export interface FeedSystem {
  id: number;
  name: string;
  /** It is not let in for now. */
  off: boolean;
  createdAt: string;
  lastSeenAt: string | null;
}

/** A batch that has come in. */
export interface FedBatch {
  id: number;
  system: string;
  key: string;
  at: string;
  /** How often it came. */
  times: number;
  counts: Readonly<Record<Fate, number>>;
  /** The first of those that were refused. */
  refused: readonly { sku: string; message: string }[];
  /** How long the shop took for it. */
  milliseconds: number;
}

export const TROUBLES = ['none', 'faulty', 'twice', 'late', 'down'] as const;

/**
 * How the simulated shop system misbehaves: it sends what can't be read, sends everything twice, tells old news after
 * new ones, or is down.
 */
export type Trouble = (typeof TROUBLES)[number];

/** Seconds from one batch of the simulated shop system to the next. */
export const PACES = [1, 4, 15, 60] as const;
export type Pace = (typeof PACES)[number];

export interface ShopSystemWish {
  running: boolean;
  pace: Pace;
  trouble: Trouble;
}

/** The simulated shop system of the demo. */
export interface ShopSystemState extends ShopSystemWish {
  /** What it last said of itself, in words. */
  said: string;
  saidAt: string | null;
}

export interface FeedState {
  /** Null where there is none. */
  shopSystem: ShopSystemState | null;
  systems: readonly FeedSystem[];
  /** The latest first. */
  batches: readonly FedBatch[];
}
