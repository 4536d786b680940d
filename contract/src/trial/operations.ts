import Joi from 'joi';
import { MOST_VERSIONS, TRIAL_GOALS } from '@fond/core';
import type { Operation } from '../operation';
import type { DraftVersion } from '../plan/types';
import { day, estimate } from '../figure/shapes';
import { aPlan, count, named, text, time } from '../schema/basics';
import { list, object } from '../schema/typed';
import type {
  TrialDay,
  TrialNote,
  TrialOutlook,
  TrialOutlookQuery,
  TrialReport,
  TrialSummary,
  TrialVersionResult,
  TrialWish,
} from './types';

const id = object<{ id: string }>({ id: Joi.string().guid().required() });
const draft = object<DraftVersion>({
  id: Joi.string().max(64).required(),
  version: Joi.number().integer().min(1).required(),
});
const goal = Joi.valid(...TRIAL_GOALS)
  .required()
  .description('What is to become better, per visit');
const smallest = Joi.number()
  .integer()
  .min(1)
  .max(100)
  .required()
  .description('The smallest difference worth knowing, in percent');
const share = Joi.number()
  .integer()
  .min(1)
  .max(99)
  .required()
  .description('Of a hundred shoppers, so many see the draft');

const summary = object<TrialSummary>({
  id: Joi.string().required(),
  name: text.required(),
  plan: named.required(),
  goal,
  smallest: count.required(),
  state: Joi.valid('ready', 'running', 'ended', 'called-off').required(),
  resting: Joi.valid('campaign', 'gone', 'broken').allow(null).required(),
  createdBy: text.required(),
  createdAt: time.required(),
  startedAt: time.allow(null).required(),
  endedAt: time.allow(null).required(),
  kept: count.allow(null).required(),
  versions: list(
    object<TrialVersionResult>({
      share: count.required(),
      visits: count.required(),
      seen: count.required(),
      clicks: count.required(),
      carts: count.required(),
      bought: count.required(),
      revenue: count.required(),
      rate: Joi.number().min(0).required(),
      difference: estimate.allow(null).required(),
      verdict: Joi.valid('early', 'open', 'better', 'worse', 'alike').allow(null).required(),
    }),
  ).required(),
});

const notes = Joi.array<readonly TrialNote[]>().items(
  Joi.object({ kind: Joi.valid('changed').required(), edition: count.required(), at: time.required() }),
  Joi.object({
    kind: Joi.valid('uneven').required(),
    version: count.required(),
    difference: estimate.required(),
  }),
  Joi.object({ kind: Joi.valid('silent').required(), version: count.required() }),
  Joi.object({ kind: Joi.valid('pauses').required(), days: count.required() }),
);

const report = object<TrialReport>({
  trial: summary.required(),
  currency: text.required(),
  days: list(
    object<TrialDay>({
      day: day.required(),
      visits: count.required(),
      differences: Joi.array().items(estimate.allow(null)).required(),
    }),
  ).required(),
  notes: notes.required(),
  left: count.allow(null).required(),
  alarms: Joi.number().required(),
  plans: Joi.array().items(aPlan.allow(null)).required(),
  path: Joi.string().allow(null).required(),
});

const STARTING = [
  'bad-input',
  'not-found',
  'newer-draft',
  'base-not-live',
  'part-not-live',
  'plan-chain',
  'already-tried',
  'approval-needed',
  'database-away',
] as const;

/** Versions of a plan, each shown to a steady share of shoppers until it is known which is best. */
export const TRIAL_OPERATIONS = {
  trials: {
    method: 'get',
    path: '/api/trials',
    summary: 'All trials with what is known of them, the newest first',
    access: 'signed-in',
    status: 200,
    answer: list(summary),
    problems: ['not-ready', 'database-away'],
  },
  trialOutlook: {
    method: 'get',
    path: '/api/trials/outlook',
    summary: 'How long a trial of a plan would take, by what was counted in the last four weeks',
    access: 'signed-in',
    query: object<TrialOutlookQuery>({
      plan: Joi.string().max(64).required(),
      goal,
      smallest,
      shares: Joi.string()
        .pattern(/^\d{1,2}(,\d{1,2}){1,3}$/, 'two to four whole numbers with commas between them')
        .required()
        .description('Of each version, the first being what is live: `50,50`'),
    }),
    status: 200,
    answer: object<TrialOutlook>({
      from: day.required(),
      to: day.required(),
      visits: count.required(),
      rate: Joi.number().min(0).required(),
      days: count.allow(null).required(),
    }),
    problems: ['bad-input', 'not-found', 'not-ready', 'database-away'],
  },
  readTrial: {
    method: 'get',
    path: '/api/trials/{id}',
    summary: 'What a trial shows so far, day by day, with what to know before it is trusted',
    access: 'signed-in',
    params: id,
    status: 200,
    answer: report,
    problems: ['not-found', 'not-ready', 'database-away'],
  },
  trialFile: {
    method: 'get',
    path: '/api/trials/{id}/days.csv',
    summary: 'What was counted of each version day by day, and how far it was known then, as CSV',
    access: 'signed-in',
    params: id,
    status: 200,
    answer: Joi.string(),
    produces: 'text/csv',
    problems: ['not-found', 'not-ready', 'database-away'],
  },
  createTrial: {
    method: 'post',
    path: '/api/trials',
    summary:
      'Show a draft, as it is now, to a share of shoppers; or keep it until further versions are there',
    access: 'signed-in',
    shown: true,
    role: 'publisher',
    body: object<TrialWish>({
      name: Joi.string().trim().min(1).max(80).required(),
      plan: draft.required(),
      goal,
      smallest,
      share,
      start: Joi.boolean().required(),
    }),
    status: 201,
    answer: summary,
    problems: STARTING,
  },
  addTrialVersion: {
    method: 'post',
    path: '/api/trials/{id}/versions',
    summary: `Add the draft, as it is now, to a trial that has not begun; ${MOST_VERSIONS} versions at most`,
    access: 'signed-in',
    role: 'publisher',
    params: id,
    body: object<{ plan: DraftVersion; share: number }>({ plan: draft.required(), share }),
    status: 200,
    answer: summary,
    problems: [...STARTING, 'trial-over'],
  },
  startTrial: {
    method: 'post',
    path: '/api/trials/{id}/start',
    summary: 'Show the versions of a trial to their shares of shoppers',
    access: 'signed-in',
    shown: true,
    role: 'publisher',
    params: id,
    status: 200,
    answer: summary,
    problems: [...STARTING, 'trial-over'],
  },
  endTrial: {
    method: 'post',
    path: '/api/trials/{id}/end',
    summary:
      'End a trial, and publish one of its versions in the same step; or call one off that has not begun',
    access: 'signed-in',
    shown: true,
    role: 'publisher',
    params: id,
    body: object<{ keep: number }>({
      keep: Joi.number()
        .integer()
        .min(0)
        .max(MOST_VERSIONS - 1)
        .required()
        .description('Index of the version that all shoppers see from now on; 0 for what is live'),
    }),
    status: 200,
    answer: summary,
    problems: [
      'bad-input',
      'not-found',
      'trial-over',
      'overlap',
      'plan-chain',
      'approval-needed',
      'database-away',
    ],
  },
} as const satisfies Record<string, Operation>;
