import type { Texts } from '@fond/core';

/** Aisles whose texts are the catalogue's, and written where the aisle is seen; others have a page of their own. */
export const WORDED_AISLES = ['category', 'tag'] as const;
export type WordedAisle = (typeof WORDED_AISLES)[number];

/** What an aisle is called and says of itself, per language. */
export interface AisleTexts {
  titles: Texts;
  /** HTML. */
  descriptions: Texts;
}
