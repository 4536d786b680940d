import Joi from 'joi';
import { OWN_FONT } from '@fond/core';
import type { Operation } from '../operation';
import { count, text, time } from '../schema/basics';
import { list, object } from '../schema/typed';
import type { OwnFont } from './types';

const id = Joi.string().pattern(OWN_FONT, 'the name of a font').required();
const font = object<OwnFont>({
  id: text.required(),
  name: text.required(),
  weights: Joi.object({ from: count.required(), to: count.required() }).required(),
  italic: Joi.boolean().required(),
  near: Joi.valid('sans', 'serif', 'mono').required(),
  licence: text.required(),
  bytes: count.required(),
  sent: count.required(),
  lacks: text.required(),
  away: Joi.boolean().required(),
  createdAt: time.required(),
  createdBy: text.required(),
});

/** Families of type that the shop has brought itself. */
export const FONT_OPERATIONS = {
  fonts: {
    method: 'get',
    path: '/api/fonts',
    summary: 'Families of type of the shop’s own',
    access: 'signed-in',
    status: 200,
    answer: list(font),
    problems: ['not-ready', 'database-away'],
  },
  keepFont: {
    method: 'post',
    path: '/api/fonts',
    summary:
      'Bring a font as a WOFF2 file; it is read, and sent with the letters of the shop’s languages alone',
    access: 'signed-in',
    upload: object<{ licence: string }>({ licence: Joi.string().trim().min(1).max(500).required() }),
    status: 201,
    answer: font,
    problems: ['bad-input', 'too-large', 'not-ready', 'database-away'],
  },
  putFontAway: {
    method: 'put',
    path: '/api/fonts/{id}',
    summary: 'Offer a font no more, or again; pages that use it keep it',
    access: 'signed-in',
    params: object<{ id: string }>({ id }),
    body: object<{ away: boolean }>({ away: Joi.boolean().required() }),
    status: 200,
    answer: font,
    problems: ['bad-input', 'not-found', 'not-ready', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
