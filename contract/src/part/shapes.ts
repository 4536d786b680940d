import Joi from 'joi';
import { standing } from '../plan/shapes';
import { count, named, text, time, version } from '../schema/basics';

export const partSummary = Joi.object({
  id: Joi.string().required(),
  name: text.required(),
  version,
  standing,
  fixtures: Joi.array().items(Joi.object().unknown()).required(),
  usedIn: Joi.array().items(named).required(),
  aisles: count.required(),
  live: Joi.boolean().required(),
  changed: Joi.boolean().required(),
  updatedAt: time.required(),
  updatedBy: text.required(),
});
