import {
  BADGE_PICTURE,
  type BadgeFigure,
  type BadgeLook,
  type BadgePicture,
  PICTURE_PLACES,
} from '../badge/rule';
import { colourOf } from '../look/paint';
import { USUAL_FACE } from '../card/design';
import { DEVICE_WIDTHS } from '../width/frame';
import { pictureRooms, shelfRooms, widthIn } from '../layout/room';
import { MIN_CONTRAST, contrastOf } from '../look/contrast';
import type { Colours } from '../look/colours';
import { type Plan, shelfOf } from '../plan/plan';
import { type PerWidth, WIDTH_NAMES, type WidthName, steppedAt } from '../width/widths';

/** A badge's box as the style sheet of cards draws it: letters of a middling width, and room around them. */
const LETTER = 0.54;
const LINE = 1.3;
const PADDING = { across: 9, down: 3 };

/** Badges stand so far from the edges of their picture, at each side. */
const EDGE = 10;

/** Of a picture, from which on badges hide too much of it. */
export const MAX_COVERED = 0.12;

/** Contrast of a badge's words with its ground, 1 to 21; null for words alone, whose ground is the picture. */
export const badgeContrast = ({ ground, ink, shape }: BadgeLook, colours: Colours): number | null =>
  shape === 'words' ? null : contrastOf(colourOf(ground, colours), colourOf(ink, colours));

/**
 * Width and height of a badge in CSS pixels; words that have no room beside one another stand in several lines.
 *
 * @param room Width that it may have at the most.
 */
export function badgeBox(
  text: string,
  { shape, size, picture }: BadgeLook,
  width: WidthName,
  room = Infinity,
): { w: number; h: number } {
  const letters = steppedAt(size, width);
  const padded = shape === 'words' ? { across: 0, down: 0 } : PADDING;
  const beside = picture && pictureBox(picture, letters);
  if (beside && picture.alone)
    return {
      w: Math.min(beside.w, room - 2 * padded.across) + 2 * padded.across,
      h: beside.h + 2 * padded.down,
    };
  const words = wordsBox(text, letters, padded, beside ? room - beside.w - PICTURE_GAP : room);
  return beside
    ? { w: words.w + beside.w + PICTURE_GAP, h: Math.max(words.h, beside.h + 2 * padded.down) }
    : words;
}

/** Between a badge's picture and its words, in CSS pixels. */
const PICTURE_GAP = 5;

const pictureBox = (picture: BadgePicture, letters: number): { w: number; h: number } => {
  const h = letters * (picture.alone ? BADGE_PICTURE.alone : BADGE_PICTURE.beside);
  return { w: (h * picture.width) / picture.height, h };
};

function wordsBox(
  text: string,
  letters: number,
  padded: { across: number; down: number },
  room: number,
): { w: number; h: number } {
  const most = Math.max(letters, room - 2 * padded.across);
  // Lines break between words; one that is longer than a line has it to itself.
  let lines = 1;
  let line = 0;
  let widest = 0;
  for (const word of text.split(/\s+/)) {
    const own = Array.from(word).length * letters * LETTER;
    const joined = line ? line + letters * LETTER + own : own;
    if (line && joined > most) {
      lines++;
      line = own;
    } else line = joined;
    widest = Math.max(widest, line);
  }
  return {
    w: Math.min(widest, most) + 2 * padded.across,
    h: lines * letters * LINE + 2 * padded.down,
  };
}

/**
 * The share of a picture that badges cover at each width, 0 to 1. They stand side by side, or below one another, so none
 * covers another; what a picture has no room for is cut off with it. Those among a card's words cover nothing.
 *
 * @param picture Width of the picture at each width, in CSS pixels.
 * @param ratio Its height by its width.
 */
export function coveredShare(
  badges: readonly { text: string; look: BadgeLook }[],
  picture: PerWidth<number>,
  ratio: number,
): PerWidth<number> {
  const at = (width: WidthName): number => {
    const w = picture[width];
    const h = w * ratio;
    let area = 0;
    for (const { text, look } of badges) {
      if (!PICTURE_PLACES.some((place) => place === look.place)) continue;
      const box = badgeBox(text, look, width, w - 2 * EDGE);
      area += Math.min(box.w, w) * Math.min(box.h, h);
    }
    return Math.min(1, area / (w * h));
  };
  const [wide, medium, narrow] = WIDTH_NAMES.map(at);
  return { wide, medium, narrow };
}

/** Height of a card's picture by its width, in the plan's shelf; as usual where it has none. */
export const pictureRatioOf = (plan: Pick<Plan, 'fixtures'>): number =>
  (plan.fixtures.find((fixture) => fixture.type === 'shelf')?.face ?? USUAL_FACE).ratio / 100;

/** A text as long as it usually is once its figures stand in it. */
const SAMPLES: Readonly<Record<BadgeFigure, string>> = {
  saving: '50',
  amount: '€20.00',
  stock: '5',
  rating: '4.5',
  sold: '120',
  days: '30',
};
export const sampleText = (text: string): string =>
  text.replace(/\{(\w+)\}/g, (figure, name: string) =>
    name in SAMPLES ? SAMPLES[name as BadgeFigure] : figure,
  );

/** What is wrong with how a badge is drawn: words that are hard to read, a picture that is hidden by it alone. */
export interface BadgeFault {
  id: string;
  text: string;
  /** Of words and ground, where it is too low. */
  contrast: number | null;
  /** Share of the picture, 0 to 1, at the width where it covers the most of it, where that is too much. */
  covered: { width: WidthName; share: number } | null;
}

/**
 * The rules of a plan whose badges are hard to read on any of the look's grounds, or hide too much of a picture.
 *
 * @param picture Width of a card's picture at each width, in CSS pixels.
 */
export function badgeFaults(
  plan: Pick<Plan, 'badges' | 'look' | 'fixtures'>,
  picture: PerWidth<number>,
): BadgeFault[] {
  const { badges, look } = plan;
  const ratio = pictureRatioOf(plan);
  return badges.rules.flatMap((rule): BadgeFault[] => {
    if (!rule.on) return [];
    const texts = Object.values(rule.text).map(sampleText);
    const text = texts.reduce((longest, one) => (one.length > longest.length ? one : longest), '');
    const contrasts = [look.colours, ...(look.dark ? [look.dark] : [])].map((colours) =>
      badgeContrast(rule, colours),
    );
    const contrast = Math.min(...contrasts.map((one) => one ?? Infinity));
    const shares = coveredShare([{ text, look: rule }], picture, ratio);
    const width = WIDTH_NAMES.reduce((most, one) => (shares[one] > shares[most] ? one : most));
    const fault: BadgeFault = {
      id: rule.id,
      text,
      contrast: contrast < MIN_CONTRAST ? contrast : null,
      covered: shares[width] > MAX_COVERED ? { width, share: shares[width] } : null,
    };
    return fault.contrast === null && fault.covered === null ? [] : [fault];
  });
}

/** Width of the pictures of a plan's shelf at the widths that the desk shows, in CSS pixels; null without a shelf. */
export function cardPictures(plan: Plan): PerWidth<number> | null {
  const shelf = shelfOf(plan);
  if (!shelf) return null;
  const rooms = pictureRooms(shelfRooms(plan.fixtures, shelf), shelf);
  const at = (width: WidthName): number => widthIn(rooms, DEVICE_WIDTHS[width], plan.look);
  return { wide: at('wide'), medium: at('medium'), narrow: at('narrow') };
}
