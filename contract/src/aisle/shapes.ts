import Joi from 'joi';
import { object } from '../schema/typed';
import type { Floor } from './floor';
import { edition } from '../edition/shapes';
import { planSummary } from '../plan/shapes';
import { aisleKind } from '../reach/shapes';
import { anything, count, named, text, texts, time } from '../schema/basics';

export const floor = object<Floor>({
  aisles: Joi.array()
    .items(
      Joi.object({
        key: Joi.string().required(),
        kind: aisleKind.required(),
        path: Joi.string().required(),
        title: text.required(),
        titles: texts.required(),
        parent: Joi.string().allow(null).required(),
        products: count.required(),
        productsItself: count.required(),
        plan: named.allow(null).required(),
        why: anything.allow(null).required(),
        others: Joi.array()
          .items(
            named.keys({
              rule: anything.required(),
              against: Joi.valid('less-exact', 'lower-rank', 'dispute').required(),
            }),
          )
          .required(),
        leftOut: Joi.array()
          .items(named.keys({ rule: anything.required(), by: anything.required() }))
          .required(),
        standIn: Joi.object({ key: text.required(), title: text.required() }).allow(null).required(),
        attribute: Joi.object({ key: text.required(), title: text.required() }).allow(null).required(),
        closed: Joi.boolean().required(),
        picture: Joi.object({
          hash: text.required(),
          focus: Joi.object({ x: count.required(), y: count.required() }).required(),
        })
          .allow(null)
          .required(),
        disputed: Joi.boolean().required(),
        publishedAt: time.allow(null).required(),
      }),
    )
    .required(),
  plans: Joi.array().items(planSummary).required(),
  edition: edition.required(),
  products: count.required(),
  faults: Joi.array()
    .items(Joi.object({ table: text.required(), row: text.required(), reason: text.required() }))
    .required(),
});
