import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { mapResponse } from '@ngrx/operators';
import { switchMap } from 'rxjs';
import type { Problem } from '@fond/contract';
import { Api } from '../api/api';
import { PartsActions } from './parts.actions';

const load = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(PartsActions.needed),
      switchMap(() =>
        api.parts().pipe(
          mapResponse({
            next: (parts) => PartsActions.loaded({ parts }),
            error: (problem: Problem) => PartsActions.loadingFailed({ problem }),
          }),
        ),
      ),
    ),
  { functional: true },
);

export const partsEffects = { load };
