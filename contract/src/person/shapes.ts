import Joi from 'joi';
import { count, text } from '../schema/basics';
import { ROLES } from './session';

export const role = Joi.valid(...ROLES);

export const user = Joi.object({
  id: count.required(),
  name: text.required(),
  email: text.required(),
  role: role.required(),
});

export const session = Joi.object({ user: user.required(), csrfToken: Joi.string().required() });
