import { atEachWidth } from '../plans/fixtures';
import type { Card, CardPart } from '../card/card';
import { WIDTH_NAMES, type PerWidth } from '../plans/plan';
import { DEVICE_WIDTHS } from './frame';
import { cardRooms, widthIn, type Rooms, type ShelfShape } from './room';

/**
 * Where a card of a staggered grid stands at a width: its lane, counted from 1, and how far down, as a line of the card's
 * own width: `widths` times that, plus `pixels`. A line holds at every viewport of the width, so that the style sheet
 * places cards without measuring any of them.
 */
export interface LanePlace {
  lane: number;
  widths: number;
  pixels: number;
}

/** A card of a staggered grid: its place at each width, and the shape of its picture, its height by its width. */
export interface CardLane extends PerWidth<LanePlace> {
  shape: number;
}

/**
 * Room for the printed lines of a card, in CSS pixels; the shop's style sheet lets none of them grow beyond it. A name
 * has two lines, a description three, all others one.
 */
const LINE_HEIGHTS: Readonly<Record<Exclude<CardPart['part'], 'picture' | 'badges'>, number>> = {
  category: 22,
  name: 42,
  rating: 22,
  attribute: 22,
  description: 64,
  stock: 22,
  price: 29,
};
/** Between the lines, and below the picture. */
const LINE_GAP = 3;
const PICTURE_MARGIN = 8;

/** A picture stands in its own shape, but no steeper or flatter than this: its height by its width. */
const SHAPES = { flattest: 0.6, steepest: 1.5, none: 9 / 8 };

export const pictureShape = ({ images: [image] }: Pick<Card, 'images'>): number => {
  const own = (image as typeof image | undefined) ? image.height / image.width : SHAPES.none;
  return Math.min(SHAPES.steepest, Math.max(SHAPES.flattest, own));
};

/** How high a card is, as a line of its own width. */
export function cardHeight(card: Pick<Card, 'images' | 'parts'>): Omit<LanePlace, 'lane'> {
  let widths = 0;
  let pixels = 0;
  for (const { part } of card.parts) {
    if (part === 'badges') continue;
    if (part === 'picture') {
      widths += pictureShape(card);
      pixels += PICTURE_MARGIN;
    } else pixels += LINE_HEIGHTS[part];
    pixels += LINE_GAP;
  }
  return { widths, pixels };
}

/** Between a card and the next one in its lane, as the style sheet of cards has it. */
export const laneGap = (gap: number): number => gap * 1.5 + 8;

/**
 * Cards put one after another into the lane that is the shortest so far, the first of equals, as people read: the order
 * of the shelf stays the order of the page.
 *
 * @param rooms Of the shelf.
 * @returns A place per width for each card, in their order.
 */
export function staggeredPlaces(
  cards: readonly Pick<Card, 'images' | 'parts'>[],
  rooms: Rooms,
  columns: PerWidth<number>,
  gap: PerWidth<number>,
): CardLane[] {
  const heights = cards.map(cardHeight);
  const atWidth = (name: (typeof WIDTH_NAMES)[number]): LanePlace[] => {
    const card = widthIn(cardRooms(rooms, columns, gap), DEVICE_WIDTHS[name]);
    const lanes = Array.from({ length: columns[name] }, () => ({ widths: 0, pixels: 0 }));
    const down = ({ widths, pixels }: (typeof lanes)[number]): number => widths * card + pixels;
    return heights.map((height) => {
      let shortest = 0;
      for (let lane = 1; lane < lanes.length; lane++)
        if (down(lanes[lane]) < down(lanes[shortest]) - 0.5) shortest = lane;
      const at = lanes[shortest];
      const place = { lane: shortest + 1, widths: at.widths, pixels: at.pixels };
      at.widths += height.widths;
      at.pixels += height.pixels + laneGap(gap[name]);
      return place;
    });
  };
  const [wide, medium, narrow] = WIDTH_NAMES.map(atWidth);
  return cards.map((card, at) => ({
    wide: wide[at],
    medium: medium[at],
    narrow: narrow[at],
    shape: pictureShape(card),
  }));
}

/** The lanes of a shelf's cards, for its model; nothing for one that has none. */
export const lanesOf = (
  cards: readonly Card[],
  rooms: Rooms,
  { form, columns, gap }: ShelfShape,
): { lanes?: CardLane[] } =>
  form === 'staggered'
    ? { lanes: staggeredPlaces(cards, rooms, atEachWidth(columns), atEachWidth(gap)) }
    : {};
