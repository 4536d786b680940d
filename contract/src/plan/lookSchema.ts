import Joi from 'joi';
import {
  BREAKPOINT_BOUNDS,
  BUTTON_ICONS,
  BUTTON_KINDS,
  BUTTON_PLACES,
  BUTTON_RADIUS_BOUNDS,
  BUTTON_SIZES,
  COLOUR_NAMES,
  CONTENT_BOUNDS,
  EDGE_BOUNDS,
  LEADING_BOUNDS,
  LETTER_CASES,
  SIZE_BOUNDS,
  TRACKING_BOUNDS,
  TYPE_ROLES,
  WEIGHTS,
} from '@fond/core';
import { fontName, orUsual, paint, steps, through, whole, yes } from '../schema/fields';

const colour = Joi.string()
  .pattern(/^#[0-9a-f]{6}$/, 'a colour such as #1d2b4f')
  .required();

const colours = Joi.object(Object.fromEntries(COLOUR_NAMES.map((one) => [one, colour]))).required();
const breakpoint = (name: keyof typeof BREAKPOINT_BOUNDS): Joi.NumberSchema =>
  whole(BREAKPOINT_BOUNDS[name].least, BREAKPOINT_BOUNDS[name].most);

const bounded = ({ least, most }: { least: number; most: number }): Joi.NumberSchema =>
  Joi.number().integer().min(least).max(most);

const family = fontName();

/** How one role is set; headings and words say their family themselves. */
const setting = (role: (typeof TYPE_ROLES)[number]): Joi.ObjectSchema =>
  Joi.object({
    font: role === 'headings' || role === 'words' ? family.required() : orUsual(family),
    size: steps(SIZE_BOUNDS.least, SIZE_BOUNDS.most),
    weight: orUsual(Joi.valid(...WEIGHTS)),
    italic: yes,
    leading: orUsual(bounded(LEADING_BOUNDS)),
    tracking: orUsual(bounded(TRACKING_BOUNDS)),
    case: Joi.valid(...LETTER_CASES).required(),
  }).required();

const button = Joi.object({
  fill: orUsual(through),
  words: orUsual(paint),
  edge: orUsual(bounded(EDGE_BOUNDS)),
  edgeColour: orUsual(paint),
  radius: orUsual(bounded(BUTTON_RADIUS_BOUNDS)),
  size: orUsual(Joi.valid(...BUTTON_SIZES)),
  icon: orUsual(Joi.valid(...BUTTON_ICONS)),
  pointedFill: orUsual(through),
  pointedWords: orUsual(paint),
}).required();

const placed = Joi.object({ as: Joi.valid(...BUTTON_KINDS).required(), look: button }).required();

/** The named values that a page is drawn with. */
export const lookSchema = Joi.object({
  colours,
  dark: colours.allow(null),
  breakpoints: Joi.object({ medium: breakpoint('medium'), wide: breakpoint('wide') }).required(),
  type: Joi.object(Object.fromEntries(TYPE_ROLES.map((role) => [role, setting(role)]))).required(),
  buttons: Joi.object({
    main: button,
    quiet: button,
    places: Joi.object(Object.fromEntries(BUTTON_PLACES.map((place) => [place, placed]))).required(),
  }).required(),
  rhythm: whole(40, 200),
  radius: whole(0, 40),
  shadow: Joi.valid('none', 'soft', 'strong').required(),
  frame: Joi.valid('none', 'line', 'filled').required(),
  content: whole(CONTENT_BOUNDS.least, CONTENT_BOUNDS.most),
  head: Joi.valid('still', 'stuck').required(),
  links: Joi.valid('underlined', 'pointed').required(),
}).required();
