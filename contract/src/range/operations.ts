import Joi from 'joi';
import { offeredValue } from '../attribute/shapes';
import { list, object } from '../schema/typed';
import type { DraftAt } from '../plan/types';
import type { PatternQuestion, RangeInput, RangeQuestion } from './types';
import type { BenchModel, RangeRule } from '@fond/core';
import type { Operation } from '../operation';
import { whatIfAnswer } from '../figure/shapes';
import { planDocumentSchema } from '../plan/schema';
import { productRangeSchema, savedRuleSchema, sku } from '../clause/schema';
import { edition, changes } from '../edition/shapes';
import { badgeReport } from '../badge/shapes';
import { facetAdvice } from '../facet/shapes';
import { address, anything, planId, text, version } from '../schema/basics';
import { arrangedAisle, patternCheck, rangeProducts, productWhy, sieve, storedRange } from './shapes';

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
    answer: list(storedRange),
    problems: ['database-away'],
  },
  createRange: {
    method: 'post',
    path: '/api/ranges',
    summary: 'Save a range under a name',
    access: 'signed-in',
    body: object<RangeInput>({ name: rangeName, rule: savedRuleSchema.required() }),
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
    body: object<RangeInput & { version: number }>({
      name: rangeName,
      rule: savedRuleSchema.required(),
      version,
    }),
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
  rangeChanges: {
    method: 'get',
    path: '/api/ranges/{id}/changes',
    summary: 'The aisles that publishing a saved range by itself would change',
    access: 'signed-in',
    params: planId,
    status: 200,
    answer: changes,
    problems: ['not-found', 'database-away'],
  },
  publishRange: {
    method: 'post',
    path: '/api/ranges/{id}/publish',
    summary: 'Publish a saved range for all published plans that show it, with the plans as they are live',
    access: 'signed-in',
    shown: true,
    role: 'publisher',
    params: planId,
    body: object<{ version: number; note: string }>({ version, note: text.max(400).required() }),
    status: 201,
    answer: edition,
    problems: [
      'bad-input',
      'not-found',
      'newer-draft',
      'nothing-to-publish',
      'approval-needed',
      'database-away',
    ],
  },
  explainRange: {
    method: 'post',
    path: '/api/explain/range',
    summary: 'What each clause of a range does in an aisle, and what would help where nothing is left',
    access: 'signed-in',
    free: true,
    body: object<{ rule: RangeRule; address: string }>({ rule: productRangeSchema.required(), address }),
    status: 200,
    answer: sieve,
    problems: ['bad-input', 'unknown-aisle', 'not-ready'],
  },
  rangeProducts: {
    method: 'post',
    path: '/api/explain/range/products',
    summary:
      'Products of a range in an aisle, the newest first, and of one product why it is among them or not',
    access: 'signed-in',
    free: true,
    body: object<RangeQuestion>({
      rule: productRangeSchema.required(),
      address,
      from: Joi.number().integer().min(0).max(10_000_000).required(),
      size: Joi.number().integer().min(1).max(200).required(),
      sku: sku.description('A product that is asked after'),
    }),
    status: 200,
    answer: rangeProducts,
    problems: ['bad-input', 'unknown-aisle', 'not-found', 'not-ready'],
  },
  explainProduct: {
    method: 'post',
    path: '/api/explain/product',
    summary: 'Why a product is on a shelf and at which place, or which clause keeps it off',
    access: 'signed-in',
    free: true,
    body: object<DraftAt & { sku: string; fixture?: string }>({
      plan: planDocumentSchema.required(),
      address,
      sku: sku.required(),
      fixture: Joi.string().max(64).description('A promoting shelf; the aisle’s own where it is left out'),
    }),
    status: 200,
    answer: productWhy,
    problems: ['bad-input', 'unknown-aisle', 'not-found', 'not-ready'],
  },
  arrangedAisle: {
    method: 'post',
    path: '/api/explain/arrangement',
    summary:
      'All products of an aisle as a draft arranges them, each with its figures, and as they stand live',
    access: 'signed-in',
    free: true,
    body: object<DraftAt>({ plan: planDocumentSchema.required(), address }),
    status: 200,
    answer: arrangedAisle,
    problems: ['bad-input', 'unknown-aisle', 'not-found', 'not-ready'],
  },
  whatIf: {
    method: 'post',
    path: '/api/explain/what-if',
    summary:
      'What a draft would bring in an aisle of a thousand visits against what is live, from what was counted, with bounds that hold nine times out of ten',
    access: 'signed-in',
    free: true,
    body: object<DraftAt>({ plan: planDocumentSchema.required(), address }),
    status: 200,
    answer: whatIfAnswer,
    problems: ['bad-input', 'unknown-aisle', 'not-found', 'not-ready', 'database-away'],
  },
  explainFacets: {
    method: 'post',
    path: '/api/explain/facets',
    summary:
      'Which facets help in an aisle: coverage, values, evenness, and a recommendation with its reason',
    access: 'signed-in',
    free: true,
    body: object<DraftAt>({ plan: planDocumentSchema.required(), address }),
    status: 200,
    answer: facetAdvice,
    problems: ['bad-input', 'unknown-aisle', 'not-ready'],
  },
  offeredValues: {
    method: 'post',
    path: '/api/explain/values',
    summary:
      'The values of a filter in an aisle, with what becomes of each: offered, hidden, or gathered in a group',
    access: 'signed-in',
    free: true,
    body: object<DraftAt & { key: string }>({
      plan: planDocumentSchema.required(),
      address,
      key: Joi.string().max(65).required(),
    }),
    status: 200,
    answer: list(offeredValue),
    problems: ['bad-input', 'not-found', 'unknown-aisle', 'not-ready'],
  },
  previewCard: {
    method: 'post',
    path: '/api/preview/card',
    summary:
      'The card of a draft on products that are hard on it, one for each badge, or one product in all states; with how many products of the aisle fill each element',
    access: 'signed-in',
    free: true,
    body: object<DraftAt & { show: 'card' | 'badges' | 'product'; sku?: string }>({
      plan: planDocumentSchema.required(),
      address,
      show: Joi.valid('card', 'badges', 'product').required(),
      sku: sku.when('show', { is: 'product', then: Joi.required(), otherwise: Joi.forbidden() }),
    }),
    status: 200,
    answer: object<{ bench: BenchModel | null }>({ bench: anything.allow(null).required() }),
    problems: ['bad-input', 'unknown-aisle', 'not-ready'],
  },
  explainBadges: {
    method: 'post',
    path: '/api/explain/badges',
    summary:
      'How many products carry each badge of a draft, in an aisle and in the shop, and which rules meet',
    access: 'signed-in',
    free: true,
    body: object<DraftAt>({ plan: planDocumentSchema.required(), address }),
    status: 200,
    answer: badgeReport,
    problems: ['bad-input', 'unknown-aisle', 'not-ready'],
  },
  explainPatterns: {
    method: 'post',
    path: '/api/explain/patterns',
    summary: 'What a draft tells search engines of its products: which titles are too long, or double',
    access: 'signed-in',
    free: true,
    body: object<PatternQuestion>({
      plan: planDocumentSchema.required(),
      lang: Joi.string()
        .pattern(/^[a-z]{2}$/, 'a language of two letters')
        .required(),
    }),
    status: 200,
    answer: patternCheck,
    problems: ['bad-input', 'not-ready'],
  },
} as const satisfies Record<string, Operation>;
