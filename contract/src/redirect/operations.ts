import Joi from 'joi';
import { list, object } from '../schema/typed';
import type { RedirectImport, StoredRedirect } from './types';
import type { Redirect, Way } from '@fond/core';
import type { Operation } from '../operation';
import { count, text, time } from '../schema/basics';

/** A path of the shop, decoded, without parameters. */
const path = Joi.string()
  .max(600)
  .pattern(
    /^(?!.*\/\.{1,2}(\/|$))\/(?!\/)[^?#\s\\]*$/,
    'a path that starts with one slash, without “.” and “..” in it',
  )
  .required();
const wish = object<Redirect>({
  from: path,
  to: Joi.when('code', { is: 410, then: Joi.valid(null).required(), otherwise: path }),
  code: Joi.valid(301, 302, 410).required(),
});
const fault = Joi.object({
  kind: Joi.valid('loop', 'chain', 'to-missing', 'page-there').required(),
  steps: Joi.array().items(text),
  end: text,
});
const redirect = object<StoredRedirect>({
  id: count.required(),
  from: text.required(),
  to: text.allow(null).required(),
  code: count.required(),
  automatic: Joi.boolean().required(),
  createdAt: time.required(),
  createdBy: text.required(),
  fault: fault.allow(null).required(),
});
const id = object<{ id: number }>({ id: Joi.number().integer().min(1).required() });

/** Addresses that lead to others; they hold as soon as they are saved. */
export const REDIRECT_OPERATIONS = {
  redirects: {
    method: 'get',
    path: '/api/redirects',
    summary: 'All redirects, with what is wrong with them',
    access: 'signed-in',
    status: 200,
    answer: list(redirect),
    problems: ['database-away'],
  },
  createRedirect: {
    method: 'post',
    path: '/api/redirects',
    summary: 'Lead an address to another one; a ring is refused',
    access: 'signed-in',
    shown: true,
    role: 'publisher',
    body: wish,
    status: 201,
    answer: redirect,
    problems: ['bad-input', 'redirect-loop', 'database-away'],
  },
  saveRedirect: {
    method: 'put',
    path: '/api/redirects/{id}',
    summary: 'Change a redirect',
    access: 'signed-in',
    shown: true,
    role: 'publisher',
    params: id,
    body: wish,
    status: 200,
    answer: redirect,
    problems: ['bad-input', 'not-found', 'redirect-loop', 'database-away'],
  },
  deleteRedirect: {
    method: 'delete',
    path: '/api/redirects/{id}',
    summary: 'Take a redirect away',
    access: 'signed-in',
    shown: true,
    role: 'publisher',
    params: id,
    status: 204,
    answer: null,
    problems: ['not-found', 'database-away'],
  },
  testRedirect: {
    method: 'get',
    path: '/api/redirects/test',
    summary: 'Where an address leads, step by step',
    access: 'signed-in',
    query: object<{ path: string }>({ path }),
    status: 200,
    answer: object<Way>({
      steps: Joi.array().items(text).required(),
      end: Joi.valid('page', 'missing', 'gone', 'loop').required(),
    }),
    problems: ['bad-input', 'not-ready', 'database-away'],
  },
  importRedirects: {
    method: 'post',
    path: '/api/redirects/import',
    summary: 'Read a CSV file with the columns from, to, code; all of it or nothing',
    access: 'signed-in',
    shown: true,
    role: 'publisher',
    body: object<{ csv: string }>({ csv: Joi.string().max(1_000_000).required() }),
    status: 200,
    answer: object<RedirectImport>({
      created: count.required(),
      changed: count.required(),
      errors: Joi.array()
        .items(Joi.object({ line: count.required(), message: text.required() }))
        .required(),
    }),
    problems: ['bad-input', 'database-away'],
  },
} as const satisfies Record<string, Operation>;

export const redirectWishSchema = wish;
