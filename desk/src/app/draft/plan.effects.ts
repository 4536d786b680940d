import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { mapResponse } from '@ngrx/operators';
import { Store } from '@ngrx/store';
import {
  catchError,
  concatMap,
  debounceTime,
  EMPTY,
  filter,
  first,
  forkJoin,
  map,
  merge,
  of,
  switchMap,
  tap,
  timer,
  withLatestFrom,
  type Observable,
} from 'rxjs';
import type { Action } from '@ngrx/store';
import type { Problem, StoredPlan } from '@fond/contract';
import { Api } from '../api/api';
import { isKind, mayPass } from '../api/problem';
import { FloorActions } from '../store/floor.actions';
import { KeptDrafts } from './keptDrafts';
import { PlanActions } from './plan.actions';
import { planFeature, type PlanState } from './plan.feature';

const SAVE_AFTER = 500;
const SAVE_AGAIN_AFTER = 2_000;
const PREVIEW_AFTER = 30;

/** Whatever changes the draft. */
const EDITS = [
  PlanActions.edited,
  PlanActions.resetToBase,
  PlanActions.merged,
  PlanActions.undone,
  PlanActions.redone,
] as const;

const state$ = (): Observable<PlanState> => inject(Store).select(planFeature.selectPlanState);

const load = createEffect(
  (actions = inject(Actions), api = inject(Api), kept = inject(KeptDrafts), state = state$()) =>
    actions.pipe(
      ofType(PlanActions.opened),
      withLatestFrom(state),
      filter(([, { loading }]) => loading),
      switchMap(([{ id }]) =>
        forkJoin({ stored: api.readPlan(id), vocabulary: api.vocabulary() }).pipe(
          mapResponse({
            next: (read) => PlanActions.loaded({ ...read, kept: kept.read(id) }),
            error: (problem: Problem) => PlanActions.loadingFailed({ problem }),
          }),
        ),
      ),
    ),
  { functional: true },
);

/** Keeps every edit in this browser at once; the server gets it a moment later. */
const keep = createEffect(
  (actions = inject(Actions), drafts = inject(KeptDrafts), state = state$()) =>
    actions.pipe(
      ofType(...EDITS, PlanActions.mineKept),
      withLatestFrom(state),
      tap(([, { history, version }]) => {
        if (history) drafts.keep(history, version, true);
      }),
    ),
  { functional: true, dispatch: false },
);

/** Saves a moment after the last edit, one request at a time; what was edited meanwhile is saved next. */
const save = createEffect(
  (actions = inject(Actions), api = inject(Api), state = state$()) => {
    const edits = actions.pipe(
      ofType(...EDITS, PlanActions.mineKept, PlanActions.loaded),
      debounceTime(SAVE_AFTER),
    );
    const retries = actions.pipe(
      ofType(PlanActions.savingWaits),
      switchMap(() => timer(SAVE_AGAIN_AFTER)),
    );
    // A publication waits for nothing but the draft.
    const hurry = actions.pipe(ofType(PlanActions.savingHurried));
    return merge(edits, retries, hurry).pipe(
      concatMap(() =>
        state.pipe(
          first(),
          filter(({ saving, history }) => history !== null && (saving === 'edited' || saving === 'waiting')),
          concatMap(({ history, version }) => {
            return merge(
              of(PlanActions.savingStarted()),
              api.savePlan(history!.present, version).pipe(
                map((stored): Action => PlanActions.saved({ stored })),
                catchError((problem: Problem) => of(refusal(problem))),
              ),
            );
          }),
        ),
      ),
    );
  },
  { functional: true },
);

/** What is kept counts as saved only when nothing was edited since it was sent, or when it is what is stored. */
const settle = createEffect(
  (actions = inject(Actions), drafts = inject(KeptDrafts), state = state$()) =>
    actions.pipe(
      ofType(PlanActions.loaded, PlanActions.saved, PlanActions.theirsTaken, PlanActions.storedAnew),
      withLatestFrom(state),
      tap(([, { history, version, saving }]) => {
        if (history && saving === 'saved') drafts.keep(history, version, false);
      }),
    ),
  { functional: true, dispatch: false },
);

function refusal(problem: Problem): Action {
  if (isKind(problem, 'newer-draft'))
    return PlanActions.newerDraftFound({ theirs: (problem as Problem & { theirs: StoredPlan }).theirs });
  return mayPass(problem) ? PlanActions.savingWaits({ problem }) : PlanActions.savingRefused({ problem });
}

/** Every edit, and every other address, is seen at once: only the newest is asked for. */
const preview = createEffect(
  (actions = inject(Actions), api = inject(Api), state = state$()) =>
    actions.pipe(
      ofType(
        ...EDITS,
        PlanActions.loaded,
        PlanActions.opened,
        PlanActions.theirsTaken,
        PlanActions.storedAnew,
        PlanActions.addressChosen,
        PlanActions.seenAs,
      ),
      debounceTime(PREVIEW_AFTER),
      withLatestFrom(state),
      switchMap(([, { history, address, seen }]) =>
        history
          ? api.preview(history.present, address, seen).pipe(
              mapResponse({
                next: (answer) => PlanActions.previewed({ preview: answer }),
                error: (problem: Problem) => PlanActions.previewFailed({ problem }),
              }),
            )
          : EMPTY,
      ),
    ),
  { functional: true },
);

const livePage = createEffect(
  (actions = inject(Actions), api = inject(Api), state = state$()) =>
    actions.pipe(
      ofType(PlanActions.liveToggled, PlanActions.addressChosen, PlanActions.published),
      withLatestFrom(state),
      filter(([, { showLive }]) => showLive),
      switchMap(([, { address }]) =>
        api.livePage(address).pipe(
          mapResponse({
            next: (model) => PlanActions.livePageLoaded({ model }),
            error: (problem: Problem) => PlanActions.previewFailed({ problem }),
          }),
        ),
      ),
    ),
  { functional: true },
);

const floorFollows = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(PlanActions.published, PlanActions.putAway, PlanActions.storedAnew),
      map(() => FloorActions.shopChanged()),
    ),
  { functional: true },
);

const forgetPutAway = createEffect(
  (actions = inject(Actions), kept = inject(KeptDrafts)) =>
    actions.pipe(
      ofType(PlanActions.putAway),
      tap(({ id }) => kept.forget(id)),
    ),
  { functional: true, dispatch: false },
);

export const planEffects = {
  load,
  keep,
  save,
  settle,
  preview,
  livePage,
  floorFollows,
  forgetPutAway,
};
