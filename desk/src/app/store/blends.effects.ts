import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { mapResponse } from '@ngrx/operators';
import { switchMap } from 'rxjs';
import type { Problem } from '@fond/contract';
import { Api } from '../api/api';
import { BlendsActions } from './blends.actions';

const load = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(BlendsActions.needed),
      switchMap(() =>
        api.blends().pipe(
          mapResponse({
            next: (blends) => BlendsActions.loaded({ blends }),
            error: (problem: Problem) => BlendsActions.loadingFailed({ problem }),
          }),
        ),
      ),
    ),
  { functional: true },
);

export const blendsEffects = { load };
