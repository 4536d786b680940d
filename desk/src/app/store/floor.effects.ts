import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { mapResponse } from '@ngrx/operators';
import { exhaustMap, switchMap, tap } from 'rxjs';
import type { Problem } from '@fond/contract';
import { Api } from '../api/api';
import { FloorActions } from './floor.actions';

const load = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(FloorActions.entered, FloorActions.shopChanged),
      switchMap(() =>
        api.floor().pipe(
          mapResponse({
            next: (floor) => FloorActions.loaded({ floor }),
            error: (problem: Problem) => FloorActions.loadingFailed({ problem }),
          }),
        ),
      ),
    ),
  { functional: true },
);

const makePlan = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(FloorActions.ownPlanAsked),
      exhaustMap(({ name, reach, from, aisle }) =>
        api.createPlan(name, reach, from, 'heir').pipe(
          mapResponse({
            next: (stored) => FloorActions.ownPlanMade({ stored, aisle }),
            error: (problem: Problem) => FloorActions.ownPlanFailed({ problem }),
          }),
        ),
      ),
    ),
  { functional: true },
);

const openPlan = createEffect(
  (actions = inject(Actions), router = inject(Router)) =>
    actions.pipe(
      ofType(FloorActions.ownPlanMade),
      tap(
        ({ stored, aisle }) =>
          void router.navigate(['/plans', stored.document.id], { queryParams: { aisle } }),
      ),
    ),
  { functional: true, dispatch: false },
);

const follow = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(FloorActions.ownPlanMade),
      switchMap(() => [FloorActions.shopChanged()]),
    ),
  { functional: true },
);

export const floorEffects = { load, makePlan, openPlan, follow };
