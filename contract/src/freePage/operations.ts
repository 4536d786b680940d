import Joi from 'joi';
import { list, object } from '../schema/typed';
import type { FreePageInput } from './types';
import { AISLE_KEY_PATTERN } from '../schema/aisleKey';
import type { Operation } from '../operation';
import { storedFreePage } from './shapes';
import { textsOf, version } from '../schema/basics';
import { optionalDay } from '../schema/days';

const id = object<{ id: number }>({ id: Joi.number().integer().min(1).required() });

const wish = {
  path: Joi.string()
    .max(200)
    .pattern(
      /^(\/[a-z0-9]+(-[a-z0-9]+)*){1,4}$/,
      'a slash and small letters, digits and single hyphens, such as /spring-table',
    )
    .required(),
  titles: textsOf(200),
  descriptions: textsOf(20_000),
  standsFor: Joi.string().max(340).pattern(AISLE_KEY_PATTERN, 'the key of an aisle').allow(null).required(),
  open: Joi.boolean().required(),
  from: optionalDay.description('First day on which shoppers see it; null for at once'),
  to: optionalDay.description('Last day; null for good'),
};

/** Pages with an address of their own, which may stand in for an aisle. */
export const FREE_PAGE_OPERATIONS = {
  freePages: {
    method: 'get',
    path: '/api/pages',
    summary: 'Free pages, with the plan that serves each',
    access: 'signed-in',
    status: 200,
    answer: list(storedFreePage),
    problems: ['not-ready', 'database-away'],
  },
  createFreePage: {
    method: 'post',
    path: '/api/pages',
    summary: 'Make a free page; shoppers see it once it is open',
    access: 'signed-in',
    shown: true,
    body: object<FreePageInput>(wish),
    status: 201,
    answer: storedFreePage,
    problems: ['bad-input', 'not-ready', 'database-away'],
  },
  readFreePage: {
    method: 'get',
    path: '/api/pages/{id}',
    summary: 'A free page with its words',
    access: 'signed-in',
    params: id,
    status: 200,
    answer: storedFreePage,
    problems: ['not-found', 'not-ready', 'database-away'],
  },
  saveFreePage: {
    method: 'put',
    path: '/api/pages/{id}',
    summary: 'Change a free page; where it is open, shoppers see it at once',
    access: 'signed-in',
    shown: true,
    params: id,
    body: object<FreePageInput & { version: number }>({ ...wish, version }),
    status: 200,
    answer: storedFreePage,
    problems: ['bad-input', 'not-found', 'newer-draft', 'not-ready', 'database-away'],
  },
  deleteFreePage: {
    method: 'delete',
    path: '/api/pages/{id}',
    summary: 'Delete a free page; an aisle it stood in for shows itself again',
    access: 'signed-in',
    shown: true,
    params: id,
    status: 204,
    answer: null,
    problems: ['not-found', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
