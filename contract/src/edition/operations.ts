import Joi from 'joi';
import { list, object } from '../schema/typed';
import type { EditionSummary } from './types';
import type { EditionContent } from '@fond/core';
import type { Operation } from '../operation';
import { savedRuleSchema } from '../clause/schema';
import { edition, editionComparison } from './shapes';
import { aDocument, anything, text } from '../schema/basics';

const number = Joi.number().integer().min(1).required();
const savedRange = Joi.object({
  id: Joi.string().required(),
  name: text.required(),
  rule: savedRuleSchema.required(),
});

/** What was published at one moment; an edition never changes. */
export const EDITION_OPERATIONS = {
  editions: {
    method: 'get',
    path: '/api/editions',
    summary: 'What was published, the newest first',
    access: 'signed-in',
    status: 200,
    answer: list(edition),
    problems: ['database-away'],
  },
  readEdition: {
    method: 'get',
    path: '/api/editions/{number}',
    summary: 'One edition, whole',
    access: 'signed-in',
    params: object<{ number: number }>({ number }),
    status: 200,
    answer: object<{ edition: EditionSummary; document: EditionContent }>({
      edition: edition.required(),
      document: Joi.object({
        documents: Joi.array().items(aDocument).required(),
        ranges: Joi.array().items(savedRange).required(),
        blends: Joi.array().items(anything).required(),
      }).required(),
    }),
    problems: ['not-found', 'database-away'],
  },
  compareEditions: {
    method: 'get',
    path: '/api/editions/{number}/compared/{with}',
    summary: 'What differs between two editions: plans, ranges, and the aisles that look different',
    access: 'signed-in',
    params: object<{ number: number; with: number }>({ number, with: number }),
    status: 200,
    answer: editionComparison,
    problems: ['not-found', 'database-away'],
  },
  publishEdition: {
    method: 'post',
    path: '/api/editions/{number}/publish',
    summary: 'Publish what an earlier edition held, or some plans of it, as a new edition',
    access: 'signed-in',
    shown: true,
    role: 'publisher',
    params: object<{ number: number }>({ number }),
    body: object<{ note: string; plans: readonly string[] | null }>({
      note: text.max(400).required(),
      plans: Joi.array()
        .items(Joi.string().max(64))
        .unique()
        .min(1)
        .max(500)
        .allow(null)
        .required()
        .description('Ids of the plans to take back; null for all'),
    }),
    status: 201,
    answer: edition,
    problems: ['bad-input', 'not-found', 'nothing-to-publish', 'base-not-live', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
