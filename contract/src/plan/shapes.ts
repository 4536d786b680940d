import Joi from 'joi';
import { object } from '../schema/typed';
import type { PlanSummary, StoredPlan, Vocabulary } from './types';
import { aDocument, aPlan, count, named, text, texts, time, version } from '../schema/basics';

export const vocabulary = object<Vocabulary>({
  languages: Joi.array().items(Joi.string()).required(),
  currency: Joi.string().required(),
  products: count.required(),
  facets: Joi.array()
    .items(
      Joi.object({
        key: Joi.string().required(),
        labels: texts.required(),
        coverage: count.required(),
        values: count.required(),
      }),
    )
    .required(),
  attributes: Joi.array()
    .items(
      Joi.object({
        key: Joi.string().required(),
        labels: texts.required(),
        unit: text.allow(null).required(),
        type: Joi.valid('text', 'many', 'number', 'boolean', 'colour').required(),
        onCards: Joi.boolean().required(),
        coverage: count.required(),
        values: Joi.array()
          .items(Joi.object({ value: text.required(), labels: texts.required(), count: count.required() }))
          .required(),
      }),
    )
    .required(),
});

export const standing = Joi.valid('open', 'aside', 'deleted').required();

export const planSummary = object<PlanSummary>({
  id: Joi.string().required(),
  name: text.required(),
  kind: Joi.valid('page', 'part').required(),
  version,
  standing,
  base: named.allow(null).required(),
  own: count.required(),
  live: Joi.boolean().required(),
  changed: Joi.boolean().required(),
  aisles: count.required(),
  note: text.required(),
  updatedAt: time.required(),
  updatedBy: text.required(),
});

export const storedPlan = object<StoredPlan>({
  document: aDocument.required(),
  plan: aPlan.required(),
  bases: Joi.array().items(aDocument).required(),
  heirs: Joi.array().items(named).required(),
  version,
  standing,
  note: text.required(),
  updatedAt: time.required(),
  updatedBy: text.required(),
  live: aPlan.allow(null).required(),
  liveDocument: aDocument.allow(null).required(),
});
