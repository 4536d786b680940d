import type { Clause } from '../clause/rule';
import type { Paint } from '../look/paint';
import type { Texts } from '../text/texts';
import { type PerWidth, type Stepped, atEachWidth } from '../width/widths';

/** Where a badge lies over a picture, row by row; start is left where people read from the left. */
export const PICTURE_PLACES = [
  'top-start',
  'top',
  'top-end',
  'start',
  'centre',
  'end',
  'bottom-start',
  'bottom',
  'bottom-end',
] as const;
/** On its picture, or among the card's words. */
export const BADGE_PLACES = [...PICTURE_PLACES, 'above-name', 'beside-price'] as const;
export type BadgePlace = (typeof BADGE_PLACES)[number];

/** Eased corners, round ends, square corners, or words alone with no ground. */
export type BadgeShape = 'label' | 'pill' | 'block' | 'words';
export const BADGE_SHAPES: readonly BadgeShape[] = ['label', 'pill', 'block', 'words'];

/** A picture on a badge, by its content hash: before its words, or instead of them. */
export interface BadgePicture {
  hash: string;
  width: number;
  height: number;
  /** Only the picture is seen; the words are read out. */
  alone: boolean;
}

/** How high a badge's picture stands, by the height of its letters. */
export const BADGE_PICTURE = { beside: 1.3, alone: 2.6 };

/** How a badge is drawn. */
export interface BadgeLook {
  shape: BadgeShape;
  ground: Paint;
  ink: Paint;
  /** Of its ground, in percent; words are never seen through. */
  opacity: number;
  place: BadgePlace;
  /** Height of its letters, in CSS pixels. */
  size: Stepped<number>;
  picture: BadgePicture | null;
}

/** How the page draws one: with its size at every width. */
export type DrawnBadge = BadgeLook & { size: PerWidth<number> };

/** Which products carry a badge, and what it says. */
export interface BadgeRule extends BadgeLook {
  /** Unique in its plan; stays when the rule moves. */
  id: string;
  on: boolean;
  /** A product carries the badge when it meets all of these. */
  clauses: readonly Clause[];
  /** Its first and its last day in the shop's time zone, `2026-11-30`; null for no such day. */
  from: string | null;
  to: string | null;
  /** May hold figures of the product, such as `{saving}`; where a product has none, it has no such badge. */
  text: Texts;
}

export interface BadgeSettings {
  /** In order of priority: the first ones stay where a product meets more than may stand on one card. */
  rules: readonly BadgeRule[];
  /** On one card at most. */
  most: number;
}

/** Figures that a badge's text may hold, between braces. */
export const BADGE_FIGURES = ['saving', 'amount', 'stock', 'rating', 'sold', 'days'] as const;
export type BadgeFigure = (typeof BADGE_FIGURES)[number];

/** A text may be so long, a plan have so many rules, and a card so many badges. */
export const MAX_BADGE_LETTERS = 40;
export const MAX_BADGE_RULES = 30;
export const MAX_BADGES = 6;

/** A badge as it begins, and with what most shops begin: sold out, on sale, new. */
export const USUAL_BADGE_LOOK: BadgeLook = {
  shape: 'label',
  ground: 'mark',
  ink: 'ink',
  opacity: 100,
  place: 'top-start',
  size: { wide: 13, medium: null, narrow: null },
  picture: null,
};

/** On every day. */
export const ALWAYS: Pick<BadgeRule, 'from' | 'to'> = { from: null, to: null };

export const USUAL_BADGES: BadgeSettings = {
  rules: [
    {
      ...USUAL_BADGE_LOOK,
      ...ALWAYS,
      id: 'sold-out',
      on: true,
      clauses: [{ kind: 'stock', states: ['out'] }],
      text: { en: 'Sold out', fr: 'Épuisé' },
      ground: 'ink',
      ink: 'band',
    },
    {
      ...USUAL_BADGE_LOOK,
      ...ALWAYS,
      id: 'sale',
      on: true,
      clauses: [{ kind: 'sale' }],
      text: { en: '−{saving} %' },
      ground: 'sale',
      ink: 'ground',
    },
    {
      ...USUAL_BADGE_LOOK,
      ...ALWAYS,
      id: 'new',
      on: true,
      clauses: [{ kind: 'added', days: 30 }],
      text: { en: 'New', fr: 'Nouveau' },
    },
  ],
  most: 3,
};

/** What of a rule the page has to know to draw its badges. */
export const badgeLookOf = ({
  shape,
  ground,
  ink,
  opacity,
  place,
  size,
  picture,
}: BadgeRule): DrawnBadge => ({
  shape,
  ground,
  ink,
  opacity,
  place,
  size: atEachWidth(size),
  picture,
});
