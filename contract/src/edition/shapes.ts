import Joi from 'joi';
import { object } from '../schema/typed';
import type { EditionComparison, EditionSummary, PlanChanges } from './types';
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
  findings: Joi.array()
    .items(
      Joi.object({
        kind: Joi.valid('empty-shelf', 'lost-pins').required(),
        path: text.required(),
        title: text.required(),
        plan: named.required(),
        skus: Joi.array().items(text),
      }),
      Joi.object({
        kind: Joi.valid('empty-promotion').required(),
        path: text.required(),
        title: text.required(),
        plan: named.required(),
        fixture: text.required(),
        aisles: count.required(),
      }),
      Joi.object({
        kind: Joi.valid('poor-contrast').required(),
        plan: named.required(),
        pairs: Joi.array()
          .items(Joi.object({ what: text.required(), contrast: Joi.number().required() }))
          .required(),
      }),
      Joi.object({
        kind: Joi.valid('card').required(),
        plan: named.required(),
        name: text.required(),
        contrast: Joi.number().required(),
      }),
      Joi.object({
        kind: Joi.valid('badge').required(),
        plan: named.required(),
        id: text.required(),
        text: text.required(),
        contrast: Joi.number().allow(null).required(),
        covered: Joi.object({ width: text.required(), share: Joi.number().min(0).max(1).required() })
          .allow(null)
          .required(),
      }),
      Joi.object({
        kind: Joi.valid('no-description').required(),
        key: text.required(),
        path: text.required(),
        title: text.required(),
        plan: named.required(),
        aisles: count.required(),
      }),
      Joi.object({
        kind: Joi.valid('small-pictures').required(),
        plan: named.required(),
        fixture: Joi.string().required(),
        type: Joi.string().required(),
        pictures: count.required(),
        width: count.required(),
        needed: count.required(),
      }),
      Joi.object({
        kind: Joi.valid('missing-language').required(),
        plan: named.required(),
        lang: text.required(),
        texts: Joi.array()
          .items(Joi.object({ use: text.required(), fixture: Joi.string().allow(null).required() }))
          .required(),
      }),
      Joi.object({
        kind: Joi.valid('idle-settings').required(),
        plan: named.required(),
        settings: Joi.array().items(Joi.array().items(Joi.string())).required(),
      }),
    )
    .required(),
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
