import Joi from 'joi';
import { list, object } from '../schema/typed';
import {
  STANDINGS,
  type CellConflict,
  type EditAnswer,
  type EditLine,
  type ProductColumn,
  type ProductLine,
  type ProductLookup,
  type ProductPlace,
  type ProductRows,
  type ProductSheet,
  type StoredCell,
} from './types';
import { AISLE_KINDS, type GapCount } from '@fond/core';
import { count, named, text, time } from '../schema/basics';

const productLine = object<ProductLine>({
  sku: text.required(),
  title: text.required(),
  price: Joi.number().allow(null).required(),
  featured: Joi.boolean().required(),
  inStock: Joi.boolean().required(),
  image: text.allow(null).required(),
});

export const productLines = list(productLine);
export const productLookup = object<ProductLookup>({
  found: productLines.required(),
  missing: Joi.array().items(text).required(),
});

export const productColumns = list(
  object<ProductColumn>({
    name: text.required(),
    label: text.required(),
    kind: Joi.valid(
      'text',
      'html',
      'money',
      'number',
      'boolean',
      'time',
      'list',
      'paths',
      'pictures',
      'standing',
    ).required(),
    unit: text.allow(null).required(),
    sort: text.allow(null).required(),
    fixed: Joi.boolean().required(),
    choices: Joi.array().items(text).required(),
  }),
);

export const gapCounts = list(object<GapCount>({ gap: text.required(), count: count.required() }));

export const productRows = object<ProductRows>({
  total: count.required(),
  from: count.required(),
  rows: Joi.array()
    .items(
      Joi.object({
        sku: text.required(),
        title: text.required(),
        image: text.allow(null).required(),
        cells: Joi.array().items(text).required(),
      }),
    )
    .required(),
});

const storedCell = object<StoredCell>({
  sku: text.required(),
  column: text.required(),
  value: text.required(),
});

const conflict = object<CellConflict>({
  sku: text.required(),
  column: text.required(),
  yours: text.required(),
  theirs: text.required(),
});

export const editAnswer = object<EditAnswer>({
  id: Joi.string().allow(null).required(),
  cells: Joi.array().items(storedCell).required(),
  left: Joi.array().items(conflict).required(),
});

export const editLines = list(
  object<EditLine>({
    id: Joi.string().required(),
    at: time.required(),
    by: text.allow(null).required(),
    said: text.required(),
    products: count.required(),
    undone: Joi.boolean().required(),
    undoing: Joi.boolean().required(),
  }),
);

export const standing = Joi.valid(...STANDINGS);

export const productSheet = object<ProductSheet>({
  sku: text.required(),
  standing: standing.required(),
  cells: Joi.array()
    .items(Joi.object({ column: text.required(), value: text.required() }))
    .required(),
  pictures: Joi.array()
    .items(
      Joi.object({
        source: text.required(),
        hash: Joi.string().allow(null).required(),
        width: count.required(),
        height: count.required(),
      }),
    )
    .required(),
  prices: Joi.array()
    .items(
      Joi.object({
        until: time.required(),
        price: Joi.number().allow(null).required(),
        was: Joi.number().allow(null).required(),
      }),
    )
    .required(),
  changedAt: time.allow(null).required(),
});

export const productPlaces = list(
  object<ProductPlace>({
    path: text.required(),
    title: text.required(),
    kind: Joi.valid(...AISLE_KINDS).required(),
    plan: named.allow(null).required(),
    place: Joi.object({
      place: count.required(),
      of: count.required(),
      page: count.required(),
      by: Joi.valid('order', 'pin', 'spread').required(),
    })
      .allow(null)
      .required(),
  }),
);
