import type { AttributeType, Texts } from '@fond/core';
import type { NamedPlan } from './plans';

/** What a merchandiser says of a free page. */
export interface FreePageWish {
  /** As under the shop's root, for instance `/spring-table`. */
  path: string;
  titles: Texts;
  /** HTML; what is not harmless is taken out. */
  descriptions: Texts;
  /** Key of the aisle in whose place it stands; null where it stands for itself. */
  standsFor: string | null;
  /** Whether shoppers may see it. */
  open: boolean;
}

export interface StoredFreePage extends FreePageWish {
  id: number;
  version: number;
  updatedAt: string;
  updatedBy: string;
  /** The live plan that serves it; null while no plan does. */
  plan: NamedPlan | null;
  products: number;
}

/** A picture that was uploaded; its hash names its renditions. */
export interface KeptPicture {
  hash: string;
  width: number;
  height: number;
}

/** An attribute, with how much of the catalogue says anything of it. */
export interface AttributeLine {
  key: string;
  type: AttributeType;
  labels: Texts;
  unit: string | null;
  filterable: boolean;
  onCards: boolean;
  /** Whether each of its values has an aisle. */
  aisles: boolean;
  /** Different values, and products that have one. */
  values: number;
  products: number;
}

export type AttributeChange = Pick<AttributeLine, 'labels' | 'unit' | 'filterable' | 'onCards' | 'aisles'>;
