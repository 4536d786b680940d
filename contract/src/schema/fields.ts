import Joi from 'joi';
import { COLOUR_NAMES, FONT_NAMES, OWN_FONT } from '@fond/core';

/** Names of fixtures, columns, tabs, rules. */
export const FIXTURE_ID = /^[a-z0-9][a-z0-9-]{0,63}$/;
export const id = Joi.string().pattern(FIXTURE_ID, 'small letters, digits and hyphens').required();

/** A text per language of at most so many signs. */
export const texts = (most = 80): Joi.ObjectSchema =>
  Joi.object()
    .pattern(Joi.string().pattern(/^[a-z]{2}$/), Joi.string().allow('').max(most))
    .required();

export const whole = (least: number, most: number): Joi.NumberSchema =>
  Joi.number().integer().min(least).max(most).required();

/** A value of the wide page, and of narrower ones where they have their own. */
export const stepped = (value: Joi.Schema): Joi.ObjectSchema =>
  Joi.object({
    wide: value.required(),
    medium: value.allow(null).required(),
    narrow: value.allow(null).required(),
  }).required();

export const steps = (least: number, most: number): Joi.ObjectSchema =>
  stepped(Joi.number().integer().min(least).max(most));

export const yes = Joi.boolean().required();

/** A picture's name among those that were uploaded. */
export const keptHash = Joi.string()
  .pattern(/^[0-9a-f]{32}$/, 'a picture that was uploaded here')
  .required();

/** Null where something is as usual. */
export const orUsual = (schema: Joi.Schema): Joi.Schema => schema.allow(null).required();

const paintOf = (...names: readonly string[]): Joi.StringSchema =>
  Joi.string().pattern(
    new RegExp(`^(#[0-9a-f]{6}|${names.join('|')})$`),
    `a colour such as #1d2b4f, or one of the look’s: ${names.join(', ')}`,
  );

/** A family of type that ships with the shop, one of its own, or one of these words. */
export const fontName = (...words: readonly string[]): Joi.StringSchema =>
  Joi.string().pattern(
    new RegExp(`^(${[...FONT_NAMES, ...words].join('|')})$|${OWN_FONT.source}`),
    'a family of type',
  );

export const paint = paintOf(...COLOUR_NAMES);
/** Of what may let the page be seen through. */
export const through = paintOf(...COLOUR_NAMES, 'none');
/** On cards, the colour of the product’s category as well. */
export const cardPaint = paintOf(...COLOUR_NAMES, 'category');

/** Where a link leads. */
export const linkAddress = Joi.string()
  .max(500)
  .pattern(
    /^(\/(?!\/)|https:\/\/)/,
    'an address of the shop such as /cookware, or one that begins with https://',
  );
