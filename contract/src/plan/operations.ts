import Joi from 'joi';
import { list, object } from '../schema/typed';
import type { EditionSummary } from '../edition/types';
import type { DraftVersion, NewPlan, Rebase, Removal, Withdrawal } from './types';
import type { PlanDocument } from '@fond/core';
import type { Operation } from '../operation';
import { planDocumentSchema, reachSchema } from './schema';
import { changes, edition } from '../edition/shapes';
import { named, planId, text, version } from '../schema/basics';
import { planSummary, storedPlan } from './shapes';
import { aisleChanges } from '../reach/shapes';

/** At most so many plans in one publication; more than a shop has, and few enough to be told in one list. */
const MAX_TOGETHER = 500;
export const draftVersions = Joi.array()
  .items(Joi.object({ id: Joi.string().max(64).required(), version }))
  .unique('id')
  .min(1)
  .max(MAX_TOGETHER)
  .required();
const heirsFate = Joi.valid('base', 'look');

/** Plans: drafts, what they build on, their life, and publishing them. */
export const PLAN_OPERATIONS = {
  plans: {
    method: 'get',
    path: '/api/plans',
    summary: 'All plans, with those put aside and deleted',
    access: 'signed-in',
    status: 200,
    answer: list(planSummary),
    problems: ['database-away'],
  },
  createPlan: {
    method: 'post',
    path: '/api/plans',
    summary: 'Start a plan on another one, or as a copy of it',
    access: 'signed-in',
    body: object<NewPlan>({
      name: Joi.string().trim().min(1).max(80).required(),
      reach: reachSchema.required(),
      from: Joi.string().max(64).required().description('The plan that it begins with'),
      as: Joi.valid('heir', 'copy')
        .required()
        .description('`heir` keeps only what differs from that plan; `copy` has everything of its own'),
    }),
    status: 201,
    answer: storedPlan,
    problems: ['bad-input', 'not-found', 'plan-chain', 'database-away'],
  },
  readPlan: {
    method: 'get',
    path: '/api/plans/{id}',
    summary: 'A plan’s draft with what it builds on, its version and its live form',
    access: 'signed-in',
    params: planId,
    status: 200,
    answer: storedPlan,
    problems: ['not-found', 'database-away'],
  },
  savePlan: {
    method: 'put',
    path: '/api/plans/{id}',
    summary: 'Save a draft over the version it was made from',
    access: 'signed-in',
    params: planId,
    body: object<{ plan: PlanDocument; version: number }>({ plan: planDocumentSchema.required(), version }),
    status: 200,
    answer: storedPlan,
    problems: ['bad-input', 'not-found', 'newer-draft', 'base-not-live', 'plan-chain', 'database-away'],
  },
  renewHousePlan: {
    method: 'post',
    path: '/api/plans/house/anew',
    summary:
      'Draw the house plan up anew from what the catalogue holds now: its filters and card lines; as a draft',
    access: 'signed-in',
    status: 200,
    answer: storedPlan,
    problems: ['not-found', 'draft-differs', 'database-away'],
  },
  rebasePlan: {
    method: 'put',
    path: '/api/plans/{id}/base',
    summary: 'Let a plan build on another one, or stand alone',
    access: 'signed-in',
    params: planId,
    body: object<Rebase>({
      base: Joi.string().max(64).allow(null).required(),
      keep: heirsFate
        .required()
        .description('`look`: its page stays as it is; `base`: only what is its own stays'),
      version,
    }),
    status: 200,
    answer: storedPlan,
    problems: ['bad-input', 'not-found', 'newer-draft', 'plan-chain', 'database-away'],
  },
  notePlan: {
    method: 'put',
    path: '/api/plans/{id}/note',
    summary: 'Write the note beside a plan',
    access: 'signed-in',
    params: planId,
    body: object<{ note: string }>({ note: text.max(2000).required() }),
    status: 200,
    answer: storedPlan,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  presence: {
    method: 'post',
    path: '/api/plans/{id}/presence',
    summary: 'Say that one has the plan open; answers with the names of the others who have',
    access: 'signed-in',
    free: true,
    params: planId,
    status: 200,
    answer: list(text),
    problems: ['not-found', 'database-away'],
  },
  planWithdrawal: {
    method: 'get',
    path: '/api/plans/{id}/withdrawal',
    summary: 'What taking a plan out of the shop would do',
    access: 'signed-in',
    params: planId,
    status: 200,
    answer: object<Withdrawal>({
      changes: aisleChanges.required(),
      heirs: Joi.array().items(named).required(),
      base: named.allow(null).required(),
    }),
    problems: ['not-found', 'database-away'],
  },
  removePlan: {
    method: 'post',
    path: '/api/plans/{id}/removal',
    summary: 'Put a plan aside, or delete it; where it is live, that is published',
    access: 'signed-in',
    shown: true,
    role: 'publisher',
    params: planId,
    body: object<Removal>({
      standing: Joi.valid('aside', 'deleted').required(),
      heirs: heirsFate
        .allow(null)
        .required()
        .description('What becomes of plans that build on it; null where there are none'),
    }),
    status: 200,
    answer: object<{ edition: EditionSummary | null }>({ edition: edition.allow(null).required() }),
    problems: ['bad-input', 'not-found', 'plan-in-use', 'database-away'],
  },
  restorePlan: {
    method: 'post',
    path: '/api/plans/{id}/restore',
    summary: 'Have a plan back as a draft',
    access: 'signed-in',
    params: planId,
    status: 200,
    answer: storedPlan,
    problems: ['not-found', 'base-not-live', 'plan-chain', 'database-away'],
  },
  publicationChanges: {
    method: 'post',
    path: '/api/publications/changes',
    summary: 'What publishing these drafts together would do, and what stands in the way',
    access: 'signed-in',
    free: true,
    body: object<{ plans: readonly string[] }>({
      plans: Joi.array().items(Joi.string().max(64)).unique().min(1).max(MAX_TOGETHER).required(),
    }),
    status: 200,
    answer: changes,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  publishPlans: {
    method: 'post',
    path: '/api/publications',
    summary: 'Publish drafts together as a new edition',
    access: 'signed-in',
    shown: true,
    role: 'publisher',
    body: object<{ plans: readonly DraftVersion[]; note: string }>({
      plans: draftVersions,
      note: text.max(400).required(),
    }),
    status: 201,
    answer: edition,
    problems: [
      'bad-input',
      'not-found',
      'newer-draft',
      'nothing-to-publish',
      'base-not-live',
      'part-not-live',
      'plan-chain',
      'overlap',
      'approval-needed',
      'database-away',
    ],
  },
} as const satisfies Record<string, Operation>;
