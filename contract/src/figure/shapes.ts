import Joi from 'joi';
import { count, text } from '../schema/basics';
import { object } from '../schema/typed';
import type { WhatIfAnswer } from './types';

const amount = Joi.number().required();

/** A share or a rate with the bounds between which it lies nine times out of ten. */
export const estimate = Joi.object({ value: amount, low: amount, high: amount });

/** A day of the calendar. */
export const day = Joi.string().pattern(/^\d{4}-\d{2}-\d{2}$/, 'a day such as 2026-11-30');

const outcome = Joi.object({
  clicks: estimate.required(),
  carts: estimate.required(),
  revenue: estimate.required(),
}).required();

export const whatIfAnswer = object<WhatIfAnswer>({
  currency: text.required(),
  from: day.required(),
  to: day.required(),
  visits: count.required(),
  same: Joi.boolean().required(),
  today: outcome,
  then: outcome,
  change: outcome,
  doubts: Joi.array()
    .items(Joi.valid('few-visits', 'places-unknown', 'products-unknown', 'places-unseen'))
    .required(),
});
