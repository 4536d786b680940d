import type { Texts } from '@fond/core';
import type { NamedPlan } from '../schema/named';

/** What a merchandiser says of a free page. */
export interface FreePageInput {
  /** As under the shop's root, for instance `/spring-table`. */
  path: string;
  titles: Texts;
  /** HTML; what is not harmless is taken out. */
  descriptions: Texts;
  /** Key of the aisle in whose place it stands; null where it stands for itself. */
  standsFor: string | null;
  /** Whether shoppers may see it, between its days. */
  open: boolean;
  /** Its first and its last day in the shop's zone; null for no such day, left out for those that it has. */
  from?: string | null;
  to?: string | null;
}

export interface StoredFreePage extends FreePageInput {
  from: string | null;
  to: string | null;
  id: number;
  version: number;
  updatedAt: string;
  updatedBy: string;
  /** The live plan that serves it; null while no plan does. */
  plan: NamedPlan | null;
  products: number;
}
