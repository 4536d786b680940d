import { type CatalogueFrame } from '../catalogue/rows';
import { textIn, type Lang } from '../text/texts';
import { MIN_CONTRAST, leastContrastOver } from '../look/contrast';
import type { Colours } from '../look/colours';
import { fontCssOf } from '../look/fonts';
import { FRAMES, type Look, SHADOWS } from '../look/look';
import { CASES, type TypeRole, type TypeSettings } from '../look/typeRole';
import { atEachWidth, type PerWidth, WIDTH_NAMES } from '../width/widths';
import { USUAL_LETTERS } from './letters';
import { colourOf, type Paint, paintCss } from '../look/paint';
import {
  isCorner,
  isRevealed,
  reacts,
  USUAL_FACE,
  type CardDesign,
  type CardElement,
  type CardElementKind,
  type CardFace,
  type CardPaint,
  type ElementLook,
  type FormerPrice,
} from './design';

/** An element that is on, as pages draw it. */
export interface DrawnElement {
  element: CardElementKind;
  /** Elements with the same number stand on one line. */
  line: number;
  /** Over the picture, seen once the card is pointed at. */
  revealed: boolean;
  /** A sign in the corner of the picture. */
  corner: boolean;
  /** Where its label stands; null for one that has none, or shows none. */
  label: 'before' | 'after' | null;
  /** Own words of a button; empty for the shop's. */
  text: string;
  /** CSS declarations; null where it is drawn as the style sheet has it. */
  style: string | null;
  /** Height of its letters and the space above, in CSS pixels; null as usual. */
  size: PerWidth<number> | null;
  space: number | null;
  /** From line to line, by what is usual. */
  leading: number;
  /** Whether all of it is seen only once its card has the focus or is tapped; after so many lines. */
  lines: number | null;
  /** Of a price: CSS of what it was; null where that doesn't stand beside it. */
  was: string | null;
}

/** The cards of a shelf, as pages draw them. */
export interface DrawnCard {
  /** Custom properties of each card, without their two hyphens, where they differ from the style sheet's. */
  variables: Readonly<Record<string, string>>;
  whole: boolean;
  equal: boolean;
  second: boolean;
  overlay: boolean;
  zoom: boolean;
  /** Whether the first tap of a finger shows something. */
  reacts: boolean;
  /**
   * What words are drawn in on each colour that a category has, where it lies over the picture and they can be read on
   * it without a ground of their own.
   */
  onOwn: Readonly<Record<string, string>>;
  /** What words of a button are drawn in on each of these colours, where buttons have them. */
  onOwnButton: Readonly<Record<string, string>>;
  /** Those that are on, in order; a card's parts name theirs by its place here. */
  elements: readonly DrawnElement[];
}

/** A colour for CSS: a name of the look, a colour itself, or the category's where the card says it. */
const paintOf = (paint: CardPaint): string =>
  paint === 'category' ? 'var(--own, currentcolor)' : paintCss(paint);

/** What is printed by each element, where its look is said for the whole page. */
const ROLES: Partial<Record<CardElementKind, TypeRole>> = {
  name: 'names',
  price: 'prices',
  category: 'labels',
  attribute: 'labels',
  field: 'labels',
  stock: 'labels',
  tags: 'labels',
  description: 'words',
  cart: 'buttons',
};
/** From line to line in the style sheet, by the letters' height. */
const USUAL_LEADING: Partial<Record<CardElementKind, number>> = { name: 1.3 };
const LEADING = 1.5;

/** Height of an element's letters at each width, by itself or as its role has it; null as usual. */
function lettersOf(
  { element, look }: Pick<CardElement, 'element' | 'look'>,
  type: TypeSettings,
): PerWidth<number> | null {
  if (look.size !== null) return atEachWidth({ wide: look.size, ...look.narrower });
  const usual = element === 'picture' || element === 'badges' ? null : USUAL_LETTERS[element];
  const role = ROLES[element];
  if (usual === null || role === undefined) return null;
  const size = atEachWidth(type[role].size);
  if (WIDTH_NAMES.every((width) => size[width] === 100)) return null;
  return {
    wide: usual * (size.wide / 100),
    medium: usual * (size.medium / 100),
    narrow: usual * (size.narrow / 100),
  };
}

/** As much from line to line as an element has, by what is usual for it. */
function leadingOf({ element, look }: Pick<CardElement, 'element' | 'look'>, type: TypeSettings): number {
  const role = ROLES[element];
  const own = look.leading ?? (role === undefined ? null : type[role].leading);
  return own === null ? 1 : own / 100 / (USUAL_LEADING[element] ?? LEADING);
}

/** One value that changes with the page's width, within a style attribute, where no media query can stand. */
const atWidths = ({ wide, medium, narrow }: PerWidth<number>): string =>
  wide === medium && medium === narrow
    ? `${wide}px`
    : `calc(var(--is-wide)*${wide}px + var(--is-medium)*${medium}px + var(--is-narrow)*${narrow}px)`;

/** What a price was, beside it; null where it doesn't stand there. */
function formerStyle({ on, size, weight, colour }: FormerPrice): string | null {
  if (!on) return null;
  const css: string[] = [];
  if (size !== null) css.push(`font-size:${size}px`);
  if (weight !== null) css.push(`font-weight:${weight}`);
  if (colour !== null) css.push(`color:${paintCss(colour)}`);
  return css.join(';');
}

/** What the colour of an element paints: the ground of its button, with words that can be read on it, or its words. */
function colourStyle(element: CardElementKind, colour: CardPaint, colours: Colours): string {
  if (element !== 'cart') return `color:${paintOf(colour)}`;
  if (colour === 'category')
    return '--button:var(--own, var(--ink));--on-button:var(--on-own, var(--ground))';
  return `--button:${paintOf(colour)};--on-button:${paintOf(buttonInk(colour, colours))}`;
}

/** CSS of an element's look; null where it has none of its own. */
function styleOf(
  element: CardElementKind,
  {
    font,
    size,
    narrower,
    weight,
    italic,
    leading,
    tracking,
    case: letters,
    colour,
    align,
    space,
    lines,
  }: ElementLook,
  colours: Colours,
): string | null {
  const css: string[] = [];
  if (font === 'text' || font === 'display') css.push(`font-family:var(--${font})`);
  else if (font !== 'usual') css.push(`font-family:${fontCssOf(font)}`);
  if (size !== null) css.push(`font-size:${atWidths(atEachWidth({ wide: size, ...narrower }))}`);
  if (weight !== null) css.push(`font-weight:${weight};--weight:${weight}`);
  if (italic) css.push('font-style:italic');
  if (leading !== null) css.push(`line-height:${leading / 100}`);
  if (tracking !== null) css.push(`letter-spacing:${tracking / 1000}em`);
  if (lines !== null) css.push(`--lines:${lines}`);
  if (letters !== 'usual') css.push(`text-transform:${CASES[letters]}`);
  if (colour !== null) css.push(colourStyle(element, colour, colours));
  if (align !== 'start')
    css.push(
      `text-align:${align === 'centre' ? 'center' : 'end'};justify-content:${align === 'centre' ? 'center' : 'flex-end'}`,
    );
  if (space !== null) css.push(`margin-top:${space}px`);
  return css.length ? css.join(';') : null;
}

function variablesOf(face: CardFace, colours: Colours): Record<string, string> {
  const variables: Record<string, string> = {};
  if (face.ratio !== USUAL_FACE.ratio) variables['picture'] = `100 / ${face.ratio}`;
  if (face.frame !== null)
    Object.assign(
      variables,
      { 'card-frame': 'none', 'card-ground': 'none', 'card-pad': '0px' },
      FRAMES[face.frame],
    );
  if (face.radius !== null) {
    variables['radius'] = `${face.radius}px`;
    if (face.frame !== null && face.frame !== 'none') variables['card-radius'] = `${face.radius}px`;
  }
  if (face.shadow !== null) variables['lift'] = SHADOWS[face.shadow];
  if (face.ground !== null)
    Object.assign(variables, {
      'card-ground': paintOf(face.ground),
      'card-pad': '12px',
      'card-radius': 'var(--radius)',
    });
  if (face.overlay) {
    variables['over'] = paintOf(face.overlay.colour);
    variables['over-seen'] = `${face.overlay.opacity}%`;
    const { colour, opacity } = face.overlay;
    const ink = colour === 'category' ? null : inkOver(colour, opacity, colours);
    if (ink) Object.assign(variables, { under: 'none', 'on-over': paintOf(ink) });
  }
  return variables;
}

/**
 * What words on an overlay are drawn in: the look's ink or its ground, where it can be read whatever the picture shows
 * below; null where neither can, and words keep a ground of their own. On a colour that is the same on dark pages, so are
 * the words: a name of the look would turn with them.
 *
 * @param opacity In percent.
 */
export function inkOver(colour: Paint, opacity: number, colours: Colours): Paint | null {
  const { ink, contrast } = bestInk(colour, opacity, colours);
  return contrast < MIN_CONTRAST ? null : ink;
}

/** What words of a button are drawn in: the look's ink or its ground, whichever can be read better on the colour. */
export const buttonInk = (colour: Paint, colours: Colours): Paint => bestInk(colour, 100, colours).ink;

function bestInk(colour: Paint, opacity: number, colours: Colours): { ink: Paint; contrast: number } {
  const hex = colourOf(colour, colours);
  const contrast = (name: 'ink' | 'ground'): number => leastContrastOver(colours[name], hex, opacity / 100);
  const best = contrast('ink') >= contrast('ground') ? 'ink' : 'ground';
  return {
    ink: colour.startsWith('#') ? (colours[best] as Paint) : best,
    contrast: contrast(best),
  };
}

/** For each colour that a category has, what is drawn on it; those for which nothing is found are left out. */
function onOwnColours(
  { categories }: Pick<CatalogueFrame, 'categories'>,
  inkOf: (colour: Paint) => Paint | null,
): Record<string, string> {
  const own = new Set(categories.flatMap(({ colour }) => colour ?? []));
  return Object.fromEntries(
    Array.from(own).flatMap((colour) => {
      const ink = inkOf(colour as Paint);
      return ink ? [[colour, ink]] : [];
    }),
  );
}

/**
 * A card's design as pages draw it.
 *
 * @param look Of the page.
 * @param frame Of the catalogue that its products are of.
 * @param lines Whether each card is a line of its own, with its picture before its words: nothing lies over the picture
 *   there, as it is too small for that.
 */
export function drawCard(
  design: CardDesign,
  {
    look: { colours, type },
    lang,
    frame,
    lines = false,
  }: {
    look: Pick<Look, 'colours' | 'type'>;
    lang: Lang;
    frame: Pick<CatalogueFrame, 'languages' | 'categories'>;
    lines?: boolean;
  },
): DrawnCard {
  const { card, face } = design;
  const { overlay } = face;
  const elements: DrawnElement[] = [];
  let line = -1;
  for (const element of card) {
    if (!element.on) continue;
    const revealed = !lines && isRevealed(card, element);
    const corner = !lines && isCorner(card, element);
    const before = elements.at(-1);
    const joined =
      element.beside &&
      before &&
      before.revealed === revealed &&
      !corner &&
      !before.corner &&
      before.element !== 'picture';
    if (!joined) line++;
    elements.push({
      element: element.element,
      line,
      revealed,
      corner,
      label: element.label === 'none' ? null : element.label,
      text: textIn(element.text, lang, frame.languages),
      style: styleOf(element.element, element.look, colours),
      size: lettersOf(element, type),
      space: element.look.space,
      leading: leadingOf(element, type),
      lines: element.look.lines,
      was: element.element === 'price' ? formerStyle(element.was) : null,
    });
  }
  return {
    variables: variablesOf(face, colours),
    whole: face.crop === 'whole',
    equal: face.equal,
    second: face.second,
    overlay: overlay !== null,
    zoom: face.zoom,
    reacts: reacts(design),
    onOwn:
      overlay?.colour === 'category'
        ? onOwnColours(frame, (colour) => inkOver(colour, overlay.opacity, colours))
        : {},
    onOwnButton: card.some(({ element, on, look }) => on && element === 'cart' && look.colour === 'category')
      ? onOwnColours(frame, (colour) => buttonInk(colour, colours))
      : {},
    elements,
  };
}
