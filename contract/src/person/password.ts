import Joi from 'joi';
import { passwordFault } from './session';

/** One that may be chosen. */
export const newPassword = Joi.string()
  .max(200)
  .custom((text: string, helpers) => {
    const fault = passwordFault(text);
    return fault ? helpers.message({ custom: `{{#label}} ${fault}` }) : text;
  })
  .min(10)
  .required()
  .description('At least ten characters, four of them different');
