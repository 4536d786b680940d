import Joi from 'joi';
import { list, object } from '../schema/typed';
import { newPassword } from './password';
import type { Role } from './session';
import type { ActivityQuery, AskedPublication, NewPerson, ShopSettings, PublicationRequest } from './types';
import type { Operation } from '../operation';
import { draftVersions } from '../plan/operations';
import { edition } from '../edition/shapes';
import { role, session, user } from './shapes';
import { count, named, textsOf, text, time } from '../schema/basics';

const settings = object<ShopSettings>({
  address: Joi.string()
    .uri({ scheme: ['http', 'https'] })
    .pattern(/^https?:\/\/[^/?#]+$/, 'an address without anything behind its name')
    .max(200)
    .allow(null)
    .required()
    .description('Where shoppers reach the shop; null: as the server itself is reached'),
  currency: Joi.string()
    .pattern(/^[A-Z]{3}$/, 'three letters such as EUR')
    .required(),
  languages: Joi.array()
    .items(Joi.string().pattern(/^[a-z]{2}$/, 'two letters such as en'))
    .min(1)
    .max(20)
    .unique()
    .required()
    .description('The first is the one that missing texts fall back to'),
  titles: textsOf(200),
  descriptions: textsOf(20_000),
  tagTitles: textsOf(80),
  searchHints: textsOf(80),
  footers: textsOf(400),
  logo: Joi.string()
    .pattern(/^[0-9a-f]{32}$/, 'a picture that was kept')
    .allow(null)
    .required(),
  approval: Joi.boolean()
    .required()
    .description('Whether a publication needs the approval of a second person'),
  zone: Joi.string().max(60).required().description('The shop’s IANA time zone'),
});

const changedSettings: Joi.ObjectSchema<Partial<ShopSettings>> = settings.fork(
  Object.keys(settings.describe().keys as object),
  (one) => one.optional(),
);

const request = object<PublicationRequest>({
  id: count.required(),
  plans: Joi.array()
    .items(named.keys({ version: count.required(), current: Joi.boolean().required() }))
    .required(),
  words: text.required(),
  note: text.required(),
  state: Joi.valid('waiting', 'approved', 'declined', 'withdrawn').required(),
  askedBy: text.required(),
  askedById: count.allow(null).required(),
  askedAt: time.required(),
  answeredBy: text.allow(null).required(),
  answer: text.required(),
});

const requestId = object<{ id: number }>({ id: Joi.number().integer().min(1).required() });
const words = object<{ words: string }>({ words: text.max(400).required() });

/** Who may do what, publications that wait for a second person, and the record of what was done. */
export const PEOPLE_OPERATIONS = {
  people: {
    method: 'get',
    path: '/api/people',
    summary: 'Everybody who can sign in, with their roles',
    access: 'signed-in',
    status: 200,
    answer: list(user),
    problems: ['database-away'],
  },
  addPerson: {
    method: 'post',
    path: '/api/people',
    summary: 'Let somebody sign in',
    access: 'signed-in',
    role: 'owner',
    body: object<NewPerson>({
      name: Joi.string().trim().min(1).max(120).required(),
      email: Joi.string().email({ tlds: false }).max(200).required(),
      password: newPassword,
      role: role.required(),
    }),
    status: 201,
    answer: user,
    problems: ['bad-input', 'database-away'],
  },
  changeRole: {
    method: 'put',
    path: '/api/people/{id}/role',
    summary: 'Give somebody another role; holds from their next request on',
    access: 'signed-in',
    role: 'owner',
    params: requestId,
    body: object<{ role: Role }>({ role: role.required() }),
    status: 200,
    answer: user,
    problems: ['bad-input', 'not-found', 'last-owner', 'database-away'],
  },
  removePerson: {
    method: 'delete',
    path: '/api/people/{id}',
    summary: 'Somebody may sign in no more; what they did stays in the record under their name',
    access: 'signed-in',
    role: 'owner',
    params: requestId,
    status: 204,
    answer: null,
    problems: ['not-found', 'last-owner', 'database-away'],
  },
  resetPassword: {
    method: 'put',
    path: '/api/people/{id}/password',
    summary: 'Give somebody a new password; all their sessions end',
    access: 'signed-in',
    role: 'owner',
    params: requestId,
    body: object<{ password: string }>({ password: newPassword }),
    status: 204,
    answer: null,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  endSessions: {
    method: 'delete',
    path: '/api/people/{id}/sessions',
    summary: 'Sign somebody out everywhere: an owner anybody, others themselves',
    access: 'signed-in',
    role: 'viewer',
    params: requestId,
    status: 204,
    answer: null,
    problems: ['not-found', 'not-allowed', 'database-away'],
  },
  changePassword: {
    method: 'put',
    path: '/api/session/password',
    summary: 'Change one’s own password; all other sessions end',
    access: 'signed-in',
    role: 'viewer',
    body: object<{ current: string; password: string }>({
      current: Joi.string().max(200).required(),
      password: newPassword,
    }),
    status: 200,
    answer: session,
    problems: ['bad-input', 'too-many-tries', 'database-away'],
  },
  settings: {
    method: 'get',
    path: '/api/settings',
    summary: 'Settings of the shop',
    access: 'signed-in',
    status: 200,
    answer: settings,
    problems: ['database-away'],
  },
  changeSettings: {
    method: 'put',
    path: '/api/settings',
    summary: 'Change the settings of the shop that are named; the others stay as they are',
    access: 'signed-in',
    shown: true,
    role: 'owner',
    body: changedSettings,
    status: 200,
    answer: settings,
    problems: ['bad-input', 'database-away'],
  },
  publicationRequests: {
    method: 'get',
    path: '/api/publications/requests',
    summary: 'Publications that wait for somebody, and the last ones that were answered',
    access: 'signed-in',
    status: 200,
    answer: list(request),
    problems: ['database-away'],
  },
  askToPublish: {
    method: 'post',
    path: '/api/publications/requests',
    summary: 'Ask for drafts to be published as they are now, or for anything else that needs approval',
    access: 'signed-in',
    body: object<AskedPublication>({
      plans: draftVersions.optional(),
      held: Joi.object({
        operation: Joi.string().max(40).required(),
        params: Joi.object().unknown().required(),
        body: Joi.object().unknown().required(),
      }).description('An operation as the problem `approval-needed` names it'),
      note: text.max(400).required(),
    }).xor('plans', 'held'),
    status: 201,
    answer: request,
    problems: ['bad-input', 'not-found', 'newer-draft', 'database-away'],
  },
  approveRequest: {
    method: 'post',
    path: '/api/publications/requests/{id}/approve',
    summary: 'Do what was asked for; answers with the edition that is live then',
    access: 'signed-in',
    role: 'publisher',
    params: requestId,
    status: 201,
    answer: edition,
    problems: [
      'not-found',
      'newer-draft',
      'nothing-to-publish',
      'base-not-live',
      'part-not-live',
      'plan-chain',
      'overlap',
      'approval-needed',
      'bad-input',
      'not-allowed',
      'request-answered',
      'database-away',
    ],
  },
  declineRequest: {
    method: 'post',
    path: '/api/publications/requests/{id}/decline',
    summary: 'Decline what was asked for, with a word; one’s own is withdrawn',
    access: 'signed-in',
    params: requestId,
    body: words,
    status: 200,
    answer: request,
    problems: ['bad-input', 'not-found', 'not-allowed', 'request-answered', 'database-away'],
  },
  activity: {
    method: 'get',
    path: '/api/activity',
    summary: 'Who did what, the newest first',
    access: 'signed-in',
    query: object<ActivityQuery>({
      before: Joi.number().integer().min(1).description('Only entries older than this one'),
      subject: Joi.string().max(120).description('Only entries about it, as `kind:id`'),
      who: Joi.number().integer().min(1),
    }),
    status: 200,
    answer: Joi.array().items(
      Joi.object({
        id: count.required(),
        at: time.required(),
        who: text.required(),
        action: text.required(),
        subject: text.required(),
        name: text.required(),
        detail: Joi.object().unknown().required(),
      }),
    ),
    problems: ['bad-input', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
