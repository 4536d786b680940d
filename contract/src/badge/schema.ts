import Joi from 'joi';
import {
  BADGE_FIGURES,
  BADGE_PLACES,
  BADGE_SHAPES,
  MAX_BADGE_LETTERS,
  MAX_BADGE_RULES,
  MAX_BADGES,
  strangeFigures,
  type BadgeRule,
} from '@fond/core';
import { dated, days } from '../schema/days';
import { id, keptHash, orUsual, paint, steps, whole, yes } from '../schema/fields';
import { clausesSchema } from '../clause/schema';

const badgeText = Joi.string()
  .allow('')
  .max(MAX_BADGE_LETTERS)
  .custom((text: string, helpers) => {
    const [strange] = strangeFigures(text);
    return strange === undefined ? text : helpers.error('badge.figure', { strange });
  })
  .messages({
    'badge.figure': `names {{#strange}}, which is no figure of a product; there are ${BADGE_FIGURES.join(', ')}`,
  });

/** What cards say in a corner of their picture, in order of priority. */
export const badgesSchema = Joi.object({
  rules: Joi.array()
    .items(
      dated<BadgeRule>({
        id,
        on: Joi.boolean().required(),
        clauses: clausesSchema.required(),
        text: Joi.object()
          .pattern(Joi.string().pattern(/^[a-z]{2}$/), badgeText)
          .required(),
        shape: Joi.valid(...BADGE_SHAPES).required(),
        ground: paint.required(),
        ink: paint.required(),
        opacity: Joi.number().integer().min(20).max(100).required(),
        place: Joi.valid(...BADGE_PLACES).required(),
        ...days,
        size: steps(8, 40),
        picture: orUsual(
          Joi.object({
            hash: keptHash,
            width: whole(1, 20_000),
            height: whole(1, 20_000),
            alone: yes,
          }),
        ),
      }),
    )
    .max(MAX_BADGE_RULES)
    .unique('id')
    .required(),
  most: Joi.number().integer().min(1).max(MAX_BADGES).required(),
}).required();
