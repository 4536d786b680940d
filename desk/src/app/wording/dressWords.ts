import {
  SPACE_STEPS,
  steppedAt,
  USUAL_DRESS,
  WIDTH_NAMES,
  type FixtureDress,
  type SpaceStep,
} from '@fond/core';
import { COLOUR_WORDS } from './words';

export const SPACE_WORDS: Readonly<Record<SpaceStep, string>> = {
  none: 'none',
  usual: 'as usual',
  some: 'some more',
  much: 'much more',
  most: 'most',
};

const paintWords = (paint: string): string =>
  paint in COLOUR_WORDS ? COLOUR_WORDS[paint as keyof typeof COLOUR_WORDS] : paint;

function spaceWords({ above }: FixtureDress): string {
  const steps = WIDTH_NAMES.map((width) => steppedAt(above, width));
  if (steps.every((step) => step === 'usual')) return '';
  const [most] = SPACE_STEPS.toReversed().filter((step) => steps.includes(step));
  return most === 'usual' || most === 'none' ? 'closer to what stands above' : 'with more space above';
}

/** What stands around a fixture, where that is not as usual; empty where it is. */
export function dressWords(dress: FixtureDress): string {
  const { ground, picture, words, align, size, widest, drawer } = dress;
  const parts = [
    ground ? `on ${paintWords(ground)}` : '',
    picture ? 'on a picture' : '',
    words ? `words in ${paintWords(words)}` : '',
    align === 'start' ? '' : align === 'centre' ? 'in the middle' : 'at the end',
    WIDTH_NAMES.some((width) => steppedAt(size, width) !== 100) ? `letters at ${size.wide} %` : '',
    widest === USUAL_DRESS.widest ? '' : `at most ${widest} px wide`,
    spaceWords(dress),
    drawer ? 'behind a button on narrow pages' : '',
  ];
  return parts.filter(Boolean).join(', ');
}
