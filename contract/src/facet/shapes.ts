import Joi from 'joi';
import { list, object } from '../schema/typed';
import type { FacetAdviceRow } from './types';
import { count, text } from '../schema/basics';

const share = Joi.number().min(0).max(1).required();

export const facetAdvice = list(
  object<FacetAdviceRow>({
    key: text.required(),
    label: text.required(),
    covered: count.required(),
    coverage: share,
    values: count.required(),
    evenness: Joi.number().min(0).max(1.000001).required(),
    leaves: share,
    top: Joi.array()
      .items(Joi.object({ value: text.required(), count: count.required() }))
      .required(),
    verdict: Joi.valid('use', 'maybe', 'leave').required(),
    reason: text.required(),
  }),
);
