import Joi from 'joi';
import { byKind, type KindCase } from '../schema/byKind';
import {
  DEEPEST_CLAUSE,
  eachClause,
  LINK_KINDS,
  MAX_CLAUSES,
  NUMBER_FIELDS,
  type Clause,
  type RangeRule,
} from '@fond/core';

const whole = (least: number, most: number): Joi.NumberSchema =>
  Joi.number().integer().min(least).max(most).required();
const id = whole(1, 2 ** 32 - 1);
const bound = Joi.number().min(0).max(1e9).allow(null).required();
const attribute = Joi.string().max(64).required();
export const sku = Joi.string().trim().min(1).max(64);
/** Longer lists are better made as a collection. */
export const MAX_NAMED = 2_000;

/** Refuses a range that runs backwards; open ends never do. */
function ascending(value: { from: number | null; to: number | null }, helpers: Joi.CustomHelpers): unknown {
  const { from, to } = value;
  return from !== null && to !== null && from > to ? helpers.error('range.turned', { from, to }) : value;
}

const KINDS: Readonly<Record<string, Joi.SchemaMap>> = {
  category: { category: id, below: Joi.boolean().required(), main: Joi.boolean().required() },
  collection: { collection: id },
  tag: { tag: id },
  attribute: { attribute, values: Joi.array().items(Joi.string().max(200)).unique().max(200).required() },
  attributeNumber: { attribute, from: bound, to: bound },
  number: { field: Joi.valid(...NUMBER_FIELDS).required(), from: bound, to: bound },
  activity: { of: Joi.valid('sold', 'views').required(), days: whole(1, 400), least: whole(0, 1_000_000) },
  stock: {
    states: Joi.array()
      .items(Joi.valid('in', 'low', 'out'))
      .unique()
      .min(1)
      .required(),
  },
  added: { days: whole(1, 4_000) },
  title: { text: Joi.string().trim().min(1).max(100).required() },
  language: {
    lang: Joi.string()
      .pattern(/^[a-z]{2}$/, 'a language code')
      .required(),
  },
  sale: {},
  featured: {},
  picture: {},
  free: {},
};

/** Groups hold clauses down to a depth; what lies deeper is refused as it can't be told in a sentence any more. */
function clauseSchema(depth: number): Joi.Schema {
  const cases = Object.entries(KINDS).map(([kind, fields]) => {
    const schema = Joi.object({ kind: Joi.valid(kind).required(), ...fields });
    return { is: kind, then: 'from' in fields ? schema.custom(ascending) : schema };
  });
  const group = Joi.object({
    kind: Joi.valid('all', 'any', 'none').required(),
    of: (depth > 1
      ? Joi.array()
          .items(clauseSchema(depth - 1))
          .max(MAX_CLAUSES)
          .description('Clauses')
      : Joi.array()
          .max(0)
          .messages({ 'array.max': `can’t lie deeper than ${DEEPEST_CLAUSE} groups` })
    ).required(),
  });
  return byKind('kind', [...cases, ...['all', 'any', 'none'].map((is) => ({ is, then: group }))]);
}

const MESSAGES = {
  'range.turned': 'runs from {#from} down to {#to}; turn it round',
  'range.clauses': `holds more than ${MAX_CLAUSES} clauses; make it simpler, or save a part of it as a range`,
};

function notTooMany(clauses: readonly Clause[], helpers: Joi.CustomHelpers): unknown {
  let count = 0;
  for (const _ of eachClause(clauses)) if (++count > MAX_CLAUSES) return helpers.error('range.clauses');
  return clauses;
}

/** A list of clauses that all have to be met. */
export const clausesSchema = Joi.array()
  .items(clauseSchema(DEEPEST_CLAUSE))
  .max(MAX_CLAUSES)
  .custom(notTooMany)
  .description('Clauses')
  .messages({ ...MESSAGES, 'array.max': MESSAGES['range.clauses'] });

const ownSources = [
  {
    is: 'aisle',
    then: Joi.object({
      kind: Joi.valid('aisle').required(),
      below: Joi.boolean().required(),
      main: Joi.boolean().required(),
    }),
  },
  { is: 'catalogue', then: Joi.object({ kind: Joi.valid('catalogue').required() }) },
  {
    is: 'named',
    then: Joi.object({
      kind: Joi.valid('named').required(),
      skus: Joi.array().items(sku).unique().max(MAX_NAMED).required(),
    }),
  },
];
const savedSource = {
  is: 'saved',
  then: Joi.object({ kind: Joi.valid('saved').required(), range: Joi.string().max(64).required() }),
};

const relatedSource = { is: 'related', then: Joi.object({ kind: Joi.valid('related').required() }) };

const linkedSource = {
  is: 'linked',
  then: Joi.object({
    kind: Joi.valid('linked').required(),
    as: Joi.valid(...LINK_KINDS).required(),
  }),
};

const ruleOf = (sources: readonly KindCase[]): Joi.ObjectSchema<RangeRule> =>
  Joi.object<RangeRule>({
    source: byKind('kind', sources).required(),
    clauses: clausesSchema.required(),
  });

const recentSource = { is: 'recent', then: Joi.object({ kind: Joi.valid('recent').required() }) };

/** The range of a promoting shelf, which may be the shopper's own. */
export const promotionRangeSchema = ruleOf([...ownSources, recentSource, savedSource]);

/** The range of a shelf. */
export const rangeSchema = ruleOf([...ownSources, savedSource]);

/** The range below a product, which may be what is related or linked to it. */
export const productRangeSchema = ruleOf([
  ...ownSources,
  relatedSource,
  linkedSource,
  recentSource,
  savedSource,
]);

/** A saved range can't build on another one, so that following it always ends. */
export const savedRuleSchema = ruleOf(ownSources);
