import Joi from 'joi';
import { groupUses } from '../product/shapes';
import { list, object } from '../schema/typed';
import type { Operation } from '../operation';
import { count, text, texts } from '../schema/basics';
import type { CategoryLine, CategoryPlace, TagLine } from './types';

const id = Joi.number().integer().min(1);
const byId = object<{ id: number }>({ id: id.required() });
const title = Joi.string().trim().min(1).max(200).required();
const slug = Joi.string()
  .max(120)
  .pattern(/^[\p{Ll}\p{Lo}\p{M}\p{N}]+(-[\p{Ll}\p{Lo}\p{M}\p{N}]+)*$/u, 'small letters, digits and hyphens')
  .required();
const colour = Joi.string()
  .pattern(/^#[0-9a-f]{6}$/, 'a colour such as #0b4f5c')
  .allow(null)
  .required();

/** The tree of categories, and tags. */
export const GROUP_OPERATIONS = {
  categories: {
    method: 'get',
    path: '/api/catalogue/categories',
    summary: 'All categories, each with its place, its address and its products',
    access: 'signed-in',
    status: 200,
    answer: list(
      object<CategoryLine>({
        id: id.required(),
        parent: id.allow(null).required(),
        slug: text.required(),
        path: text.required(),
        written: text.required(),
        titles: texts.required(),
        position: count.required(),
        colour: Joi.string().allow(null).required(),
        hidden: Joi.boolean().required(),
        products: count.required(),
        below: count.required(),
        picture: Joi.string().allow(null).required(),
      }),
    ),
    problems: ['not-ready', 'database-away'],
  },
  createCategory: {
    method: 'post',
    path: '/api/catalogue/categories',
    summary: 'Make a category, as the last of its sisters',
    access: 'signed-in',
    shown: true,
    body: object<{ parent: number | null; title: string }>({ parent: id.allow(null).required(), title }),
    status: 201,
    answer: object<{ id: number }>({ id: id.required() }),
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  placeCategory: {
    method: 'put',
    path: '/api/catalogue/categories/{id}',
    summary: 'Where a category stands, and its address; addresses that change lead to the new ones',
    access: 'signed-in',
    shown: true,
    params: byId,
    body: object<CategoryPlace>({
      parent: id.allow(null).required(),
      position: count.required(),
      slug,
      colour,
      hidden: Joi.boolean().description('Shoppers see neither it nor what is below it'),
    }),
    status: 204,
    answer: null,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  deleteCategory: {
    method: 'delete',
    path: '/api/catalogue/categories/{id}',
    summary: 'Delete a category that nothing is in; its address leads to the one above',
    access: 'signed-in',
    shown: true,
    params: byId,
    status: 204,
    answer: null,
    problems: ['not-found', 'group-in-use', 'database-away'],
  },
  tags: {
    method: 'get',
    path: '/api/catalogue/tags',
    summary: 'All tags with their products',
    access: 'signed-in',
    status: 200,
    answer: list(
      object<TagLine>({
        id: id.required(),
        slug: text.required(),
        path: text.required(),
        written: text.required(),
        titles: texts.required(),
        products: count.required(),
      }),
    ),
    problems: ['not-ready', 'database-away'],
  },
  createTag: {
    method: 'post',
    path: '/api/catalogue/tags',
    summary: 'Make a tag',
    access: 'signed-in',
    shown: true,
    body: object<{ title: string }>({ title }),
    status: 201,
    answer: object<{ id: number }>({ id: id.required() }),
    problems: ['bad-input', 'database-away'],
  },
  deleteTag: {
    method: 'delete',
    path: '/api/catalogue/tags/{id}',
    summary: 'Delete a tag that no product has; its address leads to the front',
    access: 'signed-in',
    shown: true,
    params: byId,
    status: 204,
    answer: null,
    problems: ['not-found', 'group-in-use', 'database-away'],
  },
  groupUses: {
    method: 'get',
    path: '/api/catalogue/uses/{of}/{id}',
    summary: 'Plans, ranges and collections that name a category, a tag or a collection',
    access: 'signed-in',
    params: object<{ of: 'category' | 'tag' | 'collection'; id: number }>({
      of: Joi.valid('category', 'tag', 'collection').required(),
      id: id.required(),
    }),
    status: 200,
    answer: groupUses,
    problems: ['bad-input', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
