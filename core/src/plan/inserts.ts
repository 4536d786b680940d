import type { Texts } from '../text/texts';
import { followed, type Stepped } from '../width/widths';
import type { LinkSettings, PictureSource } from './fixtures';
import type { Condition } from './shownWhen';

/** Where something stands among the products of a page. */
export type InsertPlace =
  /** Before the product that would stand at this place, counted from 1; behind the last one where there are fewer. */
  | { by: 'place'; place: number }
  /** Behind every so many products, as long as others follow. */
  | { by: 'every'; every: number }
  | { by: 'end' };

/** Words, a picture or both, with or without a link, that stand among the products of a shelf and are none of them. */
export interface ShelfInsert {
  /** Unique on its shelf. */
  id: string;
  picture: PictureSource | null;
  heading: Texts;
  words: Texts;
  link: LinkSettings | null;
  /** Behind its words, `#rrggbb` or a colour of the look; null for that of bands. */
  ground: string | null;
  at: InsertPlace;
  pages: 'all' | 'first' | 'last';
  /** Columns and rows of the grid that it takes, 1 or 2. */
  columns: Stepped<number>;
  rows: Stepped<number>;
  when: Condition | null;
}

export const MAX_INSERTS = 12;

/** Something to read before the fifth product of the first page. */
export const freshInsert = (id: string): ShelfInsert => ({
  id,
  picture: null,
  heading: {},
  words: {},
  link: null,
  ground: null,
  at: { by: 'place', place: 5 },
  pages: 'first',
  columns: followed(1),
  rows: followed(1),
  when: null,
});
