import type Joi from 'joi';
import type { ProblemName } from './problem';
import type { Role } from './person/session';

/** One operation of the API: what it takes, what it answers. The server mounts it, the OpenAPI document tells it. */
export interface Operation {
  method: 'get' | 'post' | 'put' | 'delete';
  /** With parameters in braces, as OpenAPI writes them. */
  path: string;
  summary: string;
  /** A machine is another system that feeds the shop; it carries a token of its own. */
  access: 'public' | 'signed-in' | 'machine';
  /** The least role; merchandisers may change what they work on, viewers may read. */
  role?: Role;
  /** Shoppers may see what it does: where the shop wants it, a second person has to approve. */
  shown?: true;
  /** An unsafe method that changes nothing: what it answers is only too long to be asked for in an address. */
  free?: true;
  params?: Joi.ObjectSchema;
  query?: Joi.ObjectSchema;
  body?: Joi.ObjectSchema;
  /** `file` is taken as multipart/form-data. */
  upload?: Joi.ObjectSchema;
  status: 200 | 201 | 202 | 204;
  /** Null for an empty answer; media type `application/json` unless `produces` says otherwise; several, where a parameter chooses. */
  answer: Joi.Schema | null;
  produces?: string | readonly string[];
  problems: readonly ProblemName[];
}

/** The least role that an operation of signed-in people takes. */
export const leastRole = (operation: Operation): Role =>
  operation.role ?? (operation.method === 'get' || operation.free ? 'viewer' : 'merchandiser');

/**
 * Whether all that an operation reads and writes is one unit, done whole or not at all; not so for what goes on after its
 * answer.
 */
export const isUnit = (operation: Operation): boolean =>
  operation.access !== 'public' &&
  operation.method !== 'get' &&
  !operation.free &&
  !operation.upload &&
  operation.status !== 202;

/** Whether an operation makes something, so that its request may carry an `Idempotency-Key`. */
export const takesKey = (operation: Operation): boolean => isUnit(operation) && operation.status === 201;
