import Joi from 'joi';
import type { Operation } from './operation';
import { draftVersions } from './planOperations';
import { edition } from './planShapes';
import { count, named, role, text, time, user } from './shapes';

const settings = Joi.object({
  approval: Joi.boolean()
    .required()
    .description('Whether a publication needs the approval of a second person'),
  zone: Joi.string().max(60).required().description('The shop’s IANA time zone'),
});

const request = Joi.object({
  id: count.required(),
  plans: Joi.array()
    .items(named.keys({ version: count.required(), current: Joi.boolean().required() }))
    .required(),
  note: text.required(),
  state: Joi.valid('waiting', 'approved', 'declined', 'withdrawn').required(),
  askedBy: text.required(),
  askedById: count.allow(null).required(),
  askedAt: time.required(),
  answeredBy: text.allow(null).required(),
  answer: text.required(),
});

const requestId = Joi.object({ id: Joi.number().integer().min(1).required() });
const words = Joi.object({ words: text.max(400).required() });

/** Who may do what, publications that wait for a second person, and the record of what was done. */
export const PEOPLE_OPERATIONS = {
  people: {
    method: 'get',
    path: '/api/people',
    summary: 'Everybody who can sign in, with their roles',
    access: 'signed-in',
    status: 200,
    answer: Joi.array().items(user),
    problems: ['database-away'],
  },
  addPerson: {
    method: 'post',
    path: '/api/people',
    summary: 'Let somebody sign in',
    access: 'signed-in',
    role: 'owner',
    body: Joi.object({
      name: Joi.string().trim().min(1).max(120).required(),
      email: Joi.string().email({ tlds: false }).max(200).required(),
      password: Joi.string().min(10).max(200).required(),
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
    body: Joi.object({ role: role.required() }),
    status: 200,
    answer: user,
    problems: ['bad-input', 'not-found', 'last-owner', 'database-away'],
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
    summary: 'Change the settings of the shop',
    access: 'signed-in',
    role: 'owner',
    body: settings,
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
    answer: Joi.array().items(request),
    problems: ['database-away'],
  },
  askToPublish: {
    method: 'post',
    path: '/api/publications/requests',
    summary: 'Ask for drafts to be published, as they are now',
    access: 'signed-in',
    body: Joi.object({ plans: draftVersions, note: text.max(400).required() }),
    status: 201,
    answer: request,
    problems: ['bad-input', 'not-found', 'newer-draft', 'database-away'],
  },
  approveRequest: {
    method: 'post',
    path: '/api/publications/requests/{id}/approve',
    summary: 'Publish what was asked for',
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
    query: Joi.object({
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
