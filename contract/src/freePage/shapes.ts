import Joi from 'joi';
import { count, named, text, texts, time, version } from '../schema/basics';

export const storedFreePage = Joi.object({
  id: count.required(),
  path: text.required(),
  titles: texts.required(),
  descriptions: texts.required(),
  standsFor: text.allow(null).required(),
  open: Joi.boolean().required(),
  version,
  updatedAt: time.required(),
  updatedBy: text.required(),
  plan: named.allow(null).required(),
  products: count.required(),
});
