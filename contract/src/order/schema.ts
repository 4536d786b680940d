import Joi from 'joi';
import { SORT_KEYS, type OrderKey, type Pin, type ShelfOrder } from '@fond/core';
import { AISLE_KEY_PATTERN } from '../schema/aisleKey';
import { clausesSchema, sku } from '../clause/schema';

const ORDER_KEYS: readonly OrderKey[] = [
  'featured',
  'newest',
  'changed',
  'name',
  'price',
  'saving',
  'rating',
  'sold',
  'views',
  'margin',
  'stock',
  'random',
  'named',
];

const sameHold = (a: Pin, b: Pin): boolean => a.aisle === b.aisle && (a.sku === b.sku || a.place === b.place);

/** What products are sorted by, the first key first. */
export const levelsSchema = Joi.array()
  .items(Joi.object({ key: Joi.valid(...ORDER_KEYS).required(), reversed: Joi.boolean().required() }))
  .unique('key')
  .min(1)
  .max(6)
  .required();

/** How the products of a shelf are sorted. */
export const orderSchema = Joi.object<ShelfOrder>({
  levels: levelsSchema,
  choices: Joi.array()
    .items(
      Joi.object({
        key: Joi.valid(...SORT_KEYS).required(),
        label: Joi.object()
          .pattern(Joi.string().pattern(/^[a-z]{2}$/), Joi.string().allow('').max(80))
          .required(),
      }),
    )
    .unique('key')
    .min(1)
    .required(),
  lift: clausesSchema.required(),
  sink: clausesSchema.required(),
  soldOutLast: Joi.boolean().required(),
  spread: Joi.object({
    by: Joi.string().max(64).required(),
    most: Joi.number().integer().min(1).max(20).required(),
  })
    .allow(null)
    .required(),
  pins: Joi.array()
    .items(
      Joi.object({
        sku: sku.required(),
        place: Joi.number().integer().min(1).max(10_000).required(),
        aisle: Joi.string().max(340).pattern(AISLE_KEY_PATTERN, 'the key of an aisle').allow(null).required(),
      }),
    )
    .unique(sameHold)
    .max(500)
    .required()
    .messages({ 'array.unique': 'holds a product, or a place, that another pin has already' }),
});
