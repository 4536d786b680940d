import Joi from 'joi';
import type { Days } from '@fond/core';

export const day = Joi.string()
  .pattern(/^\d{4}-\d{2}-\d{2}$/, 'a day such as 2026-11-30')
  .allow(null)
  .required();

/** One that may be left out, which leaves it as it is. */
export const optionalDay = day.optional();

/** A first and a last day. */
export const days = { from: day, to: day };

/** An object that has a first and a last day, which are in that order. */
export const dated = <T extends Days>(keys: { readonly [K in keyof T]: Joi.Schema }): Joi.ObjectSchema<T> =>
  Joi.object<T>(keys)
    .custom((value: T, helpers) =>
      value.from !== null && value.to !== null && value.to < value.from
        ? helpers.error('days.turned')
        : value,
    )
    .messages({ 'days.turned': 'ends before it begins' });
