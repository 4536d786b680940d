import { contrastOf, MIN_CONTRAST } from './contrast';
import type { Colours } from './colours';

const channelsOf = (colour: string): number[] =>
  [1, 3, 5].map((at) => parseInt(colour.slice(at, at + 2), 16));
const colourOf = (channels: readonly number[]): string =>
  `#${channels.map((one) => Math.round(one).toString(16).padStart(2, '0')).join('')}`;

/** `share` of one colour and the rest of another, in sRGB. */
function mixed(one: string, other: string, share: number): string {
  const [a, b] = [channelsOf(one), channelsOf(other)];
  return colourOf(a.map((channel, at) => channel * share + b[at] * (1 - share)));
}

/** A colour mixed with another in growing shares until its contrast with every ground is enough. */
function readable(colour: string, towards: string, ...grounds: readonly string[]): string {
  for (let share = 1; share > 0; share -= 0.05) {
    const tried = mixed(colour, towards, share);
    // A hair more than is asked for, so that rounding never takes it below.
    if (grounds.every((ground) => contrastOf(tried, ground) >= MIN_CONTRAST + 0.05)) return tried;
  }
  return towards;
}

const BLACK = '#000000';
const WHITE = '#ffffff';

/**
 * Colours for dark surroundings that keep the character of a shop's own: its ink darkens to the ground, its paper becomes
 * the words, and every pair that is in use can be read. A start, to be changed by hand.
 */
export function darkColours({ ink, ground: paper, mark, sale, good }: Colours): Colours {
  let ground = mixed(ink, BLACK, 0.55);
  for (let share = 0.5; contrastOf(ground, WHITE) < 15 && share > 0; share -= 0.05)
    ground = mixed(ink, BLACK, share);
  const band = mixed(ground, WHITE, 0.94);
  const words = readable(mixed(paper, ink, 0.92), WHITE, ground, band);
  return {
    ink: words,
    quiet: readable(mixed(words, ground, 0.66), words, ground, band),
    ground,
    band,
    tile: mixed(ground, WHITE, 0.88),
    line: mixed(ground, WHITE, 0.76),
    mark: readableGround(mark, ground, words),
    sale: readable(sale, WHITE, ground),
    good: readable(good, WHITE, ground),
  };
}

/** A ground for words, darkened until they can be read on it. */
const readableGround = (colour: string, towards: string, words: string): string => {
  for (let share = 0.5; share > 0; share -= 0.05) {
    const tried = mixed(colour, towards, share);
    if (contrastOf(words, tried) >= MIN_CONTRAST + 0.05) return tried;
  }
  return towards;
};
