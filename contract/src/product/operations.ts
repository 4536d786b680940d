import Joi from 'joi';
import { object } from '../schema/typed';
import type { Operation } from '../operation';
import { MAX_NAMED, sku } from '../clause/schema';
import { productLines, productLookup } from './shapes';
import { EXPORT_FORMATS, type ExportFormat } from './types';

/** Products to choose from, and the mark that is set without a save step. */
export const PRODUCT_OPERATIONS = {
  products: {
    method: 'get',
    path: '/api/catalogue/products',
    summary: 'Products by title or article number, the best fifty; in one aisle, or in the whole shop',
    access: 'signed-in',
    query: object<{ q?: string; aisle?: string }>({
      q: Joi.string().allow('').max(200),
      aisle: Joi.string().max(1000).pattern(/^\//, 'a path that starts with a slash'),
    }),
    status: 200,
    answer: productLines,
    problems: ['bad-input', 'unknown-aisle', 'not-ready'],
  },
  lookUpProducts: {
    method: 'post',
    path: '/api/catalogue/products/lookup',
    summary: 'The products of a list of article numbers, and which of them are unknown',
    access: 'signed-in',
    free: true,
    body: object<{ skus: readonly string[] }>({ skus: Joi.array().items(sku).max(MAX_NAMED).required() }),
    status: 200,
    answer: productLookup,
    problems: ['bad-input', 'not-ready'],
  },
  exportProducts: {
    method: 'get',
    path: '/api/catalogue/export',
    summary:
      'Products as a product file that an import reads: of the whole shop, of one aisle, or those of a saved range',
    access: 'signed-in',
    query: object<{ format?: ExportFormat; aisle?: string; range?: string }>({
      format: Joi.valid(...EXPORT_FORMATS),
      aisle: Joi.string().max(1000).pattern(/^\//, 'a path that starts with a slash'),
      range: Joi.string().guid(),
    }),
    status: 200,
    answer: Joi.string(),
    produces: ['text/csv', 'application/json', 'application/jsonl'],
    problems: ['bad-input', 'not-found', 'unknown-aisle', 'not-ready', 'database-away'],
  },
  setFeatured: {
    method: 'put',
    path: '/api/catalogue/products/{sku}/featured',
    summary: 'Mark a product as featured, or take the mark away',
    access: 'signed-in',
    shown: true,
    params: object<{ sku: string }>({ sku: sku.required() }),
    body: object<{ featured: boolean }>({ featured: Joi.boolean().required() }),
    status: 204,
    answer: null,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
