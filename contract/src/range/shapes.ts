import Joi from 'joi';
import { object } from '../schema/typed';
import { WIDTH_NAMES, type PatternCheck, type Sieve } from '@fond/core';
import { BOARD_FIGURES, MAX_BOARD, type ArrangedAisle } from '../order/types';
import type { ProductWhy, RangeProducts, StoredRange } from './types';
import { anything, count, named, text, time, version } from '../schema/basics';
import { productLines } from '../product/shapes';
import { savedRuleSchema } from '../clause/schema';

const fault = Joi.object({
  kind: Joi.valid('category', 'collection', 'tag', 'attribute', 'number', 'range').required(),
  name: text.required(),
});

export const sieve = object<Sieve>({
  source: count.required(),
  count: count.required(),
  steps: Joi.array().items(anything).required(),
  help: Joi.array()
    .items(
      Joi.object({
        kind: Joi.valid('drop', 'mark', 'source').required(),
        clause: count,
        count,
        inShop: count,
      }),
    )
    .required(),
});

const rangeAnswer = {
  inside: Joi.boolean().required(),
  inSource: Joi.boolean().required(),
  clauses: Joi.array()
    .items(
      Joi.object({
        meets: Joi.boolean().required(),
        fault: fault.allow(null).required(),
        of: Joi.array().items(anything).required(),
      }),
    )
    .required(),
  firstFailed: count.allow(null).required(),
};

const neighbour = Joi.object({
  sku: text.required(),
  title: text.required(),
  by: Joi.valid('pin', 'spread', 'group', 'level', 'added').required(),
  level: count.allow(null).required(),
});

export const rangeProducts = object<RangeProducts>({
  total: count.required(),
  products: productLines.required(),
  why: Joi.object({
    sku: text.required(),
    title: text.required(),
    ...rangeAnswer,
    saved: anything.allow(null).required(),
  })
    .allow(null)
    .required(),
});

export const productWhy = object<ProductWhy>({
  sku: text.required(),
  title: text.required(),
  ...rangeAnswer,
  saved: Joi.object({ name: text.required(), rule: anything.required(), ...rangeAnswer })
    .allow(null)
    .required(),
  place: Joi.object({
    place: count.required(),
    of: count.required(),
    by: Joi.valid('order', 'pin', 'spread').required(),
    byKeys: count.required(),
    group: Joi.alternatives(
      Joi.valid('sold-out'),
      Joi.object({
        name: text.required(),
        at: Joi.valid('front', 'end').required(),
        clauses: Joi.array().items(anything).required(),
      }),
    )
      .allow(null)
      .required(),
    pin: anything.allow(null).required(),
    shown: count.allow(null).required(),
    levels: Joi.array()
      .items(
        Joi.object({
          key: Joi.string().required(),
          reversed: Joi.boolean().required(),
          of: Joi.string(),
          here: text.allow(null).required(),
          above: text.allow(null).required(),
          below: text.allow(null).required(),
          blend: Joi.object({ name: text.required(), factors: Joi.array().items(anything).required() })
            .allow(null)
            .required(),
        }),
      )
      .required(),
    above: neighbour.allow(null).required(),
    below: neighbour.allow(null).required(),
  })
    .allow(null)
    .required(),
});

const widths = Joi.array()
  .items(Joi.valid(...WIDTH_NAMES))
  .required();
const figure = Joi.number().allow(null).required();

export const arrangedAisle = object<ArrangedAisle>({
  aisle: Joi.object({ key: text.required(), title: text.required() }).required(),
  today: text.required(),
  total: count.required(),
  pages: Joi.object({ first: count.required(), others: count.required() }).required(),
  standing: Joi.array()
    .items(Joi.object({ id: text.required(), first: widths, others: widths }))
    .required(),
  products: Joi.array()
    .items(
      Joi.object({
        sku: text.required(),
        title: text.required(),
        image: Joi.string().allow(null).required(),
        by: Joi.valid('order', 'pin', 'spread').required(),
        group: Joi.string().allow(null).required(),
        inStock: Joi.boolean().required(),
        featured: Joi.boolean().required(),
        figures: Joi.object(Object.fromEntries(BOARD_FIGURES.map((key) => [key, figure]))).required(),
      }),
    )
    .max(MAX_BOARD)
    .required(),
  live: Joi.array().items(text).allow(null).required(),
});

/** What is known of everything that has a name and is used by plans. */
export const storedRule = {
  id: Joi.string().required(),
  name: text.required(),
  version,
  updatedAt: time.required(),
  updatedBy: text.required(),
  usedIn: Joi.array()
    .items(Joi.object({ plan: named.required(), aside: Joi.boolean().required() }))
    .required(),
};

export const storedRange = object<StoredRange>({ ...storedRule, rule: savedRuleSchema.required() });

const both = Joi.object({ title: count.required(), description: count.required() });

export const patternCheck = object<PatternCheck>({
  products: count.required(),
  own: both.required(),
  long: both.required(),
  twins: count.required(),
  unknown: Joi.array().items(text).required(),
  examples: Joi.array()
    .items(
      Joi.object({
        sku: text.required(),
        title: text.required(),
        description: text.required(),
        fault: Joi.valid('long-title', 'long-description', 'twin').required(),
      }),
    )
    .required(),
});
