import Joi from 'joi';

export const text = Joi.string().allow('');
export const count = Joi.number().integer().min(0);
export const time = Joi.string().isoDate();
/** Clock time without a zone of its own: `2026-12-24T18:00`. */
export const localTime = Joi.string().pattern(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'a date and a time');
export const named = Joi.object({ id: Joi.string().required(), name: text.required() });
export const anything = Joi.object().unknown(true);
export const texts = Joi.object().pattern(Joi.string(), text);
/** A text per language as it comes in, each of at most so many signs. */
export const textsOf = (most: number): Joi.ObjectSchema =>
  Joi.object()
    .pattern(Joi.string().pattern(/^[a-z]{2}$/, 'a language code'), Joi.string().trim().allow('').max(most))
    .required();

export const version = Joi.number().integer().min(1).required();

/** An address of the shop relative to its root, with its parameters. */
export const address = Joi.string()
  .max(4000)
  .pattern(/^\/(?!\/)/, 'an address that starts with one slash')
  .required();

/** Plans in answers are named only: they were checked on their way in, and their schema is long. */
export const aPlan = anything.description('Plan');
export const aDocument = anything.description('PlanDocument');
export const planId = Joi.object<{ id: string }>({ id: Joi.string().max(64).required() });
