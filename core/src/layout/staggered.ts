import { atEachWidth, steppedAt, type Stepped } from '../width/widths';
import type { Card } from '../card/card';
import type { DrawnElement } from '../card/drawn';
import { USUAL_LETTERS } from '../card/letters';
import { WIDTH_NAMES, type PerWidth, type WidthName } from '../width/widths';
import { DEVICE_WIDTHS, PAGE_FRAME, type PageFrame } from '../width/frame';
import { cardRooms, fittingGaps, NARROWEST, widthIn, type Rooms, type ShelfShape } from './room';

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
 * has two lines or, where it is long, three, a description three, all others one.
 */
const HEIGHTS: Readonly<Record<keyof typeof USUAL_LETTERS, number>> = {
  category: 22,
  name: 42,
  rating: 22,
  attribute: 22,
  field: 22,
  tags: 26,
  description: 64,
  stock: 22,
  price: 29,
  cart: 44,
  wish: 30,
  compare: 30,
  quick: 30,
};
/** Lines of a name and a description that are counted so; of all else one. */
const COUNTED_LINES: Partial<Record<keyof typeof USUAL_LETTERS, number>> = { name: 2, description: 3 };
/** Letters of the widest fonts take about so much of their height; most are narrower. */
const LETTER = 0.6;

/** Lines that a long name has beyond two, on a card so wide. */
const moreLines = (title: string, letters: number, card: number): number =>
  title.length * letters * LETTER > 2 * card ? 1 : 0;

/** Between the lines, and below the picture. */
const LINE_GAP = 3;
const PICTURE_MARGIN = 8;

/** A picture stands in its own shape, but no steeper or flatter than this: its height by its width. */
const SHAPES = { flattest: 0.6, steepest: 1.5, none: 9 / 8 };

export const pictureShape = ({ images: [image] }: Pick<Card, 'images'>): number => {
  const own = (image as typeof image | undefined) ? image.height / image.width : SHAPES.none;
  return Math.min(SHAPES.steepest, Math.max(SHAPES.flattest, own));
};

/**
 * How high a card is, as a line of its own width. What stands on one line is as high as the highest of it; what lies over
 * the picture takes no room.
 *
 * @param elements As they are drawn; a part names its own by its place there.
 * @param narrowest How wide the card is at the least, in CSS pixels.
 * @param width At which letters are so large.
 */
export function cardHeight(
  card: Pick<Card, 'title' | 'images' | 'parts'>,
  elements: readonly DrawnElement[],
  narrowest: number,
  width: WidthName,
): Omit<LanePlace, 'lane'> {
  let widths = 0;
  let pixels = 0;
  const lines = new Map<number, number>();
  for (const { part, at } of card.parts) {
    const { line, revealed, corner, size, space, leading, lines: cut } = elements[at];
    if (part === 'badges' || revealed || corner) continue;
    if (part === 'picture') {
      widths += pictureShape(card);
      pixels += PICTURE_MARGIN + LINE_GAP;
      continue;
    }
    const usual = USUAL_LETTERS[part];
    const letters = size?.[width] ?? usual;
    const counted = COUNTED_LINES[part] ?? 1;
    const shown = Math.min(
      counted + (part === 'name' ? moreLines(card.title, letters, narrowest) : 0),
      cut ?? Infinity,
    );
    const own = ((HEIGHTS[part] / counted) * shown * leading * letters) / usual + (space ?? 0);
    lines.set(line, Math.max(lines.get(line) ?? 0, own));
  }
  for (const height of lines.values()) pixels += height + LINE_GAP;
  return { widths, pixels };
}

/** Between a card and the next one in its lane, as the style sheet of cards has it. */
export const laneGap = (gap: number): number => gap * 1.5 + 8;

/** What stands in a lane: how high it is, as a line of its own width, and the shape of its picture. */
export interface LaneItem {
  heightAt: (narrowest: number, width: WidthName) => Omit<LanePlace, 'lane'>;
  shape: number;
}

export const cardItem = (
  card: Pick<Card, 'title' | 'images' | 'parts'>,
  elements: readonly DrawnElement[],
): LaneItem => ({
  heightAt: (narrowest, width) => cardHeight(card, elements, narrowest, width),
  shape: pictureShape(card),
});

/** Letters, lines and edges of words among cards, as the style sheet has them, in CSS pixels. */
const WORDS = { heading: { letters: 20, line: 26 }, words: { letters: 16, line: 25 }, edges: 40, link: 64 };

/** Room for the words of an insert on a card so wide, in CSS pixels: what is counted too high stays empty. */
export function wordsHeight(
  { heading, words, link }: { heading: string; words: string; link: object | null },
  narrowest: number,
): number {
  if (!heading && !words && !link) return 0;
  const room = Math.max(60, narrowest - WORDS.edges);
  const lines = (text: string, letters: number): number => Math.ceil((text.length * letters * LETTER) / room);
  return (
    WORDS.edges +
    lines(heading, WORDS.heading.letters) * WORDS.heading.line +
    lines(words, WORDS.words.letters) * WORDS.words.line +
    (link ? WORDS.link : 0)
  );
}

/**
 * What stands in lanes, put one after another into the lane that is the shortest so far, the first of equals, as people
 * read: the order of the shelf stays the order of the page.
 *
 * @param rooms Of the shelf.
 * @returns A place per width for each item, in their order.
 */
export function staggeredPlaces(
  items: readonly LaneItem[],
  rooms: Rooms,
  columns: PerWidth<number>,
  gap: PerWidth<number>,
  frame: PageFrame = PAGE_FRAME,
  rowGap: Stepped<number> | null = null,
): CardLane[] {
  const gaps = fittingGaps(rooms, columns, gap);
  const atWidth = (name: (typeof WIDTH_NAMES)[number]): LanePlace[] => {
    const card = widthIn(cardRooms(rooms, columns, gap), DEVICE_WIDTHS[name], frame);
    const narrowest = narrowestCard(rooms, columns, gap, name);
    const heights = items.map((one) => one.heightAt(narrowest, name));
    const lanes = Array.from({ length: columns[name] }, () => ({ widths: 0, pixels: 0 }));
    const down = ({ widths, pixels }: (typeof lanes)[number]): number => widths * card + pixels;
    return heights.map((height) => {
      let shortest = 0;
      for (let lane = 1; lane < lanes.length; lane++)
        if (down(lanes[lane]) < down(lanes[shortest]) - 0.5) shortest = lane;
      const at = lanes[shortest];
      const place = { lane: shortest + 1, widths: at.widths, pixels: at.pixels };
      at.widths += height.widths;
      at.pixels += height.pixels + (rowGap ? steppedAt(rowGap, name) : laneGap(gaps[name]));
      return place;
    });
  };
  const [wide, medium, narrow] = WIDTH_NAMES.map(atWidth);
  return items.map(({ shape }, at) => ({
    wide: wide[at],
    medium: medium[at],
    narrow: narrow[at],
    shape,
  }));
}

/** How wide a card is at the least at a width, in CSS pixels. */
export function narrowestCard(
  rooms: Rooms,
  columns: PerWidth<number>,
  gap: PerWidth<number>,
  name: WidthName,
): number {
  const room = cardRooms(rooms, columns, gap)[name];
  return room.share * NARROWEST[name] + room.fixed;
}

/** The lanes of a shelf's cards, for its model; nothing for one that has none. */
export const lanesOf = (
  cards: readonly Card[],
  rooms: Rooms,
  { form, columns, gap, rowGap = null }: ShelfShape,
  elements: readonly DrawnElement[],
  frame: PageFrame,
): { lanes?: CardLane[] } => {
  if (form !== 'staggered') return {};
  const items = cards.map((card) => cardItem(card, elements));
  return {
    lanes: staggeredPlaces(items, rooms, atEachWidth(columns), atEachWidth(gap), frame, rowGap),
  };
};

/** What stands among cards, with how many of them before it; at a width where it isn't shown it takes no room. */
export interface AmongCards extends LaneItem {
  before: number;
}

/** The lanes of cards and of what stands among them, each in their order. */
export function mixedLanes(
  cards: readonly Card[],
  among: readonly AmongCards[],
  rooms: Rooms,
  { columns, gap, rowGap = null }: ShelfShape,
  elements: readonly DrawnElement[],
  frame: PageFrame,
): { lanes: CardLane[]; others: CardLane[] } {
  const items: (LaneItem & { other: boolean })[] = [];
  for (let at = 0; at <= cards.length; at++) {
    items.push(...among.filter(({ before }) => before === at).map((one) => ({ ...one, other: true })));
    if (at < cards.length) items.push({ ...cardItem(cards[at], elements), other: false });
  }
  const places = staggeredPlaces(items, rooms, atEachWidth(columns), atEachWidth(gap), frame, rowGap);
  return {
    lanes: places.filter((_, at) => !items[at].other),
    others: places.filter((_, at) => items[at].other),
  };
}
