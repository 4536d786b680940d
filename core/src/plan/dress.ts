import type { Paint } from '../look/paint';
import type { Texts } from '../text/texts';
import { followed, type Stepped } from '../width/widths';
import type { PictureSource } from './fixtures';

/** Space above a fixture by the look's scale; `none` lets it touch what stands above. */
export type SpaceStep = 'none' | 'usual' | 'some' | 'much' | 'most';
export const SPACE_STEPS: readonly SpaceStep[] = ['none', 'usual', 'some', 'much', 'most'];
/** Beyond what is usual, in CSS pixels of a look whose space is the usual one. */
export const STEP_PIXELS: Readonly<Record<SpaceStep, number>> = {
  none: 0,
  usual: 0,
  some: 20,
  much: 48,
  most: 88,
};

/** What a fixture has around it and how its words stand, whatever it shows. */
export interface FixtureDress {
  above: Stepped<SpaceStep>;
  /** Behind it: on the page itself to both of its edges. */
  ground: Paint | null;
  /** Over that ground. */
  picture: PictureSource | null;
  /** Colour of its words; null for what reads best on the ground. */
  words: Paint | null;
  align: 'start' | 'centre' | 'end';
  /** Letters of a title, a breadcrumb, words, in percent of the usual. */
  size: Stepped<number>;
  /** Its words are at most so wide, in CSS pixels; null for as wide as usual. */
  widest: number | null;
  /** On narrow pages it opens from a button that says this; null where it stands there as it is. */
  drawer: Texts | null;
}

export const DRESS_SIZES = { least: 60, most: 240 };
export const WIDEST_BOUNDS = { least: 240, most: 1360 };
/** Beside what stands on a ground of its own that doesn't reach the page's edges, in CSS pixels. */
export const GROUND_PADDING = 20;

export const USUAL_DRESS: FixtureDress = {
  above: followed<SpaceStep>('usual'),
  ground: null,
  picture: null,
  words: null,
  align: 'start',
  size: followed(100),
  widest: null,
  drawer: null,
};

const USUAL = JSON.stringify(USUAL_DRESS);
export const isUsualDress = (dress: FixtureDress): boolean =>
  dress === USUAL_DRESS || JSON.stringify(dress) === USUAL;
