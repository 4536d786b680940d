import Joi from 'joi';
import { object } from '../schema/typed';
import type { StoredFreePage } from './types';
import { day } from '../schema/days';
import { count, named, text, texts, time, version } from '../schema/basics';

export const storedFreePage = object<StoredFreePage>({
  id: count.required(),
  path: text.required(),
  titles: texts.required(),
  descriptions: texts.required(),
  standsFor: text.allow(null).required(),
  open: Joi.boolean().required(),
  from: day.required(),
  to: day.required(),
  version,
  updatedAt: time.required(),
  updatedBy: text.required(),
  plan: named.allow(null).required(),
  products: count.required(),
});
