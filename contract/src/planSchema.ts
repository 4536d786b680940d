import Joi from 'joi';
import { CARD_ELEMENT_KINDS, HOUSE_PLAN_ID, SORT_KEYS, type Plan } from '@fond/core';

const id = Joi.string()
  .pattern(/^[a-z0-9][a-z0-9-]{0,63}$/, 'small letters, digits and hyphens')
  .required();
const key = Joi.string().max(64).required();
const name = Joi.string().trim().min(1).max(80).required();
const texts = Joi.object()
  .pattern(Joi.string().pattern(/^[a-z]{2}$/), Joi.string().allow('').max(80))
  .required();

const perWidth = (least: number, most: number): Joi.ObjectSchema =>
  Joi.object({
    wide: Joi.number().integer().min(least).max(most).required(),
    medium: Joi.number().integer().min(least).max(most).required(),
    narrow: Joi.number().integer().min(least).max(most).required(),
  }).required();

const reachRule = Joi.alternatives()
  .try(
    Joi.object({ kind: Joi.valid('everything').required() }),
    Joi.object({
      kind: Joi.valid('aisles').required(),
      of: Joi.valid('front', 'category', 'collection', 'tag', 'search').required(),
    }),
    Joi.object({
      kind: Joi.valid('category').required(),
      category: Joi.number().integer().min(1).required(),
      below: Joi.boolean().required(),
    }),
    Joi.object({
      kind: Joi.valid('aisle').required(),
      aisle: Joi.string()
        .pattern(/^(front|search|(category|tag|collection):\d+)$/, 'the key of an aisle')
        .required(),
    }),
  )
  .match('one');

export const reachSchema = Joi.object({
  include: Joi.array().items(reachRule).max(200).required(),
  exclude: Joi.array().items(reachRule).max(200).required(),
});

const orderLevel = Joi.object({
  key: Joi.valid('featured', 'newest', 'name', 'price', 'rating').required(),
  reversed: Joi.boolean().required(),
});

const fixture = Joi.alternatives()
  .try(
    Joi.object({ id, type: Joi.valid('breadcrumb').required() }),
    Joi.object({ id, type: Joi.valid('title').required() }),
    Joi.object({ id, type: Joi.valid('description').required() }),
    Joi.object({
      id,
      type: Joi.valid('navigation').required(),
      hideEmpty: Joi.boolean().required(),
      counts: Joi.boolean().required(),
    }),
    Joi.object({
      id,
      type: Joi.valid('facets').required(),
      side: Joi.valid('start', 'end').required(),
      counts: Joi.boolean().required(),
      facets: Joi.array()
        .items(
          Joi.object({
            key,
            label: texts,
            shown: Joi.number().integer().min(1).max(50).required(),
            open: Joi.boolean().required(),
          }),
        )
        .unique('key')
        .max(60)
        .required(),
    }),
    Joi.object({
      id,
      type: Joi.valid('shelf').required(),
      range: Joi.object({
        source: Joi.valid('aisle', 'catalogue').required(),
        below: Joi.boolean().required(),
        stock: Joi.valid('any', 'in').required(),
      }).required(),
      order: Joi.object({
        levels: Joi.array().items(orderLevel).unique('key').min(1).max(5).required(),
        choices: Joi.array()
          .items(Joi.valid(...SORT_KEYS))
          .unique()
          .required(),
      }).required(),
      columns: perWidth(1, 6),
      gap: Joi.number().integer().min(0).max(80).required(),
      pageSize: Joi.number().integer().min(1).max(200).required(),
      lastRow: Joi.valid('start', 'centre', 'stretch').required(),
      card: Joi.array()
        .items(
          Joi.object({
            element: Joi.valid(...CARD_ELEMENT_KINDS).required(),
            attribute: Joi.when('element', {
              is: 'attribute',
              then: Joi.string().max(64).required(),
              otherwise: Joi.valid(null).required(),
            }),
            on: Joi.boolean().required(),
          }),
        )
        .unique(
          (a: { element: string; attribute: string | null }, b: typeof a) =>
            a.element === b.element && a.attribute === b.attribute,
        )
        .max(60)
        .required(),
    }),
  )
  .match('one');

const servesEverything = (reach: Plan['reach']): boolean =>
  reach.exclude.length === 0 && reach.include.some((rule) => rule.kind === 'everything');

/** A plan as the API takes it and stores it; unknown keys are refused. */
export const planSchema = Joi.object<Plan>({
  id,
  name,
  reach: reachSchema.required(),
  fixtures: Joi.array().items(fixture).unique('id').max(60).required(),
})
  .custom((plan: Plan, helpers) =>
    plan.id === HOUSE_PLAN_ID && !servesEverything(plan.reach)
      ? helpers.error('plan.house', { path: ['reach'] })
      : plan,
  )
  .messages({
    'plan.house': 'The house plan serves everything that no other plan serves; that can’t be taken from it.',
  });
