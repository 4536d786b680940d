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
  /** Of numbers: whether thousands are set apart, and decimals that are always written; null for as many as there are. */
  grouped: boolean;
  decimals: number | null;
  /** Different values, and products that have one. */
  values: number;
  products: number;
}

/** What it is, and how numbers are written, stay as they are where they are not named. */
export type AttributeChange = Pick<AttributeLine, 'labels' | 'unit' | 'filterable' | 'onCards' | 'aisles'> &
  Partial<Pick<AttributeLine, 'grouped' | 'decimals' | 'type'>>;
