import type { PictureWords } from '@fond/contract';

/** What is said of a picture, as it is stored. */
export interface StoredWords {
  alts: PictureWords['alts'] | null;
  x: number | null;
  y: number | null;
}

export const wordsOf = ({ alts, x, y }: StoredWords): PictureWords => ({
  alts: alts ?? {},
  focus: x !== null && y !== null ? { x, y } : null,
});
