import Joi from 'joi';
import { AISLE_KINDS, HOUSE_PLAN_ID, type Plan } from '@fond/core';
import { badgesSchema } from '../badge/schema';
import { AISLE_KEY_PATTERN } from '../schema/aisleKey';
import { id } from '../schema/fields';
import { fixturesSchema, isPartOfFixtures } from './fixtureSchema';
import { lookSchema } from './lookSchema';
import { productPageSchema } from './productPageSchema';

const name = Joi.string().trim().min(1).max(80).required();

const reachRule = Joi.alternatives()
  .try(
    Joi.object({ kind: Joi.valid('everything').required() }),
    Joi.object({
      kind: Joi.valid('aisles').required(),
      of: Joi.valid(...AISLE_KINDS).required(),
    }),
    Joi.object({
      kind: Joi.valid('category').required(),
      category: Joi.number().integer().min(1).required(),
      below: Joi.boolean().required(),
    }),
    Joi.object({
      kind: Joi.valid('values').required(),
      attribute: Joi.string().max(64).required(),
    }),
    Joi.object({
      kind: Joi.valid('aisle').required(),
      aisle: Joi.string().max(340).pattern(AISLE_KEY_PATTERN, 'the key of an aisle').required(),
    }),
  )
  .match('one');

export const reachSchema = Joi.object({
  include: Joi.array().items(reachRule).max(200).required(),
  exclude: Joi.array().items(reachRule).max(200).required(),
});

const servesEverything = (reach: Plan['reach']): boolean =>
  reach.exclude.length === 0 && reach.include.some((rule) => rule.kind === 'everything');

const head = {
  id,
  kind: Joi.valid('page', 'part').required(),
  name,
  reach: reachSchema.required(),
  rank: Joi.number().integer().min(0).max(1000).required(),
};

/** A plan with all its values. */
export const planSchema = Joi.object<Plan>({
  ...head,
  fixtures: fixturesSchema,
  productPage: productPageSchema.required(),
  look: lookSchema,
  badges: badgesSchema,
  css: Joi.string().allow('').max(20_000).required(),
})
  .custom((plan: Plan, helpers) => {
    if (plan.kind === 'part') {
      if (plan.reach.include.length) return helpers.error('plan.part.reach');
      return isPartOfFixtures(plan.fixtures) ? plan : helpers.error('plan.part.fixtures');
    }
    return plan.id === HOUSE_PLAN_ID && !servesEverything(plan.reach)
      ? helpers.error('plan.house', { path: ['reach'] })
      : plan;
  })
  .description('Plan')
  .messages({
    'plan.part.reach': 'A part serves no aisle by itself; plans show it.',
    'plan.part.fixtures':
      'A part is one fixture with all within it. The page’s own shelf, filters, title, way and description, and links to other parts, can’t stand in it.',
    'plan.house': 'The house plan serves everything that no other plan serves; that can’t be taken from it.',
  });

/** As deep as a plan's settings lie: fixtures → one → its order → choices → one → label. */
const DEEPEST_DIFFERENCE = 8;
const MAX_ENTRIES = 400;

type Fields = Readonly<Record<string, unknown>>;
const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const hasOnly = (value: Fields, ...keys: string[]): boolean =>
  Object.keys(value).length === keys.length && keys.every((key) => key in value);
const isName = (value: unknown): boolean => typeof value === 'string' && value.length <= 200;
const isShort = (list: unknown): list is unknown[] => Array.isArray(list) && list.length <= MAX_ENTRIES;
const isPlace = (value: Fields): boolean => value['after'] === null || isName(value['after']);

/**
 * Whether a value has the form of a difference. What it sets is checked when it is filled in from its base; as a Joi
 * schema of its own it would have to be written out for every depth.
 */
function isDifference(value: unknown, depth = DEEPEST_DIFFERENCE): boolean {
  if (!isFields(value) || depth < 0) return false;
  if (hasOnly(value, 'set')) return true;
  if (hasOnly(value, 'at')) return areDifferences(value['at'], depth);
  const { items, added, moved, removed } = value;
  return (
    hasOnly(value, 'items', 'added', 'moved', 'removed') &&
    areDifferences(items, depth) &&
    isShort(added) &&
    added.every(
      (one) => isFields(one) && hasOnly(one, 'item', 'after') && isFields(one['item']) && isPlace(one),
    ) &&
    isShort(moved) &&
    moved.every((one) => isFields(one) && hasOnly(one, 'id', 'after') && isName(one['id']) && isPlace(one)) &&
    isShort(removed) &&
    removed.every(isName)
  );
}

const areDifferences = (value: unknown, depth: number): boolean =>
  isFields(value) &&
  Object.keys(value).length <= MAX_ENTRIES &&
  Object.entries(value).every(([key, inner]) => isName(key) && isDifference(inner, depth - 1));

/** What an heir says otherwise than its base. */
const ownSchema = Joi.object()
  .unknown()
  .custom((value: unknown, helpers) => (isDifference(value) ? value : helpers.error('own.form')))
  .description('Difference')
  .messages({
    'own.form': 'has not the form of a difference: `set`, `at`, or items added, moved and removed',
  });

/** A plan that builds on another one. */
export const heirSchema = Joi.object({
  ...head,
  kind: Joi.valid('page').required(),
  base: Joi.string().max(64).required(),
  own: ownSchema.allow(null).required(),
}).description('Heir');

/** A plan as the API takes it and stores it: whole, or as what differs from its base. Unknown keys are refused. */
export const planDocumentSchema = Joi.alternatives()
  .conditional('.base', { is: Joi.exist(), then: heirSchema, otherwise: planSchema })
  .description('PlanDocument');
