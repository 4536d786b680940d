import Joi from 'joi';
import { object } from '../schema/typed';
import type { PartSummary } from './types';
import { standing } from '../plan/shapes';
import { count, named, text, time, version } from '../schema/basics';

export const partSummary = object<PartSummary>({
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
