import { BREAKPOINTS, type Breakpoints } from '../width/frame';
import { contrastOf } from './contrast';

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

/** Families that ship with the shop. */
export type FontName = 'bricolage' | 'figtree' | 'fraunces' | 'source-serif' | 'work-sans';

export interface Font {
  name: string;
  css: string;
  /** Beginning of its file's name. */
  file: string;
}

export const FONTS: Readonly<Record<FontName, Font>> = {
  bricolage: {
    name: 'Bricolage Grotesque',
    css: "'Bricolage Grotesque Variable', 'Helvetica Neue', sans-serif",
    file: 'bricolage-grotesque',
  },
  figtree: { name: 'Figtree', css: "'Figtree Variable', 'Helvetica Neue', sans-serif", file: 'figtree' },
  fraunces: { name: 'Fraunces', css: "'Fraunces Variable', Georgia, serif", file: 'fraunces' },
  'source-serif': {
    name: 'Source Serif',
    css: "'Source Serif 4 Variable', Georgia, serif",
    file: 'source-serif-4',
  },
  'work-sans': { name: 'Work Sans', css: "'Work Sans Variable', Arial, sans-serif", file: 'work-sans' },
};

export const FONT_NAMES = Object.keys(FONTS) as FontName[];

/** Nothing, a line, or a ground of their own. */
export type CardFrame = 'none' | 'line' | 'filled';

export type Shadow = 'none' | 'soft' | 'strong';

/** CSS colours `#rrggbb`. */
export type Colours = Readonly<Record<ColourName, string>>;

/** The named values that every fixture of a page is drawn with. */
export interface Look {
  colours: Colours;
  /** Instead of these, where a shopper's device asks for dark pages; null for a shop that is light at all times. */
  dark: Colours | null;
  /** From these viewport widths on, in CSS pixels, pages are medium and wide. */
  breakpoints: Breakpoints;
  /** Of headings, and of all else. */
  display: FontName;
  text: FontName;
  /** Headings in percent of their usual size. */
  scale: number;
  /** Space between fixtures in percent of the usual. */
  rhythm: number;
  /** Corners, in CSS pixels. */
  radius: number;
  /** Below pictures of products. */
  shadow: Shadow;
  /** Around cards. */
  frame: CardFrame;
}

/** The looks that a shop can start from. */
export const READY_LOOKS: Readonly<Record<'enamel' | 'slate' | 'garden', Look>> = {
  enamel: {
    colours: {
      ink: '#1d2b4f',
      quiet: '#55607b',
      ground: '#fffdf8',
      band: '#fbf5e4',
      tile: '#f1ebdd',
      line: '#d9d2c1',
      mark: '#f3dd9b',
      sale: '#bb3a21',
      good: '#3f6a3a',
    },
    dark: null,
    breakpoints: BREAKPOINTS,
    display: 'bricolage',
    text: 'figtree',
    scale: 100,
    rhythm: 100,
    radius: 14,
    shadow: 'none',
    frame: 'none',
  },
  slate: {
    colours: {
      ink: '#22262b',
      quiet: '#5b646d',
      ground: '#ffffff',
      band: '#eef0f2',
      tile: '#f3f4f5',
      line: '#d5d9dd',
      mark: '#cfe3df',
      sale: '#a8322a',
      good: '#2c6650',
    },
    dark: null,
    breakpoints: BREAKPOINTS,
    display: 'work-sans',
    text: 'work-sans',
    scale: 90,
    rhythm: 90,
    radius: 2,
    shadow: 'none',
    frame: 'none',
  },
  garden: {
    colours: {
      ink: '#23362a',
      quiet: '#55685b',
      ground: '#fbfaf4',
      band: '#e7efdf',
      tile: '#eef0e4',
      line: '#cfd6c4',
      mark: '#f0d9c8',
      sale: '#a63d2f',
      good: '#35663f',
    },
    dark: null,
    breakpoints: BREAKPOINTS,
    display: 'fraunces',
    text: 'source-serif',
    scale: 105,
    rhythm: 115,
    radius: 22,
    shadow: 'soft',
    frame: 'none',
  },
};

export const USUAL_LOOK: Look = READY_LOOKS.enamel;

export const SHADOWS: Readonly<Record<Shadow, string>> = {
  none: 'none',
  soft: '0 6px 18px rgb(0 0 0 / 9%)',
  strong: '0 10px 28px rgb(0 0 0 / 20%)',
};

/** Drawn within the card, so that no picture is any narrower for it. */
export const FRAMES: Readonly<Record<CardFrame, Record<string, string>>> = {
  none: {},
  line: { 'card-frame': 'inset 0 0 0 1px var(--line)', 'card-pad': '12px', 'card-radius': 'var(--radius)' },
  filled: { 'card-ground': 'var(--band)', 'card-pad': '12px', 'card-radius': 'var(--radius)' },
};

/** A look as custom properties of CSS, without their two hyphens; those of dark pages end in `-dark`. */
export const lookVariables = (look: Look): Record<string, string> => ({
  ...look.colours,
  ...Object.fromEntries(Object.entries(look.dark ?? {}).map(([name, colour]) => [`${name}-dark`, colour])),
  display: FONTS[look.display].css,
  text: FONTS[look.text].css,
  scale: String(look.scale / 100),
  rhythm: String(look.rhythm / 100),
  radius: `${look.radius}px`,
  lift: SHADOWS[look.shadow],
  ...FRAMES[look.frame],
});

/** Words on a ground, as they stand on the shop's pages. */
export interface ContrastPair {
  words: ColourName;
  ground: ColourName;
  /** What is written so. */
  what: string;
}

export const CONTRAST_PAIRS: readonly ContrastPair[] = [
  { words: 'ink', ground: 'ground', what: 'words on the page' },
  { words: 'quiet', ground: 'ground', what: 'quiet words on the page' },
  { words: 'ink', ground: 'band', what: 'words on the head and on bands' },
  { words: 'quiet', ground: 'band', what: 'quiet words on the head and on bands' },
  { words: 'ground', ground: 'ink', what: 'words on buttons' },
  { words: 'ink', ground: 'mark', what: 'words that are marked' },
  { words: 'sale', ground: 'ground', what: 'reduced prices' },
  { words: 'ground', ground: 'sale', what: 'badges of reduced products' },
  { words: 'good', ground: 'ground', what: 'words on stock' },
];

/** The contrast of every pair that is in use, in the order of `CONTRAST_PAIRS`. */
export const contrastsOf = (colours: Colours): (ContrastPair & { contrast: number })[] =>
  CONTRAST_PAIRS.map((pair) => ({
    ...pair,
    contrast: contrastOf(colours[pair.words], colours[pair.ground]),
  }));

/** Files of the families that a look is written in. */
export const fontFilesOf = ({ display, text }: Look): string[] => [
  ...new Set([FONTS[display].file, FONTS[text].file]),
];
