import type { Skin } from './palette';
import type { Sheet } from './sheet';

/** What a drawing needs to know of its product. */
export interface Subject {
  skin: Skin;
  /** Handles, knobs, lids. */
  trim: Skin;
  /** 0.8 … 1.2, by the product's size. */
  scale: number;
  /** 0.2 … 0.7. */
  tilt: number;
}

export type Drawing = (sheet: Sheet, subject: Subject) => void;
