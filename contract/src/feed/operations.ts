import Joi from 'joi';
import type { Operation } from '../operation';
import { count, text, time } from '../schema/basics';
import { list, object } from '../schema/typed';
import {
  FATES,
  PACES,
  TROUBLES,
  type FedBatch,
  type FeedAnswer,
  type FeedBatch,
  type FeedChange,
  type FeedState,
  type FeedSystem,
  type ShopSystemState,
  type ShopSystemWish,
} from './types';

/** Changes of one batch. */
const MAX_CHANGES = 1_000;

const cell = Joi.alternatives().try(
  Joi.string().allow('').max(100_000),
  Joi.number(),
  Joi.boolean(),
  Joi.array().items(Joi.string().max(400)).max(200),
  Joi.valid(null),
);

const change = object<FeedChange>({
  sku: Joi.string().trim().min(1).max(64).required(),
  number: Joi.number()
    .integer()
    .min(1)
    .max(Number.MAX_SAFE_INTEGER)
    .required()
    .description('Grows with every change that the system tells of this product'),
  set: Joi.object()
    .pattern(Joi.string().max(200), cell)
    .max(400)
    .description('Columns of product files and what they hold'),
  add: Joi.object({
    stock: Joi.number().integer().min(-1_000_000).max(1_000_000),
    sold: Joi.number().integer().min(0).max(1_000_000),
  }).description('Added to what the shop has'),
}).or('set', 'add');

const system = object<FeedSystem>({
  id: count.required(),
  name: text.required(),
  off: Joi.boolean().required(),
  createdAt: time.required(),
  lastSeenAt: time.allow(null).required(),
});

const WISH = {
  running: Joi.boolean().required(),
  pace: Joi.valid(...PACES).required(),
  trouble: Joi.valid(...TROUBLES).required(),
};

const state = object<FeedState>({
  shopSystem: object<ShopSystemState>({ ...WISH, said: text.required(), saidAt: time.allow(null).required() })
    .allow(null)
    .required(),
  systems: list(system).required(),
  batches: list(
    object<FedBatch>({
      id: count.required(),
      system: text.required(),
      key: text.required(),
      at: time.required(),
      times: count.required(),
      counts: Joi.object(Object.fromEntries(FATES.map((fate) => [fate, count.required()]))).required(),
      refused: Joi.array()
        .items(Joi.object({ sku: text.required(), message: text.required() }))
        .required(),
      milliseconds: count.required(),
    }),
  ).required(),
});

const name = Joi.string().trim().min(1).max(80).required();
const systemId = object<{ id: number }>({ id: Joi.number().integer().min(1).required() });

/** What other systems tell the shop, all the time. */
export const FEED_OPERATIONS = {
  sendBatch: {
    method: 'post',
    path: '/api/feed/batches',
    summary:
      'What another system has sold, got in, priced anew or made: each change of a product by itself, in its order',
    access: 'machine',
    body: object<FeedBatch>({
      key: Joi.string()
        .pattern(/^[\w.:-]{4,100}$/, '4 to 100 letters, digits, points, colons, hyphens and underscores')
        .required()
        .description('Sent again with the same key, the batch does nothing more and is answered as before'),
      changes: list(change).min(1).max(MAX_CHANGES).required(),
    }),
    status: 200,
    answer: object<FeedAnswer>({
      again: Joi.boolean().required(),
      results: Joi.array()
        .items(
          Joi.object({
            sku: text.required(),
            fate: Joi.valid(...FATES).required(),
            message: text.allow(null).required(),
          }),
        )
        .required(),
    }),
    problems: ['bad-input', 'key-reused', 'database-away'],
  },
  feed: {
    method: 'get',
    path: '/api/feed',
    summary: 'Systems that feed the shop, and their last batches',
    access: 'signed-in',
    status: 200,
    answer: state,
    problems: ['database-away'],
  },
  changeShopSystem: {
    method: 'put',
    path: '/api/feed/shop-system',
    summary: 'Run, pause, slow or disturb the simulated shop system of the demo',
    access: 'signed-in',
    body: object<ShopSystemWish>(WISH),
    status: 204,
    answer: null,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  addFeedSystem: {
    method: 'post',
    path: '/api/feed/systems',
    summary: 'Let another system feed the shop; its token is told this once',
    access: 'signed-in',
    role: 'owner',
    body: object<{ name: string }>({ name }),
    status: 201,
    answer: object<{ system: FeedSystem; token: string }>({
      system: system.required(),
      token: text.required(),
    }),
    problems: ['bad-input', 'database-away'],
  },
  changeFeedSystem: {
    method: 'put',
    path: '/api/feed/systems/{id}',
    summary: 'Rename a system that feeds the shop, or keep it out for now',
    access: 'signed-in',
    role: 'owner',
    params: systemId,
    body: object<{ name: string; off: boolean }>({ name, off: Joi.boolean().required() }),
    status: 200,
    answer: system,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
