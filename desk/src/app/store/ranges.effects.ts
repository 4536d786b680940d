import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { mapResponse } from '@ngrx/operators';
import { concatMap, switchMap } from 'rxjs';
import type { Problem } from '@fond/contract';
import { Api } from '../api/api';
import { RangesActions } from './ranges.actions';

const failed = (problem: Problem): ReturnType<typeof RangesActions.writingFailed> =>
  RangesActions.writingFailed({ problem });

const load = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(RangesActions.needed),
      switchMap(() =>
        api.ranges().pipe(
          mapResponse({
            next: (ranges) => RangesActions.loaded({ ranges }),
            error: (problem: Problem) => RangesActions.loadingFailed({ problem }),
          }),
        ),
      ),
    ),
  { functional: true },
);

const create = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(RangesActions.creationAsked),
      concatMap(({ name, rule }) =>
        api
          .createRange(name, rule)
          .pipe(mapResponse({ next: (range) => RangesActions.created({ range }), error: failed })),
      ),
    ),
  { functional: true },
);

const save = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(RangesActions.savingAsked),
      concatMap(({ id, name, rule, version }) =>
        api
          .saveRange(id, name, rule, version)
          .pipe(mapResponse({ next: (range) => RangesActions.saved({ range }), error: failed })),
      ),
    ),
  { functional: true },
);

const remove = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(RangesActions.deletionAsked),
      concatMap(({ id }) =>
        api.deleteRange(id).pipe(mapResponse({ next: () => RangesActions.deleted({ id }), error: failed })),
      ),
    ),
  { functional: true },
);

export const rangesEffects = { load, create, save, remove };
