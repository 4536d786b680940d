import Joi from 'joi';
import { FINDING_KINDS } from '@fond/core';
import { anything, count, text } from '../schema/basics';

export const findingName = Joi.string().min(1).max(700);

/** A finding with what people call what it is about. */
export const toldKeys = {
  name: findingName.required(),
  finding: anything.keys({ kind: Joi.valid(...Object.keys(FINDING_KINDS)).required() }).required(),
  title: text.required(),
  path: Joi.string().allow(null).required(),
  fresh: Joi.boolean().description('Of a draft: whether what is live has it not, or otherwise'),
};

/** What is found, by kind. */
export const findingGroups = Joi.array().items(
  Joi.object({
    kind: Joi.valid(...Object.keys(FINDING_KINDS)).required(),
    severity: Joi.valid('fault', 'warning', 'hint').required(),
    count: count.required(),
    fresh: count.description('Of drafts: how many of them what is live has not, or otherwise'),
    found: Joi.array().items(Joi.object(toldKeys)).required().description('The first of them'),
  }),
);
