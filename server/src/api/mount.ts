import type { Express, NextFunction, Request, RequestHandler, Response } from 'express';
import type Joi from 'joi';
import {
  isUnit,
  leastRole,
  OPERATIONS,
  takesKey,
  type Operation,
  type OperationName,
} from '@fond/contract/operations';
import { mayAs } from '@fond/contract';
import { readParameters } from '../http/parameters';
import { inUnit } from '../database/unit';
import type { AnyCall, AnyHandler, Handlers } from '../http/handler';
import type { Sequelize } from 'sequelize';
import { toHeld, refuseUnapproved } from '../publishing/approval';
import { keyOf, onlyOnce } from './onlyOnce';
import { ToldAfterwards } from '../http/toldAfterwards';
import { isDatabaseAway, problem } from '../problem/problem';
import { admitSystem } from '../feed/systems';
import { admit, checkToken, sessionOf } from '../person/session';

/** Sees what goes to and fro; for tests, which hold it against what is published. */
export interface Witness {
  /** A body that was taken, and its answer before it is sent. */
  exchanged(name: OperationName, taken: unknown, answer: unknown): void;
  /** The status of every answer, refusals too, once it has been sent. */
  finished(name: OperationName, status: number): void;
}

export interface MountOptions {
  sequelize: Sequelize;
  /** Throws where the database is known to be away; asked before anything that needs it. */
  refuseWhileAway: () => void;
  session: RequestHandler;
  /** Runs before an operation; for the limit on sign-in and for uploads. */
  before: Partial<Record<OperationName, RequestHandler | RequestHandler[]>>;
  witness?: Witness;
}

/** Whoever does these has signed in afterwards. */
const BEGIN_SESSIONS: readonly OperationName[] = ['signIn', 'makeOwner'];

/** Puts every operation of the contract under its address, with session, token and input checked on the way. */
export function mountOperations(app: Express, handlers: Handlers, options: MountOptions): void {
  for (const name of Object.keys(OPERATIONS) as OperationName[]) {
    const operation: Operation = OPERATIONS[name];
    const { witness } = options;
    const chain: RequestHandler[] = [];
    if (witness)
      chain.push((_request, response, next) => {
        response.on('finish', () => witness.finished(name, response.statusCode));
        next();
      });
    const begins = BEGIN_SESSIONS.includes(name);
    if (operation.access !== 'public' || begins)
      chain.push((_request, _response, next) => {
        options.refuseWhileAway();
        next();
      });
    if (operation.access === 'signed-in' || begins) chain.push(options.session);
    if (operation.access === 'signed-in') chain.push(guard(operation));
    const before = options.before[name];
    if (before) chain.push(...[before].flat());
    chain.push(async (request: Request, response: Response, _next: NextFunction) => {
      refuseOtherBodies(operation, request);
      const call: AnyCall = {
        params: checkInput(operation.params, request.params, true),
        query: checkInput(operation.query, readParameters(request.originalUrl), true),
        body: checkInput(operation.body ?? operation.upload, request.body, operation.upload !== undefined),
        user: operation.access === 'signed-in' ? sessionOf(request).user : null,
        system: operation.access === 'machine' ? await admitSystem(options.sequelize, request) : null,
        request,
        response,
      };
      const answer = await answerOf(name, operation, handlers[name] as AnyHandler, call, options);
      if (response.headersSent) return;
      if (answer === undefined) {
        if (operation.answer !== null) throw new Error(`${name} answered nothing`);
        response.status(operation.status).end();
        return;
      }
      witness?.exchanged(name, operation.body && request.body, answer);
      response.status(operation.status).json(answer);
    });
    app[operation.method](routeOf(operation), ...chain);
  }
  refuseOtherMethods(app);
}

const routeOf = ({ path }: Operation): string => path.replace(/\{(\w+)\}/g, ':$1');

/** Whoever asks in another way is told in which ways one can; after all operations, as addresses can fit several. */
function refuseOtherMethods(app: Express): void {
  const methods = new Map<string, string[]>();
  for (const operation of Object.values(OPERATIONS) as Operation[]) {
    const known = methods.get(routeOf(operation)) ?? [];
    const names = operation.method === 'get' ? ['GET', 'HEAD'] : [operation.method.toUpperCase()];
    methods.set(routeOf(operation), [...known, ...names]);
  }
  for (const [route, names] of methods)
    app.all(route, (request) => {
      const allow = names.join(', ');
      throw problem('wrong-method', `${request.method} can’t be done here; ${allow} can.`, undefined, {
        allow,
      });
    });
}

/** What a handler answers. Where it changes something, that is committed when this resolves, and all told is true. */
async function answerOf(
  name: OperationName,
  operation: Operation,
  handler: AnyHandler,
  call: AnyCall,
  { sequelize }: MountOptions,
): Promise<unknown> {
  if (operation.shown) {
    await refuseUnapproved(sequelize, toHeld(name, call), call.user!);
  }
  if (!isUnit(operation)) return handler(call);
  const key = takesKey(operation) ? keyOf(call.request) : null;
  const once = key && { key, operation: name, userId: call.user!.id, body: call.body };
  const work = async (): Promise<unknown> => handler(call);
  const answer = once ? await onlyOnce(sequelize, once, work) : await inUnit(sequelize, work);
  if (!(answer instanceof ToldAfterwards)) return answer;
  try {
    return await answer.tell();
  } catch (cause) {
    if (!isDatabaseAway(cause)) throw cause;
    throw problem(
      'done-unseen',
      'It was stored. How it stands now can’t be read at the moment: reload in a while.',
    );
  }
}

function guard(operation: Operation): RequestHandler {
  const least = leastRole(operation);
  return async (request, _response, next) => {
    const { user, csrfToken } = await admit(request);
    if (operation.method !== 'get') checkToken(request, csrfToken);
    if (!mayAs(user.role, least))
      throw problem('not-allowed', `That takes at least the role “${least}”. Ask an owner of the shop.`);
    next();
  };
}

/** A body in another form than JSON would be taken for none. */
function refuseOtherBodies({ body }: Operation, request: Request): void {
  const type = request.get('Content-Type');
  if (body && type !== undefined && !request.is('application/json'))
    throw problem('wrong-kind', `Send the body as application/json; it came as ${type.slice(0, 60)}.`);
}

/** Half of a sign that takes two: no text that can be stored, or written down as UTF-8. */
const HALF_SIGN = /[\uD800-\uDFFF]/u;

function refuseHalfSigns(value: unknown, path: readonly (string | number)[] = []): void {
  if (typeof value === 'string') {
    if (HALF_SIGN.test(value))
      throw problem('bad-input', 'Nothing was changed. What has to be mended stands under errors.', [
        { path: path.join('.'), message: 'holds half of a sign; it is no text' },
      ]);
  } else if (Array.isArray(value)) value.forEach((one, at) => refuseHalfSigns(one, [...path, at]));
  else if (typeof value === 'object' && value !== null)
    for (const [key, one] of Object.entries(value)) {
      refuseHalfSigns(key, path);
      refuseHalfSigns(one, [...path, key]);
    }
}

/** All faults at once, each with its path. Text from addresses is read as what the schema wants; bodies are not. */
function checkInput(schema: Joi.ObjectSchema | undefined, value: unknown, convert: boolean): unknown {
  if (!schema) return {};
  const { value: read, error } = schema.validate(value ?? {}, {
    abortEarly: false,
    convert,
    errors: { label: 'key', wrap: { label: '“”' } },
  });
  if (!error) {
    refuseHalfSigns(read);
    return read;
  }
  const errors = error.details.map(({ path, message }) => ({ path: path.join('.'), message }));
  throw problem('bad-input', 'Nothing was changed. What has to be mended stands under errors.', errors);
}
