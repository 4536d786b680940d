import Joi from 'joi';
import { AISLE_KEY_PATTERN } from './aisleKey';
import type { Operation } from './operation';
import { attributeLine, count, storedFreePage, textsOf, version } from './shapes';

const id = Joi.object({ id: Joi.number().integer().min(1).required() });

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
};

/** Pages with an address of their own, which may stand in for an aisle. */
export const FREE_PAGE_OPERATIONS = {
  freePages: {
    method: 'get',
    path: '/api/pages',
    summary: 'Free pages, with the plan that serves each',
    access: 'signed-in',
    status: 200,
    answer: Joi.array().items(storedFreePage),
    problems: ['not-ready', 'database-away'],
  },
  createFreePage: {
    method: 'post',
    path: '/api/pages',
    summary: 'Make a free page; shoppers see it once it is open',
    access: 'signed-in',
    body: Joi.object(wish),
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
    params: id,
    body: Joi.object({ ...wish, version }),
    status: 200,
    answer: storedFreePage,
    problems: ['bad-input', 'not-found', 'newer-draft', 'not-ready', 'database-away'],
  },
  deleteFreePage: {
    method: 'delete',
    path: '/api/pages/{id}',
    summary: 'Delete a free page; an aisle it stood in for shows itself again',
    access: 'signed-in',
    params: id,
    status: 204,
    answer: null,
    problems: ['not-found', 'database-away'],
  },
} as const satisfies Record<string, Operation>;

/** What is known of products, and the pictures of categories. */
export const CATALOGUE_OPERATIONS = {
  attributes: {
    method: 'get',
    path: '/api/catalogue/attributes',
    summary: 'Attributes, with how many values each has and how many products have one',
    access: 'signed-in',
    status: 200,
    answer: Joi.array().items(attributeLine),
    problems: ['not-ready'],
  },
  changeAttribute: {
    method: 'put',
    path: '/api/catalogue/attributes/{key}',
    summary: 'What an attribute is called, and whether it is filtered by, stands on cards, has aisles',
    access: 'signed-in',
    params: Joi.object({ key: Joi.string().max(64).required() }),
    body: Joi.object({
      labels: textsOf(120),
      unit: Joi.string().trim().min(1).max(16).allow(null).required(),
      filterable: Joi.boolean().required(),
      onCards: Joi.boolean().required(),
      aisles: Joi.boolean().required(),
    }),
    status: 200,
    answer: attributeLine,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  uploadPicture: {
    method: 'post',
    path: '/api/pictures',
    summary: 'Keep a picture: JPEG, PNG, WebP, AVIF or GIF',
    access: 'signed-in',
    upload: Joi.object({}),
    status: 201,
    answer: Joi.object({ hash: Joi.string().required(), width: count.required(), height: count.required() }),
    problems: ['bad-input', 'too-large'],
  },
  setCategoryPicture: {
    method: 'put',
    path: '/api/catalogue/categories/{id}/picture',
    summary: 'The picture of a category: a product’s first one, or none',
    access: 'signed-in',
    params: id,
    body: Joi.object({ sku: Joi.string().max(64).allow(null).required() }),
    status: 204,
    answer: null,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
