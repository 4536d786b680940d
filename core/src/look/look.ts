import { PAGE_FRAME, type PageFrame } from '../width/frame';
import { type Buttons, buttonVariables, USUAL_BUTTONS } from './buttonLook';
import type { ColourName, Colours } from './colours';
import { contrastOf, MIN_CONTRAST } from './contrast';
import { typeIn, type TypeSettings, typeVariables } from './typeRole';

/** Nothing, a line, or a ground of their own. */
export type CardFrame = 'none' | 'line' | 'filled';

/** Goes with the page, or stays in view. */
export type ShopHead = 'still' | 'stuck';

/** Links that stand by themselves: underlined, or only once they are pointed at. Those among words always are. */
export type LinkLine = 'underlined' | 'pointed';

export type Shadow = 'none' | 'soft' | 'strong';

/** The named values that every fixture of a page is drawn with. */
export interface Look extends PageFrame {
  colours: Colours;
  /** Instead of these, where a shopper's device asks for dark pages; null for a shop that is light at all times. */
  dark: Colours | null;
  type: TypeSettings;
  buttons: Buttons;
  /** Space between fixtures in percent of the usual. */
  rhythm: number;
  /** Corners, in CSS pixels. */
  radius: number;
  /** Below pictures of products. */
  shadow: Shadow;
  /** Around cards. */
  frame: CardFrame;
  /** Whether the shop's name, search and cart stay in view while a page is scrolled. */
  head: ShopHead;
  links: LinkLine;
}

/** What the ready looks have in common. */
const PLAIN = { dark: null, ...PAGE_FRAME, head: 'still', links: 'underlined' } as const;

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
    ...PLAIN,
    type: typeIn('bricolage', 'figtree'),
    buttons: USUAL_BUTTONS,
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
    ...PLAIN,
    type: typeIn('work-sans', 'work-sans', 90),
    buttons: USUAL_BUTTONS,
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
    ...PLAIN,
    type: typeIn('fraunces', 'source-serif', 105),
    buttons: USUAL_BUTTONS,
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
  ...typeVariables(look.type),
  ...buttonVariables(look.buttons, look.colours),
  rhythm: String(look.rhythm / 100),
  radius: `${look.radius}px`,
  lift: SHADOWS[look.shadow],
  content: `${look.content}px`,
  ...(look.links === 'pointed' ? { links: 'none' } : {}),
  ...(look.head === 'stuck' ? { 'head-stands': 'sticky', 'head-box': 'contents', 'head-on': '1' } : {}),
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

/** The pairs of a look that are hard to read, on its dark pages too, with their contrast to one decimal. */
export const lowContrasts = ({
  colours,
  dark,
}: Pick<Look, 'colours' | 'dark'>): { what: string; contrast: number }[] =>
  [
    ...contrastsOf(colours),
    ...(dark ? contrastsOf(dark).map((pair) => ({ ...pair, what: `${pair.what} in the dark` })) : []),
  ].flatMap(({ what, contrast }) =>
    contrast < MIN_CONTRAST ? [{ what, contrast: Math.round(contrast * 10) / 10 }] : [],
  );
