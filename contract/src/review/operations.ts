import Joi from 'joi';
import type { Operation } from '../operation';
import { count, text, time } from '../schema/basics';
import { object } from '../schema/typed';
import {
  REVIEW_STATES,
  type ReviewFilter,
  type ReviewLine,
  type ReviewPage,
  type ReviewState,
} from './types';

/** Reviews that are decided on in one step. */
const MAX_DECIDED = 200;

const state = Joi.valid(...REVIEW_STATES);
const id = Joi.number().integer().min(1);

const line = object<ReviewLine>({
  id: count.required(),
  sku: text.required(),
  product: text.required(),
  path: text.allow(null).required(),
  stars: count.required(),
  title: text.required(),
  text: text.required(),
  lang: text.required(),
  by: text.required(),
  writtenAt: time.required(),
  state: state.required(),
  answer: text.required(),
  decidedAt: time.allow(null).required(),
  decidedBy: text.allow(null).required(),
});

const page = object<ReviewPage>({
  lines: Joi.array().items(line).required(),
  total: count.required(),
  counts: Joi.object(Object.fromEntries(REVIEW_STATES.map((one) => [one, count.required()]))).required(),
});

/** What shoppers say of products: held until somebody lets it stand. */
export const REVIEW_OPERATIONS = {
  reviews: {
    method: 'get',
    path: '/api/reviews',
    summary: 'What shoppers say of products, the latest first, with what waits',
    access: 'signed-in',
    query: object<ReviewFilter>({
      state,
      stars: Joi.number().integer().min(1).max(5),
      lang: Joi.string().pattern(/^[a-z]{2}$/, 'a language of two letters'),
      q: Joi.string().trim().allow('').max(200),
      page: Joi.number().integer().min(1).max(1_000_000),
    }),
    status: 200,
    answer: page,
    problems: ['bad-input', 'not-ready', 'database-away'],
  },
  decideReviews: {
    method: 'put',
    path: '/api/reviews/state',
    summary:
      'Let reviews stand, take them down, or let them wait again; the ratings of their products follow',
    access: 'signed-in',
    shown: true,
    body: object<{ ids: readonly number[]; state: ReviewState }>({
      ids: Joi.array().items(id).unique().min(1).max(MAX_DECIDED).required(),
      state: state.required(),
    }),
    status: 200,
    answer: object<{ changed: number }>({ changed: count.required() }),
    problems: ['bad-input', 'not-found', 'not-ready', 'database-away'],
  },
  answerReview: {
    method: 'put',
    path: '/api/reviews/{id}/answer',
    summary: 'Answer a review, beneath it in the shop; empty takes the answer away',
    access: 'signed-in',
    shown: true,
    params: object<{ id: number }>({ id: id.required() }),
    body: object<{ answer: string }>({ answer: Joi.string().trim().allow('').max(2_000).required() }),
    status: 200,
    answer: line,
    problems: ['bad-input', 'not-found', 'not-ready', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
