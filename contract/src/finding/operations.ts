import Joi from 'joi';
import { FINDING_KINDS } from '@fond/core';
import type { Operation } from '../operation';
import { anything, count, text, time } from '../schema/basics';
import { day } from '../schema/days';
import { object } from '../schema/typed';
import type { Findings, PutOffInput } from './types';

const name = Joi.string().min(1).max(700);
const told = {
  name: name.required(),
  finding: anything.keys({ kind: Joi.valid(...Object.keys(FINDING_KINDS)).required() }).required(),
  title: text.required(),
  path: Joi.string().allow(null).required(),
};

/** What is wrong in the shop as it is live. */
export const FINDING_OPERATIONS = {
  findings: {
    method: 'get',
    path: '/api/findings',
    summary: 'What checks find in the shop as it is live, the worst first, with what is put off',
    access: 'signed-in',
    query: object<{ aisle?: string }>({
      aisle: Joi.string().max(700).description('Only those of an aisle, by its key'),
    }),
    status: 200,
    answer: object<Findings>({
      groups: Joi.array()
        .items(
          Joi.object({
            kind: Joi.valid(...Object.keys(FINDING_KINDS)).required(),
            severity: Joi.valid('fault', 'warning', 'hint').required(),
            count: count.required(),
            found: Joi.array().items(Joi.object(told)).required().description('The first 200 of them'),
          }),
        )
        .required(),
      putOff: Joi.array()
        .items(
          Joi.object({
            ...told,
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
    problems: ['bad-input', 'not-ready', 'database-away'],
  },
  putOffFinding: {
    method: 'put',
    path: '/api/findings/put-off',
    summary: 'Leave a finding out until a day, or for as long as it is found',
    access: 'signed-in',
    body: object<PutOffInput>({
      name: name.required(),
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
    summary: 'Tell a finding again that was put off',
    access: 'signed-in',
    query: object<{ name: string }>({ name: name.required() }),
    status: 204,
    answer: null,
    problems: ['bad-input', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
