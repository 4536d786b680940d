import { HttpErrorResponse, type HttpInterceptorFn } from '@angular/common/http';
import { inject, Injector } from '@angular/core';
import { Store } from '@ngrx/store';
import { catchError, tap, throwError } from 'rxjs';
import { SessionActions } from './session.actions';
import { sessionFeature } from './session.feature';
import { Approval } from '../api/approval';
import { OnceKeys } from '../api/onceKeys';
import { toProblem } from '../api/problem';
import { Waiting } from '../api/waiting';

const UNSAFE = ['POST', 'PUT', 'PATCH', 'DELETE'];

/** Sends the session's token along, and turns every failure into the problem it tells. */
export const apiInterceptor: HttpInterceptorFn = (request, next) => {
  const store = inject(Store);
  const token = store.selectSignal(sessionFeature.selectCsrfToken)();
  const keys = inject(OnceKeys);
  const waiting = inject(Waiting);
  const injector = inject(Injector);
  const key = token ? keys.of(request) : null;
  const sent =
    token && UNSAFE.includes(request.method)
      ? request.clone({
          setHeaders: { 'X-CSRF-Token': token, ...(key && { 'Idempotency-Key': key }) },
        })
      : request;
  const answer = next(sent);
  // A file takes as long as it takes.
  return (request.body instanceof FormData ? answer : waiting.watch(answer)).pipe(
    tap((event) => keys.answered(request, event)),
    catchError((error: unknown) => {
      keys.failed(request, error);
      const problem = toProblem(error);
      if (error instanceof HttpErrorResponse && problem.type === '/problems/sign-in-needed')
        store.dispatch(SessionActions.sessionEnded());
      if (problem.held) injector.get(Approval).offer(problem.held);
      return throwError(() => problem);
    }),
  );
};
