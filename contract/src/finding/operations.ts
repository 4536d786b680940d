import Joi from 'joi';
import type { Operation } from '../operation';
import { count, named, text, time } from '../schema/basics';
import { day } from '../schema/days';
import { object } from '../schema/typed';
import { findingGroups, findingName, toldKeys } from './shapes';
import type { Findings, MendedPlan, MendInput, PutOffInput } from './types';

const id = Joi.string().min(1).max(64);

/** What is wrong in the shop as it is live, or as drafts would make it. */
export const FINDING_OPERATIONS = {
  findings: {
    method: 'get',
    path: '/api/findings',
    summary:
      'What checks find in the shop as it is live, the worst first, with what is put off; or in what drafts would change of it',
    access: 'signed-in',
    query: object<{ aisle?: string; draft?: string }>({
      aisle: Joi.string().max(700).description('Only those of an aisle, by its key'),
      draft: id.description(
        'Only those of a plan as its draft stands, and of the aisles that it would serve',
      ),
    }),
    status: 200,
    answer: object<Findings>({
      groups: findingGroups.required(),
      putOff: Joi.array()
        .items(
          Joi.object({
            ...toldKeys,
            mark: findingName.required(),
            count: count.required(),
            until: day,
            reason: text.required(),
            at: time.required(),
            by: text.required(),
          }),
        )
        .required(),
      byAisle: Joi.array()
        .items(Joi.object({ aisle: text.required(), count: count.required() }))
        .required(),
    }),
    problems: ['bad-input', 'not-found', 'not-ready', 'database-away'],
  },
  putOffFinding: {
    method: 'put',
    path: '/api/findings/put-off',
    summary: 'Leave a finding out, or all of its kind at a place, until a day or for as long as it is found',
    access: 'signed-in',
    body: object<PutOffInput>({
      name: findingName
        .required()
        .description(
          'The finding’s name; `KIND @below AISLE`, `KIND @plan PLAN` or `KIND @everywhere` for all of its kind there',
        ),
      said: Joi.string().trim().min(1).max(300).required(),
      until: day,
      reason: Joi.string().trim().allow('').max(300).required(),
    }),
    status: 204,
    answer: null,
    problems: ['bad-input', 'database-away'],
  },
  takeUpFinding: {
    method: 'delete',
    path: '/api/findings/put-off',
    summary: 'Tell again what was put off, by the name under which it was',
    access: 'signed-in',
    query: object<{ name: string }>({ name: findingName.required() }),
    status: 204,
    answer: null,
    problems: ['bad-input', 'database-away'],
  },
  mendFinding: {
    method: 'post',
    path: '/api/findings/mend',
    summary: 'Mend what a finding tells of a plan, in its draft; taken back by the change’s id',
    access: 'signed-in',
    role: 'merchandiser',
    body: object<MendInput>({
      name: findingName.required(),
      plan: id.required(),
      said: Joi.string().trim().min(1).max(300).required(),
    }),
    status: 200,
    answer: object<MendedPlan>({
      id: Joi.string().required().description('By which the change is taken back'),
      plan: named.required(),
      version: count.required(),
    }),
    problems: ['bad-input', 'not-found', 'nothing-to-mend', 'not-ready', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
