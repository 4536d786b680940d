import Joi from 'joi';
import type { DesignContent } from '@fond/core';
import { badgesSchema } from '../badge/schema';
import { cardSchema, faceSchema } from '../card/schema';
import type { Operation } from '../operation';
import { fixturesSchema } from '../plan/fixtureSchema';
import { lookSchema } from '../plan/lookSchema';
import { anything, count, text, time } from '../schema/basics';
import { list, object } from '../schema/typed';
import type { DesignFile, DesignImport, DesignInput, StoredDesign } from './types';

const content = object<DesignContent>({
  page: fixturesSchema.allow(null).required(),
  card: Joi.object({ card: cardSchema.required(), face: faceSchema }).allow(null).required(),
  badges: badgesSchema.allow(null).required(),
  look: lookSchema.allow(null).required(),
}).custom((value: DesignContent, helpers) =>
  Object.values(value).some((part) => part !== null) ? value : helpers.error('any.required'),
);

const named = {
  name: Joi.string().trim().min(1).max(80).required(),
  about: Joi.string().trim().allow('').max(200).required(),
};

const file = {
  format: Joi.valid('fond-aisle/design').required(),
  version: Joi.valid(1).required(),
  names: Joi.object()
    .pattern(Joi.string().pattern(/^(category|collection|tag|page):\d+$/), Joi.string().max(1000))
    .required(),
  ...named,
};

const stored = object<StoredDesign>({
  id: count.required(),
  name: text.required(),
  about: text.required(),
  content: anything.required().description('DesignContent'),
  createdAt: time.required(),
  createdBy: text.required(),
});
const id = object<{ id: number }>({ id: Joi.number().integer().min(1).required() });

/** Starting points of the shop's own, beside those that ship with the product. */
export const DESIGN_OPERATIONS = {
  designs: {
    method: 'get',
    path: '/api/designs',
    summary: 'Starting points that were kept',
    access: 'signed-in',
    status: 200,
    answer: list(stored),
    problems: ['database-away'],
  },
  keepDesign: {
    method: 'post',
    path: '/api/designs',
    summary: 'Keep a page, a card, badges or a look as a starting point',
    access: 'signed-in',
    body: object<DesignInput>({ ...named, content: content.required() }),
    status: 201,
    answer: stored,
    problems: ['bad-input', 'database-away'],
  },
  renameDesign: {
    method: 'put',
    path: '/api/designs/{id}',
    summary: 'Call a starting point otherwise',
    access: 'signed-in',
    params: id,
    body: object<Pick<DesignInput, 'name' | 'about'>>(named),
    status: 200,
    answer: stored,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  deleteDesign: {
    method: 'delete',
    path: '/api/designs/{id}',
    summary: 'Take a starting point away; plans that were begun with it stay as they are',
    access: 'signed-in',
    params: id,
    status: 204,
    answer: null,
    problems: ['not-found', 'database-away'],
  },
  exportDesign: {
    method: 'get',
    path: '/api/designs/{id}/file',
    summary: 'A starting point as a file',
    access: 'signed-in',
    params: id,
    status: 200,
    answer: object<DesignFile>({ ...file, content: anything.required() }),
    problems: ['not-found', 'not-ready', 'database-away'],
  },
  importDesign: {
    method: 'post',
    path: '/api/designs/file',
    summary: 'Keep a starting point from a file; what this shop doesn’t have is left out, and told',
    access: 'signed-in',
    body: object<DesignFile>({ ...file, content: content.required() }),
    status: 201,
    answer: object<DesignImport>({ design: stored.required(), leftOut: Joi.array().items(text).required() }),
    problems: ['bad-input', 'not-ready', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
