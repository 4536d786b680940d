import Joi from 'joi';
import { list, object } from '../schema/typed';
import type { Dispute, AisleMove, AisleChangeSummary } from './types';
import { count, named, text } from '../schema/basics';
import { AISLE_KINDS } from '@fond/core';

export const aisleKind = Joi.valid(...AISLE_KINDS);

export const disputes = list(
  object<Dispute>({
    key: Joi.string().required(),
    path: Joi.string().required(),
    title: text.required(),
    plan: named.keys({ rank: count.required() }).required(),
  }),
);

export const moves = list(
  object<AisleMove>({
    key: Joi.string().required(),
    path: Joi.string().required(),
    title: text.required(),
    plan: named.allow(null).required(),
  }),
);

export const aisleChanges = list(
  object<AisleChangeSummary>({
    key: Joi.string().required(),
    path: Joi.string().required(),
    title: text.required(),
    kind: aisleKind.required(),
    products: count.required(),
    from: named.allow(null).required(),
    to: named.allow(null).required(),
  }),
);
