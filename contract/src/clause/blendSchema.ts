import Joi from 'joi';
import { BLEND_FIGURES, MAX_FACTORS, type BlendBasis, type BlendFactor } from '@fond/core';
import { byKind, type KindCase } from '../schema/byKind';

const percent = Joi.number().min(0).max(100).required();
const attribute = Joi.string().max(64).required();

const a = (kind: BlendBasis['kind'], keys: Joi.SchemaMap): KindCase => ({
  is: kind,
  then: Joi.object({ kind: Joi.valid(kind).required(), ...keys }),
});

const basis = byKind('kind', [
  a('newness', { halfLife: Joi.number().min(1).max(3650).required() }),
  a('figure', { figure: Joi.valid(...BLEND_FIGURES).required() }),
  a('number', { attribute }),
  a('values', {
    attribute,
    values: Joi.array().items(Joi.string().max(200)).unique().min(1).max(200).required(),
  }),
]);

/** What a blend is made of. */
export const factorsSchema = Joi.array()
  .items(
    Joi.object<BlendFactor>({
      id: Joi.string().min(1).max(64).required(),
      basis: basis.required(),
      weight: percent.description('Counted against the weights of the other factors'),
      reversed: Joi.boolean().required().description('The least leads instead of the most'),
      missing: percent.description('Where a product stands that has no value: 0 last, 100 first'),
    }),
  )
  .unique('id')
  .min(1)
  .max(MAX_FACTORS);
