import Joi from 'joi';
import { isBrokenPattern, type ProductPage } from '@fond/core';
import { productRangeSchema } from '../clause/schema';
import { object } from '../schema/typed';
import { id, steps, texts, yes } from '../schema/fields';
import { promotionFields } from './fixtureSchema';

const MAX_SHELVES = 8;

const unbroken = (said: Readonly<Record<string, string>>, helpers: Joi.CustomHelpers): unknown => {
  const broken = Object.entries(said).find(([, pattern]) => isBrokenPattern(pattern));
  return broken ? helpers.error('pattern.braces', { lang: broken[0] }) : said;
};

const pattern = (most: number): Joi.ObjectSchema =>
  texts(most).custom(unbroken).messages({
    'pattern.braces':
      'has braces in {{#lang}} that hold no field. Fields stand in braces, such as {title} or {category}.',
  });

/** The pages of the products whose main category a plan serves. */
export const productPageSchema = object<ProductPage>({
  gallery: Joi.object({
    side: Joi.valid('below', 'beside').required(),
    thumbnails: steps(2, 12),
    zoom: yes,
  }).required(),
  shelves: Joi.array()
    .items(Joi.object({ id, ...promotionFields(productRangeSchema) }))
    .unique('id')
    .max(MAX_SHELVES)
    .required(),
  reviews: yes,
  search: Joi.object({ title: pattern(200), description: pattern(500) }).required(),
}).description('ProductPage');
