import Joi from 'joi';

export const OTHERWISE = 'Otherwise';

/** One case of a choice by a key: the key's value and the object it asks for. */
export interface KindCase {
  is: string;
  then: Joi.Schema;
}

/** An object that is checked as what its `key` says it is, so that faults are told at their own places. */
export function byKind(key: 'kind' | 'type' | 'by', cases: readonly KindCase[]): Joi.AlternativesSchema {
  const last = cases[cases.length - 1];
  // Refuses whatever is none of the cases, by a word on the key; as a schema it says nothing that they don't.
  const otherwise = Joi.object({ [key]: Joi.valid(...cases.map(({ is }) => is)).required() })
    .unknown()
    .description(OTHERWISE);
  return Joi.alternatives().conditional(`.${key}`, {
    switch: [...cases.slice(0, -1), { ...last, otherwise }],
  });
}
