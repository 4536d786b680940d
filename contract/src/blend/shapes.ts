import Joi from 'joi';
import { object } from '../schema/typed';
import { count, text } from '../schema/basics';
import { factorsSchema } from '../clause/blendSchema';
import { storedRule } from '../range/shapes';
import type { BlendTrial, StoredBlend } from './types';

export const storedBlend = object<StoredBlend>({ ...storedRule, factors: factorsSchema.required() });

const share = Joi.number().min(0).max(1);
const moves = Joi.array()
  .items(
    Joi.object({
      sku: text.required(),
      title: text.required(),
      from: count.required(),
      to: count.required(),
    }),
  )
  .max(10)
  .required();

export const blendTrial = object<BlendTrial>({
  aisle: Joi.object({ title: text.required(), count: count.required() }).required(),
  products: Joi.array()
    .items(
      Joi.object({
        sku: text.required(),
        title: text.required(),
        image: Joi.string().allow(null).required(),
        place: count.required(),
        before: count.allow(null).required(),
        score: share.required(),
        factors: Joi.array()
          .items(
            Joi.object({
              id: text.required(),
              number: Joi.number().allow(null).required(),
              share: share.required(),
              adds: share.required(),
            }),
          )
          .required(),
      }),
    )
    .required(),
  rose: moves,
  fell: moves,
  having: Joi.array()
    .items(Joi.object({ id: text.required(), count: count.required() }))
    .required(),
});
