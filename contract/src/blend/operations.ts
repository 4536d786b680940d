import Joi from 'joi';
import { list, object } from '../schema/typed';
import type { Operation } from '../operation';
import { changes, edition } from '../edition/shapes';
import { factorsSchema } from '../clause/blendSchema';
import { address, planId, text, version } from '../schema/basics';
import { blendTrial, storedBlend } from './shapes';
import type { BlendInput, BlendQuestion } from './types';

const blendName = Joi.string().trim().min(1).max(80).required();

/** Keys of orders that are made of several. */
export const BLEND_OPERATIONS = {
  blends: {
    method: 'get',
    path: '/api/blends',
    summary: 'Blends, with the plans that sort by them',
    access: 'signed-in',
    status: 200,
    answer: list(storedBlend),
    problems: ['database-away'],
  },
  createBlend: {
    method: 'post',
    path: '/api/blends',
    summary: 'Save a blend under a name',
    access: 'signed-in',
    body: object<BlendInput>({ name: blendName, factors: factorsSchema.required() }),
    status: 201,
    answer: storedBlend,
    problems: ['bad-input', 'database-away'],
  },
  readBlend: {
    method: 'get',
    path: '/api/blends/{id}',
    summary: 'A blend',
    access: 'signed-in',
    params: planId,
    status: 200,
    answer: storedBlend,
    problems: ['not-found', 'database-away'],
  },
  saveBlend: {
    method: 'put',
    path: '/api/blends/{id}',
    summary: 'Change a blend; shoppers see it when a plan that sorts by it is published',
    access: 'signed-in',
    params: planId,
    body: object<BlendInput & { version: number }>({
      name: blendName,
      factors: factorsSchema.required(),
      version,
    }),
    status: 200,
    answer: storedBlend,
    problems: ['bad-input', 'not-found', 'newer-draft', 'database-away'],
  },
  deleteBlend: {
    method: 'delete',
    path: '/api/blends/{id}',
    summary: 'Delete a blend that no plan sorts by',
    access: 'signed-in',
    params: planId,
    status: 204,
    answer: null,
    problems: ['not-found', 'blend-in-use', 'database-away'],
  },
  blendChanges: {
    method: 'get',
    path: '/api/blends/{id}/changes',
    summary: 'The aisles that publishing a blend by itself would change',
    access: 'signed-in',
    params: planId,
    status: 200,
    answer: changes,
    problems: ['not-found', 'database-away'],
  },
  publishBlend: {
    method: 'post',
    path: '/api/blends/{id}/publish',
    summary: 'Publish a blend for all published plans that sort by it, with the plans as they are live',
    access: 'signed-in',
    shown: true,
    role: 'publisher',
    params: planId,
    body: object<{ version: number; note: string }>({ version, note: text.max(400).required() }),
    status: 201,
    answer: edition,
    problems: [
      'bad-input',
      'not-found',
      'newer-draft',
      'nothing-to-publish',
      'approval-needed',
      'database-away',
    ],
  },
  tryBlend: {
    method: 'post',
    path: '/api/explain/blend',
    summary:
      'The products of an aisle in the order of a blend: the score of each, factor by factor, and what rose and fell most',
    access: 'signed-in',
    free: true,
    body: object<BlendQuestion>({
      factors: factorsSchema.required(),
      before: factorsSchema.allow(null).required().description('What it is compared with'),
      address,
      most: Joi.number().integer().min(1).max(200).required(),
    }),
    status: 200,
    answer: blendTrial,
    problems: ['bad-input', 'unknown-aisle', 'not-ready'],
  },
} as const satisfies Record<string, Operation>;
