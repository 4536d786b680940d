import Joi from 'joi';
import {
  AISLE_KINDS,
  DEEPEST_CONDITION,
  eachCondition,
  MAX_CONDITIONS,
  SHOPPER_PARTS,
  WIDTH_NAMES,
  type Condition,
} from '@fond/core';
import { byKind } from '../schema/byKind';

const some = (...values: (string | number)[]): Joi.ArraySchema =>
  Joi.array()
    .items(Joi.valid(...values))
    .unique()
    .min(1)
    .required();
const id = Joi.number().integer().min(1).required();
const day = Joi.string()
  .pattern(/^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, 'a day')
  .allow(null)
  .required();
const part = Joi.number().integer().min(0).max(SHOPPER_PARTS).required();

/** Refuses what can never hold, as it runs backwards. */
function forwards(
  value: { from: string | number | null; to: string | number | null },
  helpers: Joi.CustomHelpers,
): unknown {
  const { from, to } = value;
  return from !== null && to !== null && from > to ? helpers.error('condition.turned', { from, to }) : value;
}

const KINDS: Readonly<Record<string, Joi.SchemaMap>> = {
  aisles: { of: some(...AISLE_KINDS) },
  category: { category: id, below: Joi.boolean().required() },
  collection: { collection: id },
  language: {
    languages: Joi.array()
      .items(Joi.string().pattern(/^[a-z]{2}$/, 'a language code'))
      .unique()
      .min(1)
      .required(),
  },
  width: { widths: some(...WIDTH_NAMES) },
  dates: { from: day, to: day },
  weekdays: { days: some(1, 2, 3, 4, 5, 6, 7) },
  firstPage: {},
  filters: { used: Joi.boolean().required() },
  description: {},
  picture: {},
  results: { some: Joi.boolean().required() },
  share: { from: part, to: part },
  shopper: { signedIn: Joi.boolean().required() },
};

function schemaAt(depth: number): Joi.Schema {
  const cases = Object.entries(KINDS).map(([kind, fields]) => {
    const schema = Joi.object({ kind: Joi.valid(kind).required(), ...fields });
    return { is: kind, then: 'from' in fields ? schema.custom(forwards) : schema };
  });
  if (depth > 0)
    for (const kind of ['all', 'any', 'none'])
      cases.push({
        is: kind,
        then: Joi.object({
          kind: Joi.valid(kind).required(),
          of: Joi.array()
            .items(schemaAt(depth - 1))
            .max(MAX_CONDITIONS)
            .required(),
        }),
      });
  return byKind('kind', cases);
}

/** When a fixture is shown; null shows it always. */
export const conditionSchema = schemaAt(DEEPEST_CONDITION)
  .allow(null)
  .required()
  .custom((when: Condition | null, helpers) =>
    [...eachCondition(when)].length > MAX_CONDITIONS
      ? helpers.error('condition.many', { most: MAX_CONDITIONS })
      : when,
  )
  .description('Condition')
  .messages({
    'condition.turned': 'runs backwards: {{#from}} to {{#to}}',
    'condition.many': 'has more than {{#most}} conditions',
  });
