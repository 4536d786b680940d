import Joi from 'joi';
import { MAX_FAMILIES, MAX_HAND_STEPS, type ValueShow } from '@fond/core';
import { texts } from './fields';
import { object } from './typed';

/** Values of an attribute, or families of them, each once. */
export const valueNames = (most: number): Joi.ArraySchema =>
  Joi.array().items(Joi.string().min(1).max(200)).unique().max(most).required();

/** Where steps of numbers begin, each above the one before. */
export const handSteps = Joi.array()
  .items(Joi.number().min(-1e12).max(1e12))
  .max(MAX_HAND_STEPS)
  .custom((steps: readonly number[], helpers) =>
    steps.every((step, at) => at === 0 || step > steps[at - 1]) ? steps : helpers.error('steps.order'),
  )
  .messages({ 'steps.order': 'each step begins above the one before' });

/** How a value looks. */
export const swatch = Joi.string()
  .pattern(
    /^(#[0-9a-fA-F]{6}( #[0-9a-fA-F]{6})?|picture:[0-9a-f]{32})$/,
    'a colour such as #0b4f5c, two with a blank between, or picture: and a picture’s name',
  )
  .allow(null)
  .required();

const family = Joi.object({
  id: Joi.string()
    .min(1)
    .max(64)
    .pattern(/^[^,%\s][^,%]*$/, 'letters, digits and hyphens, as it stands in addresses')
    .required(),
  labels: texts(120),
  swatch,
  members: valueNames(2_000).min(1),
});

export const valueScale = Joi.valid('none', 'sizes', 'numbers').required();

export const valueFamilies = Joi.array()
  .items(family)
  .unique('id')
  .max(MAX_FAMILIES)
  .custom((families: ValueShow['families'], helpers) => {
    const members = families.flatMap((one) => one.members);
    return new Set(members).size === members.length ? families : helpers.error('families.twice');
  })
  .messages({ 'families.twice': 'a value is gathered in one group only' });

export const valueShow = object<ValueShow>({
  order: valueNames(2_000),
  scale: valueScale,
  families: valueFamilies.required(),
  hidden: valueNames(2_000),
  steps: handSteps.required(),
});
