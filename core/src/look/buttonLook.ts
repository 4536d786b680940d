import { contrastOf, laidOver } from './contrast';
import type { Colours } from './colours';
import { colourOf, type Paint, paintCss } from './paint';

export type ButtonSize = 'small' | 'usual' | 'large';
export const BUTTON_SIZES: readonly ButtonSize[] = ['small', 'usual', 'large'];
export type ButtonIcon = 'none' | 'basket' | 'plus' | 'arrow';
export const BUTTON_ICONS: readonly ButtonIcon[] = ['none', 'basket', 'plus', 'arrow'];

/** How a button is drawn. Null in each as usual: for a place, as its kind has it. */
export interface ButtonLook {
  /** `none` lets the page be seen through. */
  fill: Paint | 'none' | null;
  /** Null: the look's ink or its ground, whichever reads better on the fill. */
  words: Paint | null;
  /** Width of its edge, in CSS pixels. */
  edge: number | null;
  edgeColour: Paint | null;
  /** Corners, in CSS pixels; usually its ends are round. */
  radius: number | null;
  size: ButtonSize | null;
  icon: ButtonIcon | null;
  /** While it is pointed at; usually the fill comes a little nearer to the words. */
  pointedFill: Paint | 'none' | null;
  pointedWords: Paint | null;
}

/** What leads on, and what can be done besides. */
export type ButtonKind = 'main' | 'quiet';
export const BUTTON_KINDS: readonly ButtonKind[] = ['main', 'quiet'];
/** Where buttons are set apart. */
export type ButtonPlace = 'card' | 'banner' | 'paging' | 'filters';
export const BUTTON_PLACES: readonly ButtonPlace[] = ['card', 'banner', 'paging', 'filters'];

export interface PlacedButton {
  /** The kind whose look it has, but for what is said here. */
  as: ButtonKind;
  look: ButtonLook;
}

export interface Buttons {
  main: ButtonLook;
  quiet: ButtonLook;
  places: Readonly<Record<ButtonPlace, PlacedButton>>;
}

export const USUAL_BUTTON: ButtonLook = {
  fill: null,
  words: null,
  edge: null,
  edgeColour: null,
  radius: null,
  size: null,
  icon: null,
  pointedFill: null,
  pointedWords: null,
};

/** The kind that buttons of a place have unless it is said otherwise; the style sheet draws them so. */
export const USUAL_KINDS: Readonly<Record<ButtonPlace, ButtonKind>> = {
  card: 'main',
  banner: 'main',
  paging: 'main',
  filters: 'quiet',
};

export const USUAL_BUTTONS: Buttons = {
  main: USUAL_BUTTON,
  quiet: USUAL_BUTTON,
  places: {
    card: { as: 'main', look: USUAL_BUTTON },
    banner: { as: 'main', look: USUAL_BUTTON },
    paging: { as: 'main', look: USUAL_BUTTON },
    filters: { as: 'quiet', look: USUAL_BUTTON },
  },
};

export const EDGE_BOUNDS = { least: 0, most: 4 };
export const BUTTON_RADIUS_BOUNDS = { least: 0, most: 40 };

/** What each kind is where nothing is said of it. */
const AS_USUAL: Readonly<Record<ButtonKind, Required<Pick<ButtonLook, 'fill' | 'edge' | 'edgeColour'>>>> = {
  main: { fill: 'ink', edge: 0, edgeColour: 'ink' },
  quiet: { fill: 'none', edge: 1, edgeColour: 'line' },
};

const PADS: Readonly<Record<ButtonSize, string>> = { small: '5px 13px', usual: '', large: '14px 30px' };

/** Whichever of the look's ink and ground reads better on a fill; a paint that turns on dark pages where the fill does. */
export function wordsOn(fill: Paint | 'none', colours: Colours): Paint {
  if (fill === 'none') return 'ink';
  const ground = colourOf(fill, colours);
  const best = contrastOf(colours.ink, ground) >= contrastOf(colours.ground, ground) ? 'ink' : 'ground';
  return fill.startsWith('#') ? (colours[best] as Paint) : best;
}

/** All of a place's look, with what it takes from its kind. */
const placed = (buttons: Buttons, { as, look }: PlacedButton): ButtonLook => {
  const own = Object.entries(look).filter(([, value]) => value !== null);
  return { ...buttons[as], ...(Object.fromEntries(own) as Partial<ButtonLook>) };
};

const fillCss = (fill: Paint | 'none'): string => (fill === 'none' ? 'transparent' : paintCss(fill));

/** A button as custom properties of CSS; `whole` says also what is as usual for its kind. */
function variablesOf(
  prefix: string,
  look: ButtonLook,
  kind: ButtonKind,
  colours: Colours,
  whole: boolean,
): Record<string, string> {
  const variables: Record<string, string> = {};
  const say = (name: string, value: string | null): void => {
    if (value !== null && value !== '') variables[`${prefix}-${name}`] = value;
  };
  const usual = AS_USUAL[kind];
  const fill = look.fill ?? (whole ? usual.fill : null);
  const edge = look.edge ?? (whole ? usual.edge : null);
  const edgeColour = look.edgeColour ?? (whole ? usual.edgeColour : null);
  say('fill', fill && fillCss(fill));
  const words = look.words ?? (fill && wordsOn(fill, colours));
  say('words', words && paintCss(words));
  say('edge', edge === null ? null : `${edge}px`);
  say('edge-colour', edgeColour && paintCss(edgeColour));
  say('radius', look.radius === null ? null : `${look.radius}px`);
  say('pad', look.size && PADS[look.size]);
  if (look.icon !== null && look.icon !== 'none') say('icon', `var(--icon-${look.icon})`);
  if (look.icon !== null) say('icon-room', look.icon === 'none' ? '0' : '1');
  say('pointed-fill', look.pointedFill && fillCss(look.pointedFill));
  const pointedWords = look.pointedWords ?? (look.pointedFill && wordsOn(look.pointedFill, colours));
  say('pointed-words', pointedWords && paintCss(pointedWords));
  return variables;
}

/** All buttons of a look, as custom properties of CSS without their hyphens; what is as usual is left out. */
export function buttonVariables(buttons: Buttons, colours: Colours): Record<string, string> {
  const variables: Record<string, string> = {};
  for (const kind of BUTTON_KINDS) {
    const prefix = kind === 'main' ? 'button' : 'quiet-button';
    Object.assign(variables, variablesOf(prefix, buttons[kind], kind, colours, false));
  }
  for (const place of BUTTON_PLACES) {
    const one = buttons.places[place];
    const turned = one.as !== USUAL_KINDS[place];
    const look = turned ? placed(buttons, one) : one.look;
    Object.assign(variables, variablesOf(`${place}-button`, look, one.as, colours, turned));
  }
  return variables;
}

export type ButtonState = 'rest' | 'pointed' | 'pressed' | 'off';
export const BUTTON_STATES: readonly ButtonState[] = ['rest', 'pointed', 'pressed', 'off'];

/** So much of its words goes into the fill of a button that is pointed at, and of one that is pressed, in percent. */
export const POINTED_MIX = 15;
export const PRESSED_MIX = 28;

/** A button of a state as it is seen, and how well it is read. */
export interface SeenButton {
  state: ButtonState;
  fill: string;
  words: string;
  contrast: number;
}

/** Every state of a button with its colours `#rrggbb` on a page of these colours, and its words' contrast. */
export function seenButton(buttons: Buttons, of: ButtonKind | ButtonPlace, colours: Colours): SeenButton[] {
  const kind = of === 'main' || of === 'quiet' ? of : buttons.places[of].as;
  const look = of === 'main' || of === 'quiet' ? buttons[of] : placed(buttons, buttons.places[of]);
  const painted = (paint: Paint | 'none'): string =>
    paint === 'none' ? colours.ground : colourOf(paint, colours);
  const fill = look.fill ?? AS_USUAL[kind].fill!;
  const rest = { fill: painted(fill), words: painted(look.words ?? wordsOn(fill, colours)) };
  const towards = (share: number): string => laidOver(rest.words, rest.fill, share / 100);
  const pointedFill = look.pointedFill;
  const pointed = {
    fill: pointedFill ? painted(pointedFill) : towards(POINTED_MIX),
    words: painted(
      look.pointedWords ?? (pointedFill ? wordsOn(pointedFill, colours) : (rest.words as Paint)),
    ),
  };
  const states: Record<ButtonState, { fill: string; words: string }> = {
    rest,
    pointed,
    pressed: {
      fill: laidOver(pointed.words, pointed.fill, (PRESSED_MIX - POINTED_MIX) / 100),
      words: pointed.words,
    },
    off: { fill: colours.line, words: colours.quiet },
  };
  return BUTTON_STATES.map((state) => ({
    state,
    ...states[state],
    contrast: contrastOf(states[state].words, states[state].fill),
  }));
}
