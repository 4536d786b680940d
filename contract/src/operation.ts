import type Joi from 'joi';
import type { ProblemName } from './problem';
import type { Role } from './session';

/** One operation of the API: what it takes, what it answers. The server mounts it, the OpenAPI document tells it. */
export interface Operation {
  method: 'get' | 'post' | 'put' | 'delete';
  /** With parameters in braces, as OpenAPI writes them. */
  path: string;
  summary: string;
  access: 'public' | 'signed-in';
  /** The least role; merchandisers may change what they work on, viewers may read. */
  role?: Role;
  /** An unsafe method that changes nothing: what it answers is only too long to be asked for in an address. */
  free?: true;
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
