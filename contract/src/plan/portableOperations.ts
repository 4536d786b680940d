import Joi from 'joi';
import type { Blend } from '@fond/core';
import { object } from '../schema/typed';
import type { PlanFile, PlanImport } from './types';
import type { Operation } from '../operation';
import { planDocumentSchema } from './schema';
import { factorsSchema } from '../clause/blendSchema';
import { savedRuleSchema } from '../clause/schema';
import { aDocument, anything, named, text } from '../schema/basics';

const range = Joi.object({
  id: Joi.string().max(64).required(),
  name: Joi.string().trim().min(1).max(80).required(),
  rule: savedRuleSchema.required(),
});
const blend = Joi.object<Blend>({
  id: Joi.string().max(64).required(),
  name: Joi.string().trim().min(1).max(80).required(),
  factors: factorsSchema.required(),
});
const head = {
  format: Joi.valid('fond-aisle/plans').required(),
  version: Joi.valid(1).required(),
  names: Joi.object()
    .pattern(Joi.string().pattern(/^(category|collection|tag):\d+$/), Joi.string().max(1000))
    .required()
    .description('What each number that the plans name is called: its path in the shop'),
  hash: Joi.string().hex().length(64).required().description('SHA-256 of the rest, its keys in order'),
};

/** A file of plans as it is read. */
export const planFileSchema = object<PlanFile>({
  ...head,
  documents: Joi.array().items(planDocumentSchema).unique('id').min(1).max(500).required(),
  ranges: Joi.array().items(range).unique('id').max(500).required(),
  blends: Joi.array().items(blend).unique('id').max(500),
});

const planFile = object<PlanFile>({
  ...head,
  documents: Joi.array().items(aDocument).required(),
  ranges: Joi.array().items(anything).required(),
  blends: Joi.array().items(anything),
});

/** Plans out of a shop and into another one. */
export const PORTABLE_OPERATIONS = {
  exportPlans: {
    method: 'get',
    path: '/api/export/plans',
    summary: 'Drafts of plans as a file, with all that they build on and the ranges they use',
    access: 'signed-in',
    query: object<{ plans: string }>({
      plans: Joi.string().max(40_000).required().description('Ids, joined by commas'),
    }),
    status: 200,
    answer: planFile,
    problems: ['bad-input', 'not-found', 'base-not-live', 'plan-chain', 'database-away'],
  },
  exportEdition: {
    method: 'get',
    path: '/api/export/editions/{number}',
    summary: 'A whole edition as a file',
    access: 'signed-in',
    params: object<{ number: number }>({ number: Joi.number().integer().min(1).required() }),
    status: 200,
    answer: planFile,
    problems: ['not-found', 'database-away'],
  },
  importPlans: {
    method: 'post',
    path: '/api/import/plans',
    summary:
      'Read a file of plans as new drafts; asks for what this shop does not have, and then writes nothing',
    access: 'signed-in',
    body: object<{ file: PlanFile; mapping: Readonly<Record<string, string | null>> }>({
      file: planFileSchema.required(),
      mapping: Joi.object()
        .pattern(
          Joi.string().max(40),
          Joi.string()
            .pattern(/^(category|collection|tag):\d+$/)
            .allow(null),
        )
        .required()
        .description('What stands here for what is missing; null leaves out what names it'),
    }),
    status: 200,
    answer: object<PlanImport>({
      missing: Joi.array()
        .items(Joi.object({ key: Joi.string().required(), name: text.required() }))
        .required(),
      imported: Joi.array().items(named).allow(null).required(),
    }),
    problems: ['bad-input', 'tampered-file', 'plan-chain', 'base-not-live', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
