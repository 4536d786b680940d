import Joi from 'joi';
import { object } from '../schema/typed';
import type { ValueFate } from '@fond/core';
import type { AttributeLine } from './types';
import { count, text, texts } from '../schema/basics';

export const attributeLine = object<AttributeLine>({
  key: text.required(),
  type: Joi.valid('text', 'many', 'number', 'boolean', 'colour').required(),
  labels: texts.required(),
  unit: text.allow(null).required(),
  filterable: Joi.boolean().required(),
  onCards: Joi.boolean().required(),
  aisles: Joi.boolean().required(),
  grouped: Joi.boolean().required(),
  decimals: count.allow(null).required(),
  values: count.required(),
  products: count.required(),
});

export const numberSteps = Joi.array()
  .items(Joi.object({ from: Joi.number().required(), to: Joi.number().required(), count: count.required() }))
  .required();

export const offeredValue = object<ValueFate>({
  value: text.required(),
  label: text.required(),
  count: count.required(),
  why: Joi.valid('offered', 'hidden', 'gathered', 'nothing').required(),
  into: text.allow(null).required(),
});
