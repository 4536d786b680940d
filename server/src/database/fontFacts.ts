import type { OwnFont } from '@fond/contract';

/** What is known of a font from its file. */
export interface FontFacts extends Pick<OwnFont, 'weights' | 'italic' | 'near'> {
  /** In units of the font; what a fall-back is matched by. */
  metrics: { ascent: number; descent: number; lineGap: number; unitsPerEm: number; xWidthAvg: number };
}
