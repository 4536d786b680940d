import Joi from 'joi';
import type { Operation } from '../operation';
import { count, text, time } from '../schema/basics';
import { list, object } from '../schema/typed';
import type { News, Note, NoteInput, Waiting } from './types';

const id = object<{ id: number }>({ id: Joi.number().integer().min(1).required() });
const words = Joi.string().trim().min(1).max(2_000).required();
const said = { words: text.required(), by: text.required(), at: time.required() };
const note = object<Note>({
  id: count.required(),
  plan: Joi.string().required(),
  place: Joi.string().allow('').required(),
  sku: Joi.string().allow(null).required(),
  aisle: Joi.string().allow(null).required(),
  ...said,
  answers: Joi.array().items(Joi.object(said)).required(),
  settled: Joi.object({ by: text.required(), at: time.required() }).allow(null).required(),
});
const named = Joi.object({ id: Joi.string().required(), name: text.required() });

/** What merchandisers say to each other where it matters. */
export const NOTE_OPERATIONS = {
  notes: {
    method: 'get',
    path: '/api/notes',
    summary: 'Notes on a plan, the open ones first, with their answers',
    access: 'signed-in',
    query: object<{ plan: string }>({ plan: Joi.string().max(64).required() }),
    status: 200,
    answer: list(note),
    problems: ['bad-input', 'database-away'],
  },
  writeNote: {
    method: 'post',
    path: '/api/notes',
    summary: 'Note something on a plan, one of its fixtures or settings, or a product in an aisle of it',
    access: 'signed-in',
    body: object<NoteInput>({
      plan: Joi.string().max(64).required(),
      place: Joi.string()
        .allow('')
        .max(120)
        .pattern(/^[\w:-]*$/, 'a place of the brief')
        .required(),
      sku: Joi.string().max(64).allow(null).required(),
      aisle: Joi.string().max(340).pattern(/^\//, 'the path of an aisle').allow(null).required(),
      words,
    }),
    status: 201,
    answer: note,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  answerNote: {
    method: 'post',
    path: '/api/notes/{id}/answers',
    summary: 'Answer a note; one that was settled is open again',
    access: 'signed-in',
    params: id,
    body: object<{ words: string }>({ words }),
    status: 201,
    answer: note,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  settleNote: {
    method: 'put',
    path: '/api/notes/{id}/settled',
    summary: 'Settle a note, or open it again',
    access: 'signed-in',
    params: id,
    body: object<{ settled: boolean }>({ settled: Joi.boolean().required() }),
    status: 200,
    answer: note,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  news: {
    method: 'get',
    path: '/api/news',
    summary: 'What others have published and changed in the catalogue since whoever asks last looked',
    access: 'signed-in',
    status: 200,
    answer: object<News>({
      since: time.allow(null).required(),
      editions: Joi.object({
        count: count.required(),
        from: count.required(),
        to: count.required(),
        aisles: count.required(),
        some: Joi.array().items(text).required(),
      })
        .allow(null)
        .required(),
      catalogue: Joi.array()
        .items(Joi.object({ kind: text.required(), count: count.required() }))
        .required(),
    }),
    problems: ['not-ready', 'database-away'],
  },
  seeNews: {
    method: 'put',
    path: '/api/news/seen',
    summary: 'Everything until now has been seen',
    access: 'signed-in',
    free: true,
    status: 204,
    answer: null,
    problems: ['database-away'],
  },
  waiting: {
    method: 'get',
    path: '/api/waiting',
    summary:
      'What waits for whoever asks: approvals, reviews, notes, trials that are decided, campaigns in trouble',
    access: 'signed-in',
    status: 200,
    answer: object<Waiting>({
      requests: count.required(),
      reviews: count.required(),
      notes: Joi.array()
        .items(Joi.object({ id: Joi.string().required(), name: text.required(), count: count.required() }))
        .required(),
      trials: Joi.array().items(named).required(),
      campaigns: Joi.array().items(named).required(),
    }),
    problems: ['database-away'],
  },
} as const satisfies Record<string, Operation>;
