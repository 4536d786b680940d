import Joi from 'joi';
import { list, object } from '../schema/typed';
import type { ProductLine, ProductLookup } from './types';
import { text } from '../schema/basics';

const productLine = object<ProductLine>({
  sku: text.required(),
  title: text.required(),
  price: Joi.number().allow(null).required(),
  featured: Joi.boolean().required(),
  inStock: Joi.boolean().required(),
  image: text.allow(null).required(),
});

export const productLines = list(productLine);
export const productLookup = object<ProductLookup>({
  found: productLines.required(),
  missing: Joi.array().items(text).required(),
});
