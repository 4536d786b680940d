import Joi from 'joi';
import { MAX_INSERTS, MAX_PER_PAGE } from '@fond/core';
import { byKind } from '../schema/byKind';
import { id, linkAddress, orUsual, paint, steps, texts, whole } from '../schema/fields';
import { conditionSchema } from './conditionSchema';
import { picture } from './pictureSchema';

const place = byKind('by', [
  {
    is: 'place',
    then: Joi.object({ by: Joi.valid('place').required(), place: whole(1, MAX_PER_PAGE + 1) }),
  },
  { is: 'every', then: Joi.object({ by: Joi.valid('every').required(), every: whole(2, MAX_PER_PAGE) }) },
  { is: 'end', then: Joi.object({ by: Joi.valid('end').required() }) },
]);

/** What stands among the products of a shelf. */
export const insertsSchema = Joi.array()
  .items(
    Joi.object({
      id,
      picture,
      heading: texts(120),
      words: texts(600),
      link: orUsual(Joi.object({ label: texts(60), address: linkAddress.required() })),
      ground: orUsual(paint),
      at: place.required(),
      pages: Joi.valid('all', 'first', 'last').required(),
      columns: steps(1, 2),
      rows: steps(1, 2),
      when: conditionSchema,
    }),
  )
  .unique('id')
  .max(MAX_INSERTS)
  .required();
