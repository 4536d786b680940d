import type { AttributeType, NumberStep, Texts, ValueShow } from '@fond/core';

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

/** One value of an attribute. */
export interface AttributeValueLine {
  value: string;
  /** Products that have it. */
  products: number;
  /** Words per language, where it isn't shown as it is. */
  labels: Texts;
  /** `#rrggbb`, two of them with a blank between, or `picture:` with a picture's name. */
  swatch: string | null;
}

export interface AttributeValues {
  /** The attribute's column as product files name it; null where files can't. */
  column: string | null;
  values: readonly AttributeValueLine[];
  /** Values that differ only in capitals, accents or blanks, the most frequent first. */
  variants: readonly (readonly string[])[];
  /** How shoppers see them where they filter by the attribute. */
  shown: ValueShow;
}

/** Steps of a number filter, as shoppers would get them in an aisle. */
export interface StepsTrial {
  /** Those that follow the products. */
  automatic: readonly NumberStep[];
  /** Those that begin where somebody says, also without products. */
  own: readonly NumberStep[];
  /** Products that have a number. */
  covered: number;
}

export interface AttributeInput {
  label: string;
  type: AttributeType;
  unit: string | null;
}
