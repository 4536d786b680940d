import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { mapResponse } from '@ngrx/operators';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { exhaustMap, filter, tap } from 'rxjs';
import type { Problem } from '@fond/contract';
import { Api } from '../api/api';
import { SessionActions } from './session.actions';

const signIn = createEffect(
  (actions = inject(Actions), api = inject(Api), router = inject(Router)) =>
    actions.pipe(
      ofType(SessionActions.signInAsked),
      exhaustMap(({ email, password, returnTo }) =>
        api.signIn(email, password).pipe(
          mapResponse({
            next: (session) => {
              // The guard lets the address pass once the store knows who is there.
              queueMicrotask(() => void router.navigateByUrl(returnTo));
              return SessionActions.signedIn({ session });
            },
            error: (problem: Problem) => SessionActions.signInRefused({ problem }),
          }),
        ),
      ),
    ),
  { functional: true },
);

const signOut = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(SessionActions.signOutAsked),
      exhaustMap(() =>
        api
          .signOut()
          .pipe(
            mapResponse({ next: () => SessionActions.signedOut(), error: () => SessionActions.signedOut() }),
          ),
      ),
    ),
  { functional: true },
);

/** Back to the sign-in page, which leads back to where one was. */
const leave = createEffect(
  (actions = inject(Actions), router = inject(Router)) =>
    actions.pipe(
      ofType(SessionActions.signedOut, SessionActions.sessionEnded),
      filter(() => !router.url.startsWith('/sign-in')),
      tap(({ type }) => {
        const returnTo = type === SessionActions.sessionEnded.type && router.url !== '/' ? router.url : null;
        void router.navigate(['/sign-in'], { queryParams: { returnTo } });
      }),
    ),
  { functional: true, dispatch: false },
);

export const sessionEffects = { signIn, signOut, leave };
