import Joi from 'joi';
import type { Operation } from '../operation';
import { fixturesSchema } from '../plan/fixtureSchema';
import { storedPlan } from '../plan/shapes';
import { list, object } from '../schema/typed';
import { partSummary } from './shapes';
import type { NewPart } from './types';

/** Fixtures that several plans show; otherwise they are plans. */
export const PART_OPERATIONS = {
  parts: {
    method: 'get',
    path: '/api/parts',
    summary: 'All parts with what they show, and the plans that show them',
    access: 'signed-in',
    status: 200,
    answer: list(partSummary),
    problems: ['database-away'],
  },
  createPart: {
    method: 'post',
    path: '/api/parts',
    summary: 'Keep a fixture and all within it as a part, which is drafted, published and removed as a plan',
    access: 'signed-in',
    body: object<NewPart>({
      name: Joi.string().trim().min(1).max(80).required(),
      fixtures: fixturesSchema,
    }),
    status: 201,
    answer: storedPlan,
    problems: ['bad-input', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
