import Joi from 'joi';
import { CARD_ELEMENT_KINDS, FACET_CONTROLS, HOUSE_PLAN_ID, MOST_PER_PAGE, type Plan } from '@fond/core';
import { byKind } from './byKind';
import { orderSchema } from './orderSchema';
import { rangeSchema, relatedRangeSchema } from './rangeSchema';

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

const sized = (by: 'products' | 'rows', most: number): Joi.ObjectSchema =>
  Joi.object({ by: Joi.valid(by).required(), count: Joi.number().integer().min(1).max(most).required() });

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

const pageSize = byKind('by', [
  { is: 'products', then: sized('products', MOST_PER_PAGE) },
  { is: 'rows', then: sized('rows', 100) },
  { is: 'all', then: Joi.object({ by: Joi.valid('all').required() }) },
]);

const FIXTURES = [
  { is: 'breadcrumb', then: Joi.object({ id, type: Joi.valid('breadcrumb').required() }) },
  { is: 'title', then: Joi.object({ id, type: Joi.valid('title').required() }) },
  { is: 'description', then: Joi.object({ id, type: Joi.valid('description').required() }) },
  {
    is: 'navigation',
    then: Joi.object({
      id,
      type: Joi.valid('navigation').required(),
      hideEmpty: Joi.boolean().required(),
      counts: Joi.boolean().required(),
    }),
  },
  {
    is: 'facets',
    then: Joi.object({
      id,
      type: Joi.valid('facets').required(),
      side: Joi.valid('start', 'end', 'above').required(),
      share: Joi.number().integer().min(15).max(40).required(),
      header: Joi.boolean().required(),
      clearAll: Joi.boolean().required(),
      counts: Joi.boolean().required(),
      hideDead: Joi.boolean().required(),
      facets: Joi.array()
        .items(
          Joi.object({
            key,
            label: texts,
            shown: Joi.number().integer().min(1).max(50).required(),
            open: Joi.boolean().required(),
            control: Joi.valid(...FACET_CONTROLS).required(),
            logic: Joi.valid('any', 'all').required(),
            sort: Joi.valid('auto', 'count', 'name', 'value').required(),
          }),
        )
        .unique('key')
        .max(60)
        .required(),
    }),
  },
  {
    is: 'shelf',
    then: Joi.object({
      id,
      type: Joi.valid('shelf').required(),
      range: rangeSchema.required(),
      order: orderSchema.required(),
      columns: perWidth(1, 6),
      gap: Joi.number().integer().min(0).max(80).required(),
      pageSize: pageSize.required(),
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
  },
];

/** Each fixture is checked as what it says it is, so that faults are told at their place. */
const fixture = byKind('type', FIXTURES);

const servesEverything = (reach: Plan['reach']): boolean =>
  reach.exclude.length === 0 && reach.include.some((rule) => rule.kind === 'everything');

/** A plan as the API takes it and stores it; unknown keys are refused. */
export const planSchema = Joi.object<Plan>({
  id,
  name,
  reach: reachSchema.required(),
  fixtures: Joi.array().items(fixture).unique('id').max(60).required(),
  related: Joi.object({
    heading: texts,
    range: relatedRangeSchema.required(),
    most: Joi.number().integer().min(1).max(12).required(),
  })
    .allow(null)
    .required(),
})
  .custom((plan: Plan, helpers) =>
    plan.id === HOUSE_PLAN_ID && !servesEverything(plan.reach)
      ? helpers.error('plan.house', { path: ['reach'] })
      : plan,
  )
  .description('Plan')
  .messages({
    'plan.house': 'The house plan serves everything that no other plan serves; that can’t be taken from it.',
  });
