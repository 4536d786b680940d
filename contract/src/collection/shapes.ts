import Joi from 'joi';
import { object } from '../schema/typed';
import type { CollectionSummary, StoredCollection } from './types';
import { clausesSchema } from '../clause/schema';
import { count, text, time, version } from '../schema/basics';

const collectionBase = {
  id: count.required(),
  slug: Joi.string().required(),
  titles: Joi.object().pattern(Joi.string(), text).required(),
  clauses: clausesSchema.allow(null).required(),
  version,
  updatedAt: time.allow(null).required(),
  updatedBy: text.required(),
};

export const collectionSummary = object<CollectionSummary>({ ...collectionBase, products: count.required() });

export const storedCollection = object<StoredCollection>({
  ...collectionBase,
  descriptions: Joi.object().pattern(Joi.string(), text).required(),
  skus: Joi.array().items(text).allow(null).required(),
  byHand: count.required(),
  namedIn: Joi.array().items(text).required(),
});
