import type { AttributeType, Texts } from '@fond/core';

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
