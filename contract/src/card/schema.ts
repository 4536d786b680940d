import Joi from 'joi';
import {
  CARD_ELEMENT_KINDS,
  CARD_FIELDS,
  LEADING_BOUNDS,
  LETTER_BOUNDS,
  LETTER_CASES,
  MAX_SPACE,
  MOST_LINES,
  RATIO_BOUNDS,
  TRACKING_BOUNDS,
  WEIGHTS,
  type CardElement,
} from '@fond/core';
import { fontName, cardPaint, orUsual, paint, texts, whole, yes } from '../schema/fields';

const letters = (): Joi.Schema =>
  orUsual(Joi.number().integer().min(LETTER_BOUNDS.least).max(LETTER_BOUNDS.most));
const weight = orUsual(Joi.valid(...WEIGHTS));

const elementLook = Joi.object({
  font: fontName('usual', 'text', 'display').required(),
  size: letters(),
  narrower: Joi.object({ medium: letters(), narrow: letters() }).required(),
  weight,
  italic: yes,
  leading: orUsual(Joi.number().integer().min(LEADING_BOUNDS.least).max(LEADING_BOUNDS.most)),
  tracking: orUsual(Joi.number().integer().min(TRACKING_BOUNDS.least).max(TRACKING_BOUNDS.most)),
  case: Joi.valid(...LETTER_CASES).required(),
  colour: orUsual(cardPaint),
  align: Joi.valid('start', 'centre', 'end').required(),
  space: orUsual(Joi.number().integer().min(0).max(MAX_SPACE)),
  lines: orUsual(Joi.number().integer().min(1).max(MOST_LINES)),
}).required();

const element = Joi.object({
  element: Joi.valid(...CARD_ELEMENT_KINDS).required(),
  attribute: Joi.when('element', {
    switch: [
      { is: 'attribute', then: Joi.string().max(64).required() },
      { is: 'field', then: Joi.valid(...CARD_FIELDS).required() },
    ],
    otherwise: Joi.valid(null).required(),
  }),
  on: yes,
  beside: yes,
  revealed: yes,
  corner: yes,
  label: Joi.valid('before', 'after', 'none').required(),
  text: texts(40),
  join: Joi.string().allow('').max(5).required(),
  most: orUsual(Joi.number().integer().min(1).max(400)),
  look: elementLook,
  was: Joi.object({ on: yes, size: letters(), weight, colour: orUsual(paint) }).required(),
});

/** The elements of a card, each of which stands on it once. */
export const cardSchema = Joi.array()
  .items(element)
  .unique((a: CardElement, b: CardElement) => a.element === b.element && a.attribute === b.attribute)
  .max(60);

/** The card itself, and what it does when it is pointed at. */
export const faceSchema = Joi.object({
  frame: orUsual(Joi.valid('none', 'line', 'filled')),
  radius: orUsual(Joi.number().integer().min(0).max(40)),
  shadow: orUsual(Joi.valid('none', 'soft', 'strong')),
  ground: orUsual(paint),
  ratio: Joi.number().min(RATIO_BOUNDS.least).max(RATIO_BOUNDS.most).required(),
  crop: Joi.valid('fill', 'whole').required(),
  equal: yes,
  second: yes,
  overlay: Joi.object({ colour: cardPaint.required(), opacity: whole(10, 100) })
    .allow(null)
    .required(),
  zoom: yes,
});
