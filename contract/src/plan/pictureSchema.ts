import Joi from 'joi';
import { byKind } from '../schema/byKind';
import { keptHash, texts, whole } from '../schema/fields';

/** The aisle's own picture, or one that was uploaded. */
export const picture = byKind('kind', [
  { is: 'aisle', then: Joi.object({ kind: Joi.valid('aisle').required() }) },
  {
    is: 'kept',
    then: Joi.object({
      kind: Joi.valid('kept').required(),
      hash: keptHash,
      width: whole(1, 20_000),
      height: whole(1, 20_000),
      alt: texts(200),
    }),
  },
])
  .allow(null)
  .required();
