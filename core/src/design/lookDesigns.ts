import { USUAL_BUTTON, USUAL_BUTTONS, type Buttons } from '../look/buttonLook';
import type { Colours } from '../look/colours';
import { READY_LOOKS, type Look } from '../look/look';
import { darkColours } from '../look/dark';
import { typeIn } from '../look/typeRole';
import type { LookDesign } from './design';

const look = (colours: Colours, change: Partial<Look>): Look => ({
  ...READY_LOOKS.slate,
  colours,
  ...change,
});

/** Lines around words, square as all of the page. */
const SQUARE: Buttons = {
  ...USUAL_BUTTONS,
  main: { ...USUAL_BUTTON, fill: 'none', edge: 1, edgeColour: 'ink', radius: 0, pointedFill: 'ink' },
  quiet: { ...USUAL_BUTTON, radius: 0 },
};

const PAPER: Colours = {
  ink: '#161616',
  quiet: '#5a5a58',
  ground: '#ffffff',
  band: '#f4f3f0',
  tile: '#f7f6f3',
  line: '#d8d6d0',
  mark: '#ebe6d8',
  sale: '#a3201c',
  good: '#2f6340',
};

const CLAY: Colours = {
  ink: '#3a221b',
  quiet: '#6e5348',
  ground: '#fdf7f1',
  band: '#f3e2d4',
  tile: '#f4e9df',
  line: '#dcc7b6',
  mark: '#f0c9a4',
  sale: '#9c2f1c',
  good: '#48622d',
};

const NIGHT: Colours = {
  ink: '#f2efe6',
  quiet: '#b6b5b0',
  ground: '#14171c',
  band: '#1d2229',
  tile: '#232932',
  line: '#3a414c',
  mark: '#5b4a1e',
  sale: '#ff9b8a',
  good: '#9fd3a5',
};

/** Looks to start from. */
export const LOOK_DESIGNS: readonly LookDesign[] = [
  {
    kind: 'look',
    id: 'enamel',
    name: 'Enamel',
    about: 'Cream and dark blue, round corners: friendly and exact.',
    look: READY_LOOKS.enamel,
  },
  {
    kind: 'look',
    id: 'slate',
    name: 'Slate',
    about: 'White and grey, square, close together: for many products.',
    look: READY_LOOKS.slate,
  },
  {
    kind: 'look',
    id: 'garden',
    name: 'Garden',
    about: 'Green and warm, serifs, soft shadows: slow reading.',
    look: READY_LOOKS.garden,
  },
  {
    kind: 'look',
    id: 'paper',
    name: 'Paper',
    about: 'Black on white with large serif headings, and no corner rounded.',
    look: look(PAPER, {
      dark: darkColours(PAPER),
      type: typeIn('fraunces', 'figtree', 115),
      buttons: SQUARE,
      rhythm: 125,
      radius: 0,
    }),
  },
  {
    kind: 'look',
    id: 'clay',
    name: 'Clay',
    about: 'Warm earth, strong headings, cards on a ground of their own.',
    look: look(CLAY, {
      type: typeIn('bricolage', 'work-sans'),
      rhythm: 100,
      radius: 10,
      frame: 'filled',
    }),
  },
  {
    kind: 'look',
    id: 'night',
    name: 'Night',
    about: 'Dark at all times, with light words and quiet lines.',
    look: look(NIGHT, {
      type: typeIn('bricolage', 'figtree', 95),
      rhythm: 100,
      radius: 6,
      frame: 'line',
    }),
  },
];
