import Joi from 'joi';

/**
 * The schema of an object of a type. It checks just the keys that the type has, so neither can have one that the other
 * lacks.
 */
export const object = <T extends object>(keys: {
  readonly [K in keyof Required<T>]: Joi.Schema;
}): Joi.ObjectSchema<T> => Joi.object(keys);

/** The schema of a list of what another one checks. */
export const list = <T>(of: Joi.ObjectSchema<T> | Joi.AnySchema<T>): Joi.ArraySchema<readonly T[]> =>
  Joi.array().items(of);

/** What a schema lets through; unknown where it doesn't say. */
export type Checked<S> =
  S extends Joi.ObjectSchema<infer T>
    ? Known<T>
    : S extends Joi.ArraySchema<infer T>
      ? Known<T>
      : S extends null
        ? void
        : unknown;
type Known<T> = 0 extends 1 & T ? unknown : T;
