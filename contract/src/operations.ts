import Joi from 'joi';
import { object, type Checked } from './schema/typed';
import type { Preview, PreviewInput } from './page/preview';
import { newPassword } from './person/password';
import type { FirstOwner, SignInHelp } from './person/session';
import { planDocumentSchema } from './plan/schema';
import type { ShopModel } from '@fond/core';
import type { Operation } from './operation';
import { BLEND_OPERATIONS } from './blend/operations';
import { CAMPAIGN_OPERATIONS } from './campaign/operations';
import { CART_OPERATIONS } from './cart/operations';
import { COLLECTION_OPERATIONS } from './collection/operations';
import { GROUP_FILE_OPERATIONS } from './catalogue/groupFile';
import { GROUP_OPERATIONS } from './catalogue/groups';
import { CATALOGUE_OPERATIONS } from './catalogue/operations';
import { FEED_OPERATIONS } from './feed/operations';
import { FONT_OPERATIONS } from './font/operations';
import { FREE_PAGE_OPERATIONS } from './freePage/operations';
import { EDITION_OPERATIONS } from './edition/operations';
import { JOB_OPERATIONS } from './job/operations';
import { LIBRARY_OPERATIONS } from './picture/operations';
import { PEOPLE_OPERATIONS } from './person/operations';
import { PART_OPERATIONS } from './part/operations';
import { PLAN_OPERATIONS } from './plan/operations';
import { TOGETHER_OPERATIONS } from './plan/together';
import { PORTABLE_OPERATIONS } from './plan/portableOperations';
import { DESIGN_OPERATIONS } from './design/operations';
import { FIGURE_OPERATIONS } from './figure/operations';
import { FINDING_OPERATIONS } from './finding/operations';
import { REDIRECT_OPERATIONS } from './redirect/operations';
import { REVIEW_OPERATIONS } from './review/operations';
import { PRODUCT_OPERATIONS } from './product/operations';
import { RANGE_OPERATIONS } from './range/operations';
import { COMPARISON_OPERATIONS } from './comparison/operations';
import { NOTE_OPERATIONS } from './note/operations';
import { TRIAL_OPERATIONS } from './trial/operations';
import { SEARCH_OPERATIONS } from './search/operations';
import { floor } from './aisle/shapes';
import { disputes, moves } from './reach/shapes';
import { listing, shelfReport } from './page/shapes';
import { session } from './person/shapes';
import { vocabulary } from './plan/shapes';
import { count, text, anything, localTime, address } from './schema/basics';

export { isUnit, leastRole, takesKey, type Operation } from './operation';
export { groupFileSchema } from './catalogue/groupFile';
export { OTHERWISE } from './schema/byKind';
export { conditionSchema } from './plan/conditionSchema';
export { heirSchema, planDocumentSchema, planSchema } from './plan/schema';
export { clausesSchema, MAX_NAMED, rangeSchema, savedRuleSchema } from './clause/schema';
export { redirectWishSchema } from './redirect/operations';
export { fileFormSchema, importMappingSchema, ratesSchema } from './job/shapes';

/** What pages are rendered from is long, and made in one place; it isn't checked once more. */
const shopModel: Joi.ObjectSchema<ShopModel> = anything;

const listingQuery: Joi.ObjectSchema<Readonly<Record<string, string | number>>> = Joi.object({
  aisle: Joi.string().max(1000).pattern(/^\//, 'a path that starts with a slash').required(),
  order: Joi.string().max(40),
  page: Joi.number().integer().min(1).max(1_000_000),
  size: Joi.number().integer().min(1).max(200),
  lang: Joi.string().max(10),
  q: Joi.string().allow('').max(200),
  explain: Joi.valid('1', '0'),
})
  .pattern(Joi.string(), Joi.string().allow('').max(2000))
  .description('Besides these, one parameter per facet key: `colour=red,blue`, `price=20..80`.');

export const OPERATIONS = {
  // What browsers tell all the time is looked for first.
  ...FIGURE_OPERATIONS,
  health: {
    method: 'get',
    path: '/api/health',
    summary: 'Whether the server is ready, and what it serves',
    access: 'public',
    status: 200,
    answer: object<{ status: 'ok'; products: number; edition: number }>({
      status: Joi.valid('ok').required(),
      products: count.required(),
      edition: count.required(),
    }),
    problems: ['not-ready'],
  },
  readiness: {
    method: 'get',
    path: '/api/health/ready',
    summary: 'Whether the desk can work too: the catalogue is read, and the database answers',
    access: 'public',
    status: 200,
    answer: object<{ status: 'ok' }>({ status: Joi.valid('ok').required() }),
    problems: ['not-ready', 'database-away'],
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
  signInHelp: {
    method: 'get',
    path: '/api/session/help',
    summary: 'What helps to sign in: the demo’s sign-in, and whether nobody can yet',
    access: 'public',
    status: 200,
    answer: object<SignInHelp>({
      demo: Joi.object({ email: Joi.string().required(), password: Joi.string().required() })
        .allow(null)
        .required()
        .description('Null in a shop of your own'),
      nobody: Joi.boolean().required(),
    }),
    problems: ['database-away'],
  },
  signIn: {
    method: 'post',
    path: '/api/session',
    summary: 'Sign in; sets the session cookie',
    access: 'public',
    body: object<{ email: string; password: string }>({
      email: Joi.string().email({ tlds: false }).max(200).required(),
      password: Joi.string().min(1).max(200).required(),
    }),
    status: 200,
    answer: session,
    problems: ['bad-input', 'sign-in-refused', 'too-many-tries', 'database-away'],
  },
  makeOwner: {
    method: 'post',
    path: '/api/session/owner',
    summary: 'Make the first owner of a shop that nobody can sign in to yet, and sign in',
    access: 'public',
    body: object<FirstOwner>({
      code: Joi.string().trim().max(40).required().description('As the start of the application prints it'),
      name: Joi.string().trim().min(1).max(120).required(),
      email: Joi.string().email({ tlds: false }).max(200).required(),
      password: newPassword,
    }),
    status: 200,
    answer: session,
    problems: ['bad-input', 'sign-in-refused', 'done-already', 'too-many-tries', 'database-away'],
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
    free: true,
    status: 204,
    answer: null,
    problems: [],
  },
  listing: {
    method: 'get',
    path: '/api/shop/listing',
    summary: 'One page of an aisle as data: products, facets with exact counts, sort choices',
    access: 'public',
    query: listingQuery,
    status: 200,
    answer: listing,
    problems: ['bad-input', 'unknown-aisle', 'not-ready'],
  },
  facetValues: {
    method: 'get',
    path: '/api/shop/facet',
    summary: 'The values of one filter of a page whose words hold a text',
    access: 'public',
    query: object<{ address: string; key: string; find: string }>({
      address,
      key: Joi.string().max(65).required(),
      find: Joi.string().allow('').max(100).required(),
    }),
    status: 200,
    answer: Joi.object({
      values: Joi.array()
        .items(
          Joi.object({
            value: Joi.string().required(),
            label: text.required(),
            count: count.required(),
            selected: Joi.boolean().required(),
            href: Joi.string().allow(null).required(),
            swatch: Joi.string().allow(null).required(),
            depth: count.required(),
          }),
        )
        .required(),
      more: count.required(),
    }),
    problems: ['bad-input', 'unknown-aisle', 'not-ready'],
  },
  recent: {
    method: 'get',
    path: '/api/shop/recent',
    summary: 'A shelf of what a shopper has looked at, which their browser alone knows',
    access: 'public',
    query: object<{ plan: string; fixture: string; skus: string; lang?: string }>({
      plan: Joi.string().max(64).required(),
      fixture: Joi.string().max(140).required(),
      skus: Joi.string()
        .allow('')
        .max(4_000)
        .required()
        .description('Article numbers, the latest first, joined by line feeds'),
      lang: Joi.string().max(10),
    }),
    status: 200,
    answer: Joi.object({ shelf: Joi.object().unknown().allow(null).required() }),
    problems: ['bad-input', 'not-ready'],
  },
  page: {
    method: 'get',
    path: '/api/shop/page',
    summary: 'The model behind an address of the shop: what its own pages are rendered from',
    access: 'public',
    query: object<{ address: string }>({ address }),
    status: 200,
    answer: shopModel,
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
  ...CART_OPERATIONS,
  ...PLAN_OPERATIONS,
  ...TOGETHER_OPERATIONS,
  ...PART_OPERATIONS,
  preview: {
    method: 'post',
    path: '/api/preview',
    summary: 'The page an address would show with this draft laid over what is live',
    access: 'signed-in',
    free: true,
    body: object<PreviewInput>({
      plan: planDocumentSchema.required(),
      address,
      at: localTime.description('Another moment than now, by the shop’s clock'),
      part: Joi.number().integer().min(0).max(99).description('The shopper’s number'),
      signedIn: Joi.boolean().description('Whether the shopper has signed in'),
    }),
    status: 200,
    answer: object<Preview>({
      page: anything.allow(null).required(),
      report: shelfReport.allow(null).required(),
      serves: count.required(),
      disputes: disputes.required(),
      gained: moves.required(),
      lost: moves.required(),
    }),
    problems: ['bad-input', 'base-not-live', 'plan-chain', 'not-ready'],
  },
  ...EDITION_OPERATIONS,
  ...CAMPAIGN_OPERATIONS,
  ...TRIAL_OPERATIONS,
  ...NOTE_OPERATIONS,
  ...COMPARISON_OPERATIONS,
  ...PEOPLE_OPERATIONS,
  ...PORTABLE_OPERATIONS,
  ...DESIGN_OPERATIONS,
  ...REDIRECT_OPERATIONS,
  ...REVIEW_OPERATIONS,
  ...RANGE_OPERATIONS,
  ...SEARCH_OPERATIONS,
  ...BLEND_OPERATIONS,
  ...PRODUCT_OPERATIONS,
  ...COLLECTION_OPERATIONS,
  ...FONT_OPERATIONS,
  ...FREE_PAGE_OPERATIONS,
  ...CATALOGUE_OPERATIONS,
  ...GROUP_OPERATIONS,
  ...GROUP_FILE_OPERATIONS,
  ...LIBRARY_OPERATIONS,
  ...JOB_OPERATIONS,
  ...FEED_OPERATIONS,
  ...FINDING_OPERATIONS,
} as const satisfies Record<string, Operation>;

export type Operations = typeof OPERATIONS;
export type OperationName = keyof Operations;

type PartOf<N extends OperationName, K extends string> =
  Operations[N] extends Readonly<Record<K, infer S>> ? Checked<S> : unknown;

/** What an operation takes and answers, as its schemas let it through. */
export type ParamsOf<N extends OperationName> = PartOf<N, 'params'>;
export type QueryOf<N extends OperationName> = PartOf<N, 'query'>;
export type BodyOf<N extends OperationName> = PartOf<N, 'body'> & PartOf<N, 'upload'>;
export type AnswerOf<N extends OperationName> = PartOf<N, 'answer'>;
