import type { DraftAt } from '../plan/types';
import type { OrderReport } from '../order/types';
import type { AisleMove, Dispute } from '../reach/types';
import type { PageModel, ProductModel, Sieve } from '@fond/core';

/** What the desk is told about the shelf in the window, beyond its page. */
export interface ShelfReport extends OrderReport {
  aisle: { key: string; title: string };
  /** The day in the shop's zone, `2026-11-30`. */
  today: string;
  sieve: Sieve;
  /** The same of promoting shelves that do more than sort. */
  promoting: readonly (OrderReport & { fixture: string })[];
  /** Products of the aisle by each way of taking its category: by any or the main one, with what is below or not. */
  mainOnly: { any: number; main: number; anyItself: number; mainItself: number };
}

export interface Preview {
  /** A listing or a product page; null where neither is at the address. */
  page: PageModel | ProductModel | null;
  report: ShelfReport | null;
  /** How many aisles the draft would serve, and where another plan is just as exact. */
  serves: number;
  disputes: readonly Dispute[];
  /** Aisles that would come to this plan, each from the plan that serves it now, and those that would leave it. */
  gained: readonly AisleMove[];
  lost: readonly AisleMove[];
}

/** A draft, and the page of it that is to be seen: now, or at another moment by another shopper. */
export interface PreviewInput extends DraftAt {
  at?: string;
  part?: number;
  signedIn?: boolean;
}
