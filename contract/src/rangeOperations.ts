import Joi from 'joi';
import type { Operation } from './operation';
import { planSchema } from './planSchema';
import { rangeSchema, savedRuleSchema, sku } from './rangeSchema';
import { address, anything, facetAdvice, planId, productWhy, sieve, storedRange, version } from './shapes';

const rangeName = Joi.string().trim().min(1).max(80).required();

/** Saved ranges, and what the desk is told of any range. */
export const RANGE_OPERATIONS = {
  rangeJsonSchema: {
    method: 'get',
    path: '/api/schema/range.json',
    summary: 'The JSON Schema of a range',
    access: 'public',
    status: 200,
    answer: anything,
    problems: [],
  },
  ranges: {
    method: 'get',
    path: '/api/ranges',
    summary: 'Saved ranges, with the plans that show them',
    access: 'signed-in',
    status: 200,
    answer: Joi.array().items(storedRange),
    problems: ['database-away'],
  },
  createRange: {
    method: 'post',
    path: '/api/ranges',
    summary: 'Save a range under a name',
    access: 'signed-in',
    body: Joi.object({ name: rangeName, rule: savedRuleSchema.required() }),
    status: 201,
    answer: storedRange,
    problems: ['bad-input', 'database-away'],
  },
  readRange: {
    method: 'get',
    path: '/api/ranges/{id}',
    summary: 'A saved range',
    access: 'signed-in',
    params: planId,
    status: 200,
    answer: storedRange,
    problems: ['not-found', 'database-away'],
  },
  saveRange: {
    method: 'put',
    path: '/api/ranges/{id}',
    summary: 'Change a saved range; shoppers see it when a plan that shows it is published',
    access: 'signed-in',
    params: planId,
    body: Joi.object({ name: rangeName, rule: savedRuleSchema.required(), version }),
    status: 200,
    answer: storedRange,
    problems: ['bad-input', 'not-found', 'newer-draft', 'database-away'],
  },
  deleteRange: {
    method: 'delete',
    path: '/api/ranges/{id}',
    summary: 'Delete a saved range that no plan shows',
    access: 'signed-in',
    params: planId,
    status: 204,
    answer: null,
    problems: ['not-found', 'range-in-use', 'database-away'],
  },
  explainRange: {
    method: 'post',
    path: '/api/explain/range',
    summary: 'What each clause of a range does in an aisle, and what would help where nothing is left',
    access: 'signed-in',
    body: Joi.object({ rule: rangeSchema.required(), address }),
    status: 200,
    answer: sieve,
    problems: ['bad-input', 'unknown-aisle', 'not-ready'],
  },
  explainProduct: {
    method: 'post',
    path: '/api/explain/product',
    summary: 'Why a product is on a shelf and at which place, or which clause keeps it off',
    access: 'signed-in',
    body: Joi.object({ plan: planSchema.required(), address, sku: sku.required() }),
    status: 200,
    answer: productWhy,
    problems: ['bad-input', 'unknown-aisle', 'not-found', 'not-ready'],
  },
  explainFacets: {
    method: 'post',
    path: '/api/explain/facets',
    summary:
      'Which facets help in an aisle: coverage, values, evenness, and a recommendation with its reason',
    access: 'signed-in',
    body: Joi.object({ plan: planSchema.required(), address }),
    status: 200,
    answer: facetAdvice,
    problems: ['bad-input', 'unknown-aisle', 'not-ready'],
  },
} as const satisfies Record<string, Operation>;
