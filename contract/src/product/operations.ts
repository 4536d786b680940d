import Joi from 'joi';
import { LINK_KINDS } from '@fond/core';
import { object } from '../schema/typed';
import type { Operation } from '../operation';
import { job } from '../job/shapes';
import { MAX_NAMED, sku } from '../clause/schema';
import { count } from '../schema/basics';
import {
  bulkTrial,
  cellChange,
  editAnswer,
  editLines,
  gapCounts,
  productColumns,
  productFilter,
  productFilterFields,
  linkedProducts,
  productLines,
  productLookup,
  productPlaces,
  productRows,
  productSheet,
  productViewBody,
  groupUses,
  productSearch,
  productViews,
} from './shapes';
import {
  EXPORT_FORMATS,
  type BulkEdit,
  type CellEdit,
  type ExportInput,
  type LinkInput,
  type RowsQuestion,
  type SearchWordsInput,
} from './types';

/** Cells that are written in one step; a block of a spreadsheet with more of them is better read as a file. */
export const MAX_CELLS = 5_000;
/** Products that are named for one change; beyond that a filter says which. */
export const MAX_CHOSEN = 20_000;
/** Products that one product is linked to, of one kind. */
export const MAX_LINKS = 60;
/** Rows of one window. */
export const MAX_ROWS = 200;

const column = Joi.string().min(1).max(200);
const bulk = {
  skus: Joi.array()
    .items(sku)
    .max(MAX_CHOSEN)
    .allow(null)
    .required()
    .description('Article numbers; null for all of the filter'),
  filter: productFilter.required(),
  column: column.required(),
  change: cellChange.required(),
};
const viewName = object<{ name: string }>({ name: Joi.string().trim().min(1).max(80).required() });
const bySku = object<{ sku: string }>({ sku: sku.required() });
const editId = object<{ id: string }>({ id: Joi.string().guid().required() });

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
      'Products as a product file that an import reads: of the whole shop, of a filter, or those of a saved range',
    access: 'signed-in',
    query: object<ExportInput>({
      format: Joi.valid(...EXPORT_FORMATS),
      aisle: Joi.string().max(1000).pattern(/^\//, 'a path that starts with a slash'),
      range: Joi.string().guid(),
      q: Joi.string().allow('').max(200),
      gap: Joi.string().max(80).description('Something that they lack, as in `gaps`'),
      clauses: Joi.string().max(8_000).description('Clauses of ranges, as JSON'),
    }),
    status: 200,
    answer: Joi.string(),
    produces: [
      'text/csv',
      'application/json',
      'application/jsonl',
      'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    ],
    problems: ['bad-input', 'not-found', 'unknown-aisle', 'too-large', 'not-ready', 'database-away'],
  },
  productColumns: {
    method: 'get',
    path: '/api/catalogue/columns',
    summary: 'The columns of the products table: those of product files, and the standing',
    access: 'signed-in',
    status: 200,
    answer: productColumns,
    problems: ['not-ready', 'database-away'],
  },
  productGaps: {
    method: 'get',
    path: '/api/catalogue/gaps',
    summary: 'What products lack, and how many do: a picture, an aisle, a value of an attribute …',
    access: 'signed-in',
    status: 200,
    answer: gapCounts,
    problems: ['not-ready'],
  },
  productRows: {
    method: 'post',
    path: '/api/catalogue/rows',
    summary: 'A window of the products table: products of a filter in an order, with some of their cells',
    access: 'signed-in',
    free: true,
    body: object<RowsQuestion>({
      ...productFilterFields,
      columns: Joi.array().items(column).max(300).required(),
      sorting: Joi.object({ by: Joi.string().max(80).required(), down: Joi.boolean().required() }).allow(
        null,
      ),
      from: count.required(),
      count: Joi.number().integer().min(1).max(MAX_ROWS).required(),
    }),
    status: 200,
    answer: productRows,
    problems: ['bad-input', 'unknown-aisle', 'not-ready', 'database-away'],
  },
  editProducts: {
    method: 'post',
    path: '/api/catalogue/edits',
    summary: 'Write cells of products as a product file would say them; all of them or none',
    access: 'signed-in',
    shown: true,
    body: object<{ cells: readonly CellEdit[] }>({
      cells: Joi.array()
        .items(
          Joi.object({
            sku: sku.required(),
            column: column.required(),
            value: Joi.string().allow('').max(100_000).required(),
            seen: Joi.string()
              .allow('', null)
              .max(100_000)
              .required()
              .description('What stood there when the writing began; null writes over anything'),
          }),
        )
        .min(1)
        .max(MAX_CELLS)
        .required(),
    }),
    status: 201,
    answer: editAnswer,
    problems: ['bad-input', 'not-found', 'changed-meanwhile', 'database-away'],
  },
  productEdits: {
    method: 'get',
    path: '/api/catalogue/edits',
    summary: 'The latest edits of products, the newest first',
    access: 'signed-in',
    status: 200,
    answer: editLines,
    problems: ['database-away'],
  },
  undoEdit: {
    method: 'post',
    path: '/api/catalogue/edits/{id}/undo',
    summary: 'Take an edit of products back; what others have written since stays, and is told',
    access: 'signed-in',
    shown: true,
    params: editId,
    status: 201,
    answer: editAnswer,
    problems: ['bad-input', 'not-found', 'done-already', 'database-away'],
  },
  tryBulkEdit: {
    method: 'post',
    path: '/api/catalogue/bulk/trial',
    summary: 'What one change of many products would do, in figures and examples; nothing is changed',
    access: 'signed-in',
    free: true,
    body: object<BulkEdit>(bulk),
    status: 200,
    answer: bulkTrial,
    problems: ['bad-input', 'unknown-aisle', 'not-ready', 'database-away'],
  },
  bulkEdit: {
    method: 'post',
    path: '/api/catalogue/bulk',
    summary: 'Make one change to one column of many products; answers with the job, whose id takes it back',
    access: 'signed-in',
    shown: true,
    body: object<BulkEdit>(bulk),
    status: 202,
    answer: job,
    problems: ['bad-input', 'unknown-aisle', 'not-ready', 'database-away'],
  },
  productViews: {
    method: 'get',
    path: '/api/catalogue/views',
    summary: 'Ways to look at the products table that are kept by name',
    access: 'signed-in',
    status: 200,
    answer: productViews,
    problems: ['database-away'],
  },
  saveProductView: {
    method: 'put',
    path: '/api/catalogue/views/{name}',
    summary: 'Keep a way to look at the products table, in place of another one of that name',
    access: 'signed-in',
    params: viewName,
    body: productViewBody,
    status: 204,
    answer: null,
    problems: ['bad-input', 'database-away'],
  },
  deleteProductView: {
    method: 'delete',
    path: '/api/catalogue/views/{name}',
    summary: 'Forget a way to look at the products table',
    access: 'signed-in',
    params: viewName,
    status: 204,
    answer: null,
    problems: ['not-found', 'database-away'],
  },
  createProduct: {
    method: 'post',
    path: '/api/catalogue/products',
    summary: 'Make a product as a draft, which is not in the shop; empty, or as a copy of another one',
    access: 'signed-in',
    body: object<{ sku: string; title: string; from: string | null }>({
      sku: sku.required(),
      title: Joi.string().trim().min(1).max(300).required(),
      from: sku.allow(null).required().description('Article number of the product that it is a copy of'),
    }),
    status: 201,
    answer: object<{ sku: string }>({ sku: Joi.string().required() }),
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  readProduct: {
    method: 'get',
    path: '/api/catalogue/products/{sku}',
    summary: 'Everything of one product, also of a draft: its cells, pictures and former prices',
    access: 'signed-in',
    params: bySku,
    status: 200,
    answer: productSheet,
    problems: ['not-found', 'not-ready', 'database-away'],
  },
  productUses: {
    method: 'get',
    path: '/api/catalogue/products/{sku}/uses',
    summary: 'Plans, ranges and collections that name a product by its article number',
    access: 'signed-in',
    params: bySku,
    status: 200,
    answer: groupUses,
    problems: ['bad-input', 'not-ready', 'database-away'],
  },
  deleteProduct: {
    method: 'delete',
    path: '/api/catalogue/products/{sku}',
    summary:
      'Delete a product, with its pictures’ places, prices and figures; not while it is in the shop. It can be taken back like any edit',
    access: 'signed-in',
    params: bySku,
    status: 200,
    answer: object<{ edit: string }>({ edit: Joi.string().guid().required() }),
    problems: ['bad-input', 'not-found', 'product-in-shop', 'database-away'],
  },
  productSearch: {
    method: 'get',
    path: '/api/catalogue/products/{sku}/search',
    summary: 'What search engines are told of a product, by language, and how they would show it',
    access: 'signed-in',
    params: bySku,
    status: 200,
    answer: productSearch,
    problems: ['bad-input', 'not-found', 'not-ready', 'database-away'],
  },
  saySearch: {
    method: 'put',
    path: '/api/catalogue/products/{sku}/search',
    summary:
      'Say what search engines are told of a product in a language; empty words hand it back to name and description',
    access: 'signed-in',
    shown: true,
    params: bySku,
    body: object<SearchWordsInput>({
      lang: Joi.string()
        .pattern(/^[a-z]{2}$/, 'a language of two letters')
        .required(),
      title: Joi.string().trim().allow('').max(200).required(),
      description: Joi.string().trim().allow('').max(500).required(),
    }),
    status: 200,
    answer: productSearch,
    problems: ['bad-input', 'not-found', 'not-ready', 'database-away'],
  },
  productLinks: {
    method: 'get',
    path: '/api/catalogue/products/{sku}/links',
    summary: 'What a product is linked to by hand, and what is linked to it',
    access: 'signed-in',
    params: bySku,
    status: 200,
    answer: linkedProducts,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  linkProducts: {
    method: 'put',
    path: '/api/catalogue/products/{sku}/links',
    summary: 'Say which products go well with a product, or may be taken instead of it, in their order',
    access: 'signed-in',
    shown: true,
    params: bySku,
    body: object<LinkInput>({
      as: Joi.valid(...LINK_KINDS).required(),
      skus: Joi.array().items(sku).unique().max(MAX_LINKS).required(),
    }),
    status: 200,
    answer: linkedProducts,
    problems: ['bad-input', 'not-found', 'not-ready', 'database-away'],
  },
  productPlaces: {
    method: 'get',
    path: '/api/catalogue/products/{sku}/places',
    summary: 'Every aisle that has a product, with its place on the shelf there; of a draft none',
    access: 'signed-in',
    params: bySku,
    status: 200,
    answer: productPlaces,
    problems: ['bad-input', 'not-ready'],
  },
  setFeatured: {
    method: 'put',
    path: '/api/catalogue/products/{sku}/featured',
    summary: 'Mark a product as featured, or take the mark away',
    access: 'signed-in',
    shown: true,
    params: bySku,
    body: object<{ featured: boolean }>({ featured: Joi.boolean().required() }),
    status: 204,
    answer: null,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
