import Joi from 'joi';
import { object } from '../schema/typed';
import type { BadgeReport } from './types';
import { count, text } from '../schema/basics';

const aProduct = { sku: text.required(), title: text.required() };

export const badgeReport = object<BadgeReport>({
  aisle: Joi.object({ key: text.required(), title: text.required() }).required(),
  products: count.required(),
  shop: count.required(),
  rules: Joi.array()
    .items(
      Joi.object({
        id: text.required(),
        aisle: count.required(),
        shop: count.required(),
        fault: Joi.object({ kind: text.required(), name: text.required() }).allow(null).required(),
        example: Joi.object({ ...aProduct, text: text.required(), image: text.allow(null).required() })
          .allow(null)
          .required(),
      }),
    )
    .required(),
  pairs: Joi.array()
    .items(Joi.object({ first: text.required(), second: text.required(), products: count.required() }))
    .required(),
  over: count.required(),
  fullest: Joi.object({
    ...aProduct,
    badges: Joi.array()
      .items(Joi.object({ key: text.required(), text: text.required() }))
      .required(),
  })
    .allow(null)
    .required(),
});
