/** What the shop's colours are for. */
export type ColourName = 'ink' | 'quiet' | 'ground' | 'band' | 'tile' | 'line' | 'mark' | 'sale' | 'good';

export const COLOUR_NAMES: readonly ColourName[] = [
  'ink',
  'quiet',
  'ground',
  'band',
  'tile',
  'line',
  'mark',
  'sale',
  'good',
];

/** CSS colours `#rrggbb`. */
export type Colours = Readonly<Record<ColourName, string>>;
