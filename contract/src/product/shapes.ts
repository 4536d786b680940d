import Joi from 'joi';
import { text } from '../schema/basics';

const productLine = Joi.object({
  sku: text.required(),
  title: text.required(),
  price: Joi.number().allow(null).required(),
  featured: Joi.boolean().required(),
  inStock: Joi.boolean().required(),
  image: text.allow(null).required(),
});

export const productLines = Joi.array().items(productLine);
export const productLookup = Joi.object({
  found: productLines.required(),
  missing: Joi.array().items(text).required(),
});
