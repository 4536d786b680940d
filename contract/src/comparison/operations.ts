import Joi from 'joi';
import type { Operation } from '../operation';
import { editionComparison } from '../edition/shapes';
import { count, named, text } from '../schema/basics';
import { object } from '../schema/typed';
import type { AisleComparison, AisleComparisonQuery, Sides } from './types';

const side = Joi.string()
  .min(1)
  .max(400)
  .required()
  .description(
    '`live`, `edition:12`, `trial:ID-1`, `day:2026-12-24T18:00`, or ids of drafts joined by commas',
  );
const order = Joi.string()
  .max(40)
  .description(
    'A sort that shoppers may choose, as in the shop’s addresses; the aisle’s own where it is left out',
  );
const placed = Joi.array()
  .items(
    Joi.object({
      sku: text.required(),
      title: text.required(),
      slug: text.required(),
      from: count.allow(null).required(),
      to: count.allow(null).required(),
    }),
  )
  .required();
const both = Joi.object({
  gained: Joi.array().items(Joi.string()).required(),
  lost: Joi.array().items(Joi.string()).required(),
}).required();

/** Any two states of the shop, held against each other. */
export const COMPARISON_OPERATIONS = {
  compareSides: {
    method: 'get',
    path: '/api/comparison',
    summary: 'What differs between any two of: what is live, editions, drafts, versions of trials, days',
    access: 'signed-in',
    query: object<Sides>({ from: side, to: side }),
    status: 200,
    answer: editionComparison,
    problems: ['bad-input', 'not-found', 'base-not-live', 'plan-chain', 'not-ready', 'database-away'],
  },
  compareAisle: {
    method: 'get',
    path: '/api/comparison/aisle',
    summary:
      'Products gained, lost and moved in one aisle or search, with filters and fixtures; between two states, or two sorts of one',
    access: 'signed-in',
    query: object<AisleComparisonQuery>({
      from: side,
      to: side,
      path: Joi.string().max(500).required(),
      lang: Joi.string().max(10),
      q: Joi.string().max(200),
      fromOrder: order,
      toOrder: order,
    }),
    status: 200,
    answer: object<AisleComparison>({
      total: Joi.object({ from: count.required(), to: count.required() }).required(),
      gained: placed,
      lost: placed,
      moved: placed,
      facets: both,
      fixtures: both,
      plans: Joi.object({ from: named.allow(null).required(), to: named.allow(null).required() }).required(),
      orders: Joi.array()
        .items(Joi.object({ key: text.required(), label: text.required() }))
        .required(),
      places: count.required(),
    }),
    problems: [
      'bad-input',
      'not-found',
      'unknown-aisle',
      'base-not-live',
      'plan-chain',
      'not-ready',
      'database-away',
    ],
  },
} as const satisfies Record<string, Operation>;
