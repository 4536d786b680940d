import type { Blend, BlendFactor } from '@fond/core';
import type { StoredRule } from '../range/types';

/** A blend as it is kept, with the plans whose drafts sort by it. */
export interface StoredBlend extends Blend, StoredRule {}

export interface BlendInput {
  name: string;
  factors: readonly BlendFactor[];
}

/** A blend to be tried on the products of an aisle. */
export interface BlendQuestion {
  factors: readonly BlendFactor[];
  /** What it is held against; null for none. */
  before: readonly BlendFactor[] | null;
  address: string;
  /** Products that are told, from the first place on. */
  most: number;
}

/** One product in the order of a blend. */
export interface BlendedProduct {
  sku: string;
  title: string;
  /** Address of its picture; null where it has none. */
  image: string | null;
  /** From 1; before is null where nothing is compared. */
  place: number;
  before: number | null;
  /** 0 to 1. */
  score: number;
  /** In the order of the factors that count. */
  factors: readonly {
    id: string;
    /** In the unit of what it looks at; null where the product has none. */
    number: number | null;
    /** Where it stands among the aisle's products, 0 to 1. */
    share: number;
    /** What it adds to the score. */
    adds: number;
  }[];
}

export interface BlendMove {
  sku: string;
  title: string;
  from: number;
  to: number;
}

export interface BlendTrial {
  aisle: { title: string; count: number };
  products: readonly BlendedProduct[];
  /** The ten that rose and fell most, the farthest first. */
  rose: readonly BlendMove[];
  fell: readonly BlendMove[];
  /** Per factor, how many of the aisle's products have a value. */
  having: readonly { id: string; count: number }[];
}
