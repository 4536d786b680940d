import { HttpErrorResponse, type HttpInterceptorFn } from '@angular/common/http';
import { inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { catchError, throwError } from 'rxjs';
import { SessionActions } from '../session/session.actions';
import { sessionFeature } from '../session/session.feature';
import { toProblem } from './problem';

const UNSAFE = ['POST', 'PUT', 'PATCH', 'DELETE'];

/** Sends the session's token along, and turns every failure into the problem it tells. */
export const apiInterceptor: HttpInterceptorFn = (request, next) => {
  const store = inject(Store);
  const token = store.selectSignal(sessionFeature.selectCsrfToken)();
  const sent =
    token && UNSAFE.includes(request.method)
      ? request.clone({ setHeaders: { 'X-CSRF-Token': token } })
      : request;
  return next(sent).pipe(
    catchError((error: unknown) => {
      const problem = toProblem(error);
      if (error instanceof HttpErrorResponse && problem.type === '/problems/sign-in-needed')
        store.dispatch(SessionActions.sessionEnded());
      return throwError(() => problem);
    }),
  );
};
