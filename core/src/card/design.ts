import type { Paint } from '../look/paint';
import type { FontName } from '../look/fonts';
import type { CardFrame, Shadow } from '../look/look';
import type { LetterCase } from '../look/typeRole';
import type { Texts } from '../text/texts';

/** What a card can be made of. */
export type CardElementKind =
  | 'picture'
  | 'badges'
  | 'category'
  | 'name'
  | 'rating'
  | 'attribute'
  | 'field'
  | 'tags'
  | 'description'
  | 'stock'
  | 'price'
  | 'cart'
  | 'wish'
  | 'compare'
  | 'quick';

export const CARD_ELEMENT_KINDS: readonly CardElementKind[] = [
  'picture',
  'badges',
  'category',
  'name',
  'rating',
  'attribute',
  'field',
  'tags',
  'description',
  'stock',
  'price',
  'cart',
  'wish',
  'compare',
  'quick',
];

/** The look's own colour, a colour, or that of the product's main category. */
export type CardPaint = Paint | 'category';

/** How an element is set; null, or `usual`, as the shop's style sheet has it by itself. */
export interface ElementLook {
  /** That of words or headings, or a family of its own. */
  font: 'usual' | 'text' | 'display' | FontName;
  /** Height of its letters, in CSS pixels. */
  size: number | null;
  /** The same on narrower pages; null for what the next wider ones have. */
  narrower: { medium: number | null; narrow: number | null };
  /** 300 to 800, in hundreds. */
  weight: number | null;
  italic: boolean;
  /** From line to line, in percent of the letters' height. */
  leading: number | null;
  /** Between letters, in thousandths of their height. */
  tracking: number | null;
  case: LetterCase;
  colour: CardPaint | null;
  align: 'start' | 'centre' | 'end';
  /** Above it, in CSS pixels. */
  space: number | null;
  /** It is cut after so many lines until its card has the focus or is tapped; null for all of them. */
  lines: number | null;
}

/** What a reduced price was, beside it. */
export interface FormerPrice {
  on: boolean;
  /** Height of its letters, in CSS pixels; null as usual. */
  size: number | null;
  weight: number | null;
  colour: Paint | null;
}

export const LETTER_BOUNDS = { least: 10, most: 40 };
export const MOST_LINES = 6;
export const MAX_SPACE = 60;

/** One thing on a card. Known within its card by its kind, and by which one it is of that kind. */
export interface CardElement {
  element: CardElementKind;
  /** Which attribute, or which field; null for all other elements. */
  attribute: string | null;
  on: boolean;
  /** On one line with what stands before it. */
  beside: boolean;
  /** Lies over the picture, and is seen once the card is pointed at, has the focus, or is tapped. */
  revealed: boolean;
  /** A sign alone, in the corner of the picture: of what can be one, such as a heart. */
  corner: boolean;
  /** Where the name of an attribute or a field stands. */
  label: 'before' | 'after' | 'none';
  /** Own words: of the label, or on the button; empty for the shop's. */
  text: Texts;
  /** Between several values of an attribute. */
  join: string;
  /** Letters of a description, or tags; null for as many as usual. */
  most: number | null;
  look: ElementLook;
  /** Beside a reduced price; other elements show nothing of it. */
  was: FormerPrice;
}

/** Crossed out, as the style sheet has it. */
export const USUAL_FORMER_PRICE: FormerPrice = { on: true, size: null, weight: null, colour: null };

export const USUAL_ELEMENT_LOOK: ElementLook = {
  font: 'usual',
  size: null,
  narrower: { medium: null, narrow: null },
  weight: null,
  italic: false,
  leading: null,
  tracking: null,
  case: 'usual',
  colour: null,
  align: 'start',
  space: null,
  lines: null,
};

/** An element as it begins. */
export const cardElement = (
  element: CardElementKind,
  on = true,
  attribute: string | null = null,
): CardElement => ({
  element,
  attribute,
  on,
  beside: false,
  revealed: false,
  corner: false,
  label: 'before',
  text: {},
  join: ', ',
  most: null,
  look: USUAL_ELEMENT_LOOK,
  was: USUAL_FORMER_PRICE,
});

/** The name by which an element is known within its card. */
export const elementName = ({ element, attribute }: Pick<CardElement, 'element' | 'attribute'>): string =>
  attribute === null ? element : `${element}:${attribute}`;

/** Over the picture of a card that is pointed at. */
export interface Overlay {
  colour: CardPaint;
  /** Percent. */
  opacity: number;
}

/** The card itself: what stands around its elements, how its picture is cut, and what it does when it is pointed at. */
export interface CardFace {
  /** Null for what the page's look has. */
  frame: CardFrame | null;
  /** Corners, in CSS pixels. */
  radius: number | null;
  shadow: Shadow | null;
  ground: Paint | null;
  /** Height of the picture in percent of its width. */
  ratio: number;
  /** Whether a picture of another shape fills its place, or is seen whole. */
  crop: 'fill' | 'whole';
  /** Cards of a row are equally high, with what stands last at their foot. */
  equal: boolean;
  /** Pointed at, a card shows the product's second picture. */
  second: boolean;
  overlay: Overlay | null;
  /** Pointed at, its picture comes a little nearer. */
  zoom: boolean;
}

export const RATIO_BOUNDS = { least: 50, most: 180 };

export const USUAL_FACE: CardFace = {
  frame: null,
  radius: null,
  shadow: null,
  ground: null,
  ratio: 112.5,
  crop: 'fill',
  equal: false,
  second: false,
  overlay: null,
  zoom: false,
};

/** A card as it is built: its elements, in order, and its face. */
export interface CardDesign {
  card: readonly CardElement[];
  face: CardFace;
}

/** Elements that lie over the picture lie nowhere where none is shown; then they stand among the others. */
export const isRevealed = (card: readonly CardElement[], element: CardElement): boolean =>
  element.revealed &&
  !isCorner(card, element) &&
  !NEVER_REVEALED.includes(element.element) &&
  card.some(({ element: kind, on }) => kind === 'picture' && on);

/** What is known by its sign alone. */
export const AS_SIGN: readonly CardElementKind[] = ['wish', 'compare'];

/** Whether it is a sign in the corner of the picture; where none is shown, it stands among the others. */
export const isCorner = (card: readonly CardElement[], element: CardElement): boolean =>
  element.corner &&
  AS_SIGN.includes(element.element) &&
  card.some(({ element: kind, on }) => kind === 'picture' && on);

/** What people have to see before they point at anything. */
export const NEVER_REVEALED: readonly CardElementKind[] = ['picture', 'badges', 'name'];

/** Whether cards show something once they are pointed at; a picture that comes nearer shows nothing new. */
export const reacts = ({ card, face }: CardDesign): boolean =>
  face.second || face.overlay !== null || card.some((one) => one.on && isRevealed(card, one));
