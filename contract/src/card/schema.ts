import Joi from 'joi';
import {
  CARD_ELEMENT_KINDS,
  CARD_FIELDS,
  LETTER_BOUNDS,
  LETTER_CASES,
  MAX_SPACE,
  RATIO_BOUNDS,
  WEIGHTS,
  type CardElement,
} from '@fond/core';
import { cardPaint, paint, texts, whole, yes } from '../schema/fields';

const orUsual = (schema: Joi.Schema): Joi.Schema => schema.allow(null).required();

const elementLook = Joi.object({
  font: Joi.valid('usual', 'text', 'display').required(),
  size: orUsual(Joi.number().integer().min(LETTER_BOUNDS.least).max(LETTER_BOUNDS.most)),
  weight: orUsual(Joi.valid(...WEIGHTS)),
  case: Joi.valid(...LETTER_CASES).required(),
  colour: orUsual(cardPaint),
  align: Joi.valid('start', 'centre', 'end').required(),
  space: orUsual(Joi.number().integer().min(0).max(MAX_SPACE)),
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
  label: Joi.valid('before', 'after', 'none').required(),
  text: texts(40),
  join: Joi.string().allow('').max(5).required(),
  most: orUsual(Joi.number().integer().min(1).max(400)),
  look: elementLook,
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
