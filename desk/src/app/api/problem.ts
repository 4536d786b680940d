import { HttpErrorResponse } from '@angular/common/http';
import type { Problem, ProblemName } from '@fond/contract';

const AWAY: Problem = {
  type: '/problems/database-away',
  title: 'The server does not answer',
  status: 0,
  detail: 'Your edits are kept in this window. They are saved as soon as it answers again.',
};

const isProblem = (body: unknown): body is Problem =>
  typeof body === 'object' && body !== null && 'type' in body && 'detail' in body && 'title' in body;

/** Whatever a request failed with, as a problem that can be shown. */
export function toProblem(error: unknown): Problem {
  if (isProblem(error)) return error;
  if (error instanceof HttpErrorResponse) {
    if (error.status === 0) return AWAY;
    const body: unknown = error.error;
    if (isProblem(body)) return body;
    return {
      type: 'about:blank',
      title: 'The request failed',
      status: error.status,
      detail: 'Try again in a moment.',
    };
  }
  return {
    type: 'about:blank',
    title: 'Something went wrong here',
    status: 0,
    detail: 'Reload the page; your draft is kept.',
  };
}

/** What a resource failed with; it wraps whatever is no `Error`, as problems are. Null while nothing has failed. */
export const failureOf = (error: Error | undefined): Problem | null =>
  error ? toProblem(error.cause ?? error) : null;

export const isKind = (problem: Problem, name: ProblemName): boolean => problem.type === `/problems/${name}`;

/** Whether waiting and trying again can help. */
export const mayPass = (problem: Problem): boolean => problem.status === 0 || problem.status === 503;
