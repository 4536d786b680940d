import {
  PROBLEM_TYPES,
  problemAddress,
  type FieldError,
  type Problem,
  type ProblemName,
} from '@fond/contract';
import type { ErrorRequestHandler, Response } from 'express';
import type { Logger } from 'pino';
import { BaseError, ConnectionError, TimeoutError } from 'sequelize';

/** An error that tells the caller what happened and what to do; everything else becomes `internal`. */
export class ProblemError extends Error {
  constructor(
    readonly problemName: ProblemName,
    detail: string,
    readonly errors: readonly FieldError[] | undefined,
    /** More members, so that the interface can offer a way out. */
    readonly more: Readonly<Record<string, unknown>>,
  ) {
    super(detail);
    this.name = 'ProblemError';
  }

  get status(): number {
    return PROBLEM_TYPES[this.problemName].status;
  }
}

export const problem = (
  name: ProblemName,
  detail: string,
  errors?: readonly FieldError[],
  more: Readonly<Record<string, unknown>> = {},
): ProblemError => new ProblemError(name, detail, errors, more);

export function sendProblem(response: Response, error: ProblemError): void {
  const { title } = PROBLEM_TYPES[error.problemName];
  const { status } = error;
  const body: Problem = {
    type: problemAddress(error.problemName),
    title,
    status,
    detail: error.message,
    ...(error.errors && { errors: error.errors }),
    ...error.more,
  };
  const { allow } = error.more;
  if (typeof allow === 'string') response.set('Allow', allow);
  response.status(status).type('application/problem+json').send(JSON.stringify(body));
}

/** Codes of the connector that mean the server is gone, also in the middle of a query. */
const GONE =
  /ECONNREFUSED|ECONNRESET|PROTOCOL_CONNECTION_LOST|ER_SOCKET|ER_CMD_CONNECTION_CLOSED|ER_CONNECTION|ER_SERVER_SHUTDOWN|ER_GET_CONNECTION_TIMEOUT/;

export function isDatabaseAway(error: unknown): boolean {
  if (error instanceof ConnectionError || error instanceof TimeoutError) return true;
  if (!(error instanceof Error)) return false;
  const { code } = error as Error & { code?: string };
  if (code && GONE.test(code)) return true;
  if (error instanceof BaseError && 'parent' in error) return isDatabaseAway(error.parent);
  return error.cause !== undefined && isDatabaseAway(error.cause);
}

/** Anything thrown, as the problem that the caller is told. */
export function toProblem(error: unknown): ProblemError {
  if (error instanceof ProblemError) return error;
  if (isDatabaseAway(error))
    return problem(
      'database-away',
      'Nothing was changed. Try again when the database answers; the shop goes on.',
    );
  const { type, status } = error as { type?: string; status?: number };
  if (type === 'entity.parse.failed') return problem('bad-input', 'The body is not JSON.');
  if (type === 'entity.too.large') return problem('too-large', 'The body is larger than 2 MB.');
  if (status === 413) return problem('too-large', 'The body is larger than it may be.');
  if (status === 415)
    return problem('wrong-kind', 'Its encoding or its charset is not one that is read here; send UTF-8.');
  if (status === 400) return problem('bad-input', 'The request can’t be read.');
  return problem('internal', 'The request failed and nothing was changed. The server’s log tells more.');
}

/** The last handler: whatever was thrown becomes a problem document; what nobody foresaw is logged. */
export const problemHandler =
  (log: Logger): ErrorRequestHandler =>
  (error: unknown, request, response, next) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const told = toProblem(error);
    if (told.problemName === 'internal')
      log.error({ err: error, method: request.method, url: request.originalUrl }, 'A request failed');
    sendProblem(response, told);
  };
