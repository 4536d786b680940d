import Joi from 'joi';
import { object } from '../schema/typed';
import type { EditionComparison, EditionSummary, PlanChanges } from './types';
import { findingGroups } from '../finding/shapes';
import { aisleChanges, disputes } from '../reach/shapes';
import { anything, aPlan, count, named, text, time } from '../schema/basics';

export const edition = object<EditionSummary>({
  number: count.required(),
  publishedAt: time.required(),
  publishedBy: text.required(),
  note: text.required(),
  hash: Joi.string().required(),
  live: Joi.boolean().required(),
  plans: Joi.array().items(named).required(),
  campaigns: Joi.array().items(named).required(),
});

export const changes = object<PlanChanges>({
  changes: aisleChanges.required(),
  productPages: count.required(),
  disputes: disputes.required(),
  heirs: Joi.array()
    .items(
      named.keys({
        aisles: count.required(),
        kept: Joi.array().items(Joi.array().items(Joi.string())).required(),
      }),
    )
    .required(),
  faults: Joi.array()
    .items(
      Joi.object({
        kind: Joi.valid('base-not-live').required(),
        plan: named.required(),
        base: named.required(),
      }),
      Joi.object({
        kind: Joi.valid('part-not-live').required(),
        plan: named.required(),
        part: named.required(),
      }),
      Joi.object({
        kind: Joi.valid('overlap').required(),
        plan: named.required(),
        other: named.required(),
        aisles: count.required(),
      }),
    )
    .required(),
  covered: Joi.array().items(named).required(),
  findings: findingGroups.required(),
});

/** What differs between two states of the shop. */
export const editionComparison = object<EditionComparison>({
  changes: aisleChanges.required(),
  plans: Joi.array()
    .items(
      Joi.object({
        id: Joi.string().required(),
        name: text.required(),
        what: Joi.valid('added', 'removed', 'changed').required(),
        before: aPlan.allow(null).required(),
        after: aPlan.allow(null).required(),
      }),
    )
    .required(),
  ranges: Joi.array()
    .items(
      Joi.object({
        name: text.required(),
        before: anything.allow(null).required(),
        after: anything.allow(null).required(),
      }),
    )
    .required(),
  blends: Joi.array()
    .items(
      Joi.object({
        name: text.required(),
        before: Joi.array().items(anything).allow(null).required(),
        after: Joi.array().items(anything).allow(null).required(),
      }),
    )
    .required(),
});
