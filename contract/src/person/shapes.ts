import Joi from 'joi';
import { object } from '../schema/typed';
import { type User, type Session, ROLES } from './session';
import { count, text } from '../schema/basics';

export const role = Joi.valid(...ROLES);

export const user = object<User>({
  id: count.required(),
  name: text.required(),
  email: text.required(),
  role: role.required(),
});

export const session = object<Session>({ user: user.required(), csrfToken: Joi.string().required() });
