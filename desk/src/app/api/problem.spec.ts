import { HttpErrorResponse } from '@angular/common/http';
import { describe, expect, it } from 'vitest';
import type { Problem } from '@fond/contract';
import { failureOf, isKind, mayPass, toProblem } from './problem';

const told: Problem = { type: '/problems/newer-draft', title: 'Newer', status: 409, detail: 'By Ines' };

describe('toProblem', () => {
  it('takes the problem that the server tells', () => {
    expect(toProblem(new HttpErrorResponse({ status: 409, error: told }))).toBe(told);
    expect(toProblem(told)).toBe(told);
  });

  it('says that edits are kept where no server answers', () => {
    const problem = toProblem(new HttpErrorResponse({ status: 0 }));
    expect(problem.detail).toContain('kept');
    expect(mayPass(problem)).toBe(true);
  });

  it('never shows what something else answered in the server’s place', () => {
    const problem = toProblem(new HttpErrorResponse({ status: 502, error: '<html>nginx/1.2</html>' }));
    expect(problem).toMatchObject({ type: 'about:blank', status: 502 });
    expect(JSON.stringify(problem)).not.toContain('nginx');
    expect(toProblem(new TypeError('x is undefined')).detail).not.toContain('undefined');
  });
});

describe('what a problem means', () => {
  it('is told by its type', () => {
    expect(isKind(told, 'newer-draft')).toBe(true);
    expect(isKind(told, 'not-found')).toBe(false);
  });

  it('may pass by waiting only where the server or its database is away', () => {
    expect(mayPass(told)).toBe(false);
    expect(mayPass({ ...told, status: 503 })).toBe(true);
  });
});

describe('failureOf', () => {
  it('is the problem that a resource wraps, and null while nothing has failed', () => {
    const problem = { type: '/problems/not-found', title: 'Nothing', status: 404, detail: 'Gone.' };
    expect(failureOf(undefined)).toBeNull();
    expect(failureOf(new Error('wrapped', { cause: problem }))).toEqual(problem);
    expect(failureOf(new TypeError('x is not a function'))!.title).toBe('Something went wrong here');
  });
});
