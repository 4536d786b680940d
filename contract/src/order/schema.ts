import Joi from 'joi';
import {
  MAX_GROUPS,
  MAX_LEVELS,
  nameOfLevel,
  SORT_KEYS,
  type OrderGroup,
  type OrderKey,
  type OrderLevel,
  type Pin,
  type ShelfOrder,
} from '@fond/core';
import { AISLE_KEY_PATTERN } from '../schema/aisleKey';
import { clausesSchema, sku } from '../clause/schema';
import { dated, days } from '../schema/days';

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
  'clicked',
  'earned',
  'margin',
  'stock',
  'random',
  'named',
  'availability',
  'attribute',
  'blend',
];

/** Two pins of the same days of which one would always have to yield; of other days, the more exact one holds. */
const sameHold = (a: Pin, b: Pin): boolean =>
  a.aisle === b.aisle && a.from === b.from && a.to === b.to && (a.sku === b.sku || a.place === b.place);

/** What products are sorted by, the first key first. */
export const levelsSchema = Joi.array()
  .items(
    Joi.object({
      key: Joi.valid(...ORDER_KEYS).required(),
      reversed: Joi.boolean().required(),
      of: Joi.string()
        .max(64)
        .when('key', {
          is: Joi.valid('attribute', 'blend'),
          then: Joi.required(),
          otherwise: Joi.forbidden(),
        })
        .description('Key of the attribute, or id of the blend'),
    }),
  )
  .unique((a: OrderLevel, b: OrderLevel) => nameOfLevel(a) === nameOfLevel(b))
  .min(1)
  .max(MAX_LEVELS)
  .required();

/** What stands before, and behind, all else. */
const groupsSchema = Joi.array()
  .items(
    dated<OrderGroup>({
      id: Joi.string().min(1).max(64).required(),
      name: Joi.string().trim().allow('').max(80).required(),
      at: Joi.valid('front', 'end').required(),
      clauses: clausesSchema.min(1).required(),
      most: Joi.number().integer().min(1).max(1000).allow(null).required(),
      ...days,
    }),
  )
  .unique('id')
  .max(MAX_GROUPS)
  .required();

const pinsSchema = Joi.array()
  .items(
    dated<Pin>({
      sku: sku.required(),
      place: Joi.number().integer().min(1).max(10_000).required(),
      aisle: Joi.string().max(340).pattern(AISLE_KEY_PATTERN, 'the key of an aisle').allow(null).required(),
      ...days,
      anyway: Joi.boolean()
        .required()
        .description('Shown at its place even where the range does not have the product'),
      by: Joi.string().max(200).allow(null).required(),
      at: Joi.string().isoDate().allow(null).required(),
    }),
  )
  .unique(sameHold)
  .max(2_000)
  .required()
  .messages({ 'array.unique': 'holds a product, or a place, that another pin has already' });

/** An order that a shelf has by itself. */
export const ownOrderSchema = {
  levels: levelsSchema,
  groups: groupsSchema,
  soldOutLast: Joi.boolean().required(),
  spread: Joi.object({
    by: Joi.string().max(64).required(),
    most: Joi.number().integer().min(1).max(20).required(),
  })
    .allow(null)
    .required(),
  pins: pinsSchema,
};

/** How the products of an aisle's own shelf are sorted. */
export const orderSchema = Joi.object<ShelfOrder>({
  ...ownOrderSchema,
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
});
