import Joi from 'joi';
import { list, object } from '../schema/typed';
import type { CollectionInput } from './types';
import { eachClause, type Clause } from '@fond/core';
import type { Operation } from '../operation';
import { clausesSchema, MAX_NAMED, sku } from '../clause/schema';
import { collectionSummary, storedCollection } from './shapes';
import { textsOf, version } from '../schema/basics';

const collectionId = object<{ id: number }>({ id: Joi.number().integer().min(1).required() });

/** A rule that asks for collections could lead back to its own. */
function withoutCollections(clauses: readonly Clause[], helpers: Joi.CustomHelpers): unknown {
  for (const { kind } of eachClause(clauses))
    if (kind === 'collection') return helpers.error('collection.nested');
  return clauses;
}

const wish = {
  /** Empty: made from the title. */
  slug: Joi.string()
    .allow('')
    .max(100)
    .pattern(/^[a-z0-9]+(-[a-z0-9]+)*$/, 'small letters, digits and single hyphens')
    .required(),
  titles: textsOf(200),
  descriptions: textsOf(20_000),
  clauses: clausesSchema
    .custom(withoutCollections)
    .messages({ 'collection.nested': 'ask for a collection; name the products’ own properties instead' })
    .allow(null)
    .required(),
  /** By hand, in order; null leaves a list that is too long to send as it is. */
  skus: Joi.array().items(sku).unique().max(MAX_NAMED).allow(null).required(),
};

/** Collections: flat groups of products with an aisle each, by hand or by rule. */
export const COLLECTION_OPERATIONS = {
  collections: {
    method: 'get',
    path: '/api/collections',
    summary: 'Collections, with how many products each holds',
    access: 'signed-in',
    status: 200,
    answer: list(collectionSummary),
    problems: ['not-ready', 'database-away'],
  },
  createCollection: {
    method: 'post',
    path: '/api/collections',
    summary: 'Make a collection; its aisle is there at once',
    access: 'signed-in',
    shown: true,
    body: object<CollectionInput>(wish),
    status: 201,
    answer: storedCollection,
    problems: ['bad-input', 'database-away'],
  },
  readCollection: {
    method: 'get',
    path: '/api/collections/{id}',
    summary: 'A collection with its rule, or its products in order',
    access: 'signed-in',
    params: collectionId,
    status: 200,
    answer: storedCollection,
    problems: ['not-found', 'database-away'],
  },
  saveCollection: {
    method: 'put',
    path: '/api/collections/{id}',
    summary: 'Change a collection; shoppers see it at once',
    access: 'signed-in',
    shown: true,
    params: collectionId,
    body: object<CollectionInput & { version: number }>({ ...wish, version }),
    status: 200,
    answer: storedCollection,
    problems: ['bad-input', 'not-found', 'newer-draft', 'database-away'],
  },
  deleteCollection: {
    method: 'delete',
    path: '/api/collections/{id}',
    summary: 'Delete a collection that no plan and no saved range names',
    access: 'signed-in',
    shown: true,
    params: collectionId,
    status: 204,
    answer: null,
    problems: ['not-found', 'collection-in-use', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
