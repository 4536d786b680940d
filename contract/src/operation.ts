import type Joi from 'joi';
import type { ProblemName } from './problem';

/** One operation of the API: what it takes, what it answers. The server mounts it, the OpenAPI document tells it. */
export interface Operation {
  method: 'get' | 'post' | 'put' | 'delete';
  /** With parameters in braces, as OpenAPI writes them. */
  path: string;
  summary: string;
  access: 'public' | 'signed-in';
  params?: Joi.ObjectSchema;
  query?: Joi.ObjectSchema;
  body?: Joi.ObjectSchema;
  /** `file` is taken as multipart/form-data. */
  upload?: Joi.ObjectSchema;
  status: 200 | 201 | 202 | 204;
  /** Null for an empty answer; media type `application/json` unless `produces` says otherwise. */
  answer: Joi.Schema | null;
  produces?: string;
  problems: readonly ProblemName[];
}
