import { inject } from '@angular/core';
import { Router, type CanActivateFn } from '@angular/router';
import { Store } from '@ngrx/store';
import { catchError, map, of } from 'rxjs';
import { Api } from '../api/api';
import { SessionActions } from './session.actions';
import { sessionFeature } from './session.feature';

/** Lets those in who are signed in, and remembers where the others wanted to go. */
export const signedIn: CanActivateFn = (_route, { url }) => {
  const store = inject(Store);
  const router = inject(Router);
  if (store.selectSignal(sessionFeature.selectUser)()) return true;
  return inject(Api)
    .whoAmI()
    .pipe(
      map((session) => {
        store.dispatch(SessionActions.signedIn({ session }));
        return true;
      }),
      catchError(() =>
        of(router.createUrlTree(['/sign-in'], { queryParams: url === '/' ? {} : { returnTo: url } })),
      ),
    );
};
