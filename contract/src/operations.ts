import Joi from 'joi';
import { planSchema, reachSchema } from './planSchema';
import type { ProblemName } from './problem';
import {
  text,
  count,
  anything,
  planId,
  version,
  session,
  listing,
  job,
  edition,
  planSummary,
  storedPlan,
  floor,
  changes,
  disputes,
  vocabulary,
  address,
} from './shapes';

export { planSchema } from './planSchema';
export { importMappingSchema } from './shapes';

/** One operation of the API: what it takes, what it answers. The server mounts it, the OpenAPI document tells it. */
export interface Operation {
  method: 'get' | 'post' | 'put' | 'delete';
  /** With parameters in braces, as OpenAPI writes them. */
  path: string;
  summary: string;
  access: 'public' | 'signed-in';
  params?: Joi.ObjectSchema;
  query?: Joi.ObjectSchema;
  body?: Joi.ObjectSchema;
  /** `file` is taken as multipart/form-data. */
  upload?: Joi.ObjectSchema;
  status: 200 | 201 | 202 | 204;
  /** Null for an empty answer; media type `application/json` unless `produces` says otherwise. */
  answer: Joi.Schema | null;
  produces?: string;
  problems: readonly ProblemName[];
}

export const OPERATIONS = {
  health: {
    method: 'get',
    path: '/api/health',
    summary: 'Whether the server is ready, and what it serves',
    access: 'public',
    status: 200,
    answer: Joi.object({
      status: Joi.valid('ok').required(),
      products: count.required(),
      edition: count.required(),
    }),
    problems: ['not-ready'],
  },
  openapi: {
    method: 'get',
    path: '/api/openapi.json',
    summary: 'This document',
    access: 'public',
    status: 200,
    answer: anything,
    problems: [],
  },
  planJsonSchema: {
    method: 'get',
    path: '/api/schema/plan.json',
    summary: 'The JSON Schema of a plan',
    access: 'public',
    status: 200,
    answer: anything,
    problems: [],
  },
  demoSignIn: {
    method: 'get',
    path: '/api/session/demo',
    summary: 'The demo’s sign-in; 404 in a shop of your own',
    access: 'public',
    status: 200,
    answer: Joi.object({ email: Joi.string().required(), password: Joi.string().required() }),
    problems: ['not-found'],
  },
  signIn: {
    method: 'post',
    path: '/api/session',
    summary: 'Sign in; sets the session cookie',
    access: 'public',
    body: Joi.object({
      email: Joi.string().email({ tlds: false }).max(200).required(),
      password: Joi.string().min(1).max(200).required(),
    }),
    status: 200,
    answer: session,
    problems: ['bad-input', 'sign-in-refused', 'too-many-tries', 'database-away'],
  },
  whoAmI: {
    method: 'get',
    path: '/api/session',
    summary: 'Who is signed in',
    access: 'signed-in',
    status: 200,
    answer: session,
    problems: [],
  },
  signOut: {
    method: 'delete',
    path: '/api/session',
    summary: 'Sign out',
    access: 'signed-in',
    status: 204,
    answer: null,
    problems: [],
  },
  listing: {
    method: 'get',
    path: '/api/shop/listing',
    summary: 'One page of an aisle as data: products, facets with exact counts, sort choices',
    access: 'public',
    query: Joi.object({
      aisle: Joi.string().max(1000).pattern(/^\//, 'a path that starts with a slash').required(),
      order: Joi.string().max(40),
      page: Joi.number().integer().min(1).max(1_000_000),
      size: Joi.number().integer().min(1).max(200),
      lang: Joi.string().max(10),
      q: Joi.string().allow('').max(200),
      explain: Joi.valid('1', '0'),
    })
      .pattern(Joi.string(), Joi.string().allow('').max(2000))
      .description('Besides these, one parameter per facet key: `colour=red,blue`, `price=20..80`.'),
    status: 200,
    answer: listing,
    problems: ['bad-input', 'unknown-aisle', 'not-ready'],
  },
  page: {
    method: 'get',
    path: '/api/shop/page',
    summary: 'The model behind an address of the shop: what its own pages are rendered from',
    access: 'public',
    query: Joi.object({ address }),
    status: 200,
    answer: anything,
    problems: ['bad-input', 'not-ready'],
  },
  floor: {
    method: 'get',
    path: '/api/floor',
    summary: 'All aisles with their products, their plan and why',
    access: 'signed-in',
    status: 200,
    answer: floor,
    problems: ['database-away'],
  },
  vocabulary: {
    method: 'get',
    path: '/api/catalogue/vocabulary',
    summary: 'What plans can be written with: facets, attributes, languages',
    access: 'signed-in',
    status: 200,
    answer: vocabulary,
    problems: [],
  },
  plans: {
    method: 'get',
    path: '/api/plans',
    summary: 'All plans',
    access: 'signed-in',
    status: 200,
    answer: Joi.array().items(planSummary),
    problems: ['database-away'],
  },
  createPlan: {
    method: 'post',
    path: '/api/plans',
    summary: 'Start a plan with the fixtures of another',
    access: 'signed-in',
    body: Joi.object({
      name: Joi.string().trim().min(1).max(80).required(),
      reach: reachSchema.required(),
      from: Joi.string().max(64).required().description('The plan whose fixtures it starts with'),
    }),
    status: 201,
    answer: storedPlan,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  readPlan: {
    method: 'get',
    path: '/api/plans/{id}',
    summary: 'A plan’s draft, its version and its live form',
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
    body: Joi.object({ plan: planSchema.required(), version }),
    status: 200,
    answer: storedPlan,
    problems: ['bad-input', 'not-found', 'newer-draft', 'database-away'],
  },
  discardPlan: {
    method: 'delete',
    path: '/api/plans/{id}',
    summary: 'Discard a plan that was never published',
    access: 'signed-in',
    params: planId,
    status: 204,
    answer: null,
    problems: ['not-found', 'plan-in-use', 'database-away'],
  },
  planChanges: {
    method: 'get',
    path: '/api/plans/{id}/changes',
    summary: 'The aisles that change when this draft is published',
    access: 'signed-in',
    params: planId,
    status: 200,
    answer: changes,
    problems: ['not-found', 'database-away'],
  },
  publishPlan: {
    method: 'post',
    path: '/api/plans/{id}/publish',
    summary: 'Publish a draft as a new edition',
    access: 'signed-in',
    params: planId,
    body: Joi.object({ version, note: text.max(400).required() }),
    status: 201,
    answer: edition,
    problems: ['bad-input', 'not-found', 'newer-draft', 'nothing-to-publish', 'database-away'],
  },
  preview: {
    method: 'post',
    path: '/api/preview',
    summary: 'The page an address would show with this draft laid over what is live',
    access: 'signed-in',
    body: Joi.object({ plan: planSchema.required(), address }),
    status: 200,
    answer: Joi.object({
      page: anything.allow(null).required(),
      serves: count.required(),
      disputes: disputes.required(),
    }),
    problems: ['bad-input', 'not-ready'],
  },
  editions: {
    method: 'get',
    path: '/api/editions',
    summary: 'What was published, the newest first',
    access: 'signed-in',
    status: 200,
    answer: Joi.array().items(edition),
    problems: ['database-away'],
  },
  readEdition: {
    method: 'get',
    path: '/api/editions/{number}',
    summary: 'One edition, whole',
    access: 'signed-in',
    params: Joi.object({ number: Joi.number().integer().min(1).required() }),
    status: 200,
    answer: Joi.object({ edition: edition.required(), document: Joi.array().items(planSchema).required() }),
    problems: ['not-found', 'database-away'],
  },
  publishEdition: {
    method: 'post',
    path: '/api/editions/{number}/publish',
    summary: 'Publish what an earlier edition held, as a new edition',
    access: 'signed-in',
    params: Joi.object({ number: Joi.number().integer().min(1).required() }),
    body: Joi.object({ note: text.max(400).required() }),
    status: 201,
    answer: edition,
    problems: ['bad-input', 'not-found', 'nothing-to-publish', 'database-away'],
  },
  importCatalogue: {
    method: 'post',
    path: '/api/catalogue/import',
    summary: 'Read a product file; answers with a job',
    access: 'signed-in',
    upload: Joi.object({
      mapping: Joi.string().max(100_000).description('JSON: column name → `{use, type?}`'),
      dryRun: Joi.valid('0', '1'),
    }),
    status: 202,
    answer: job,
    problems: ['bad-input', 'too-large', 'wrong-kind', 'database-away'],
  },
  jobs: {
    method: 'get',
    path: '/api/jobs',
    summary: 'The latest jobs',
    access: 'signed-in',
    status: 200,
    answer: Joi.array().items(job),
    problems: ['database-away'],
  },
  readJob: {
    method: 'get',
    path: '/api/jobs/{id}',
    summary: 'Progress and report of a job',
    access: 'signed-in',
    params: Joi.object({ id: Joi.string().guid().required() }),
    status: 200,
    answer: job,
    problems: ['not-found', 'database-away'],
  },
  jobEvents: {
    method: 'get',
    path: '/api/jobs/{id}/events',
    summary: 'The same as server-sent events, until the job ends',
    access: 'signed-in',
    params: Joi.object({ id: Joi.string().guid().required() }),
    status: 200,
    answer: Joi.string(),
    produces: 'text/event-stream',
    problems: ['not-found', 'database-away'],
  },
} as const satisfies Record<string, Operation>;

export type OperationName = keyof typeof OPERATIONS;
