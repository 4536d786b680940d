import { inject } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { mapResponse } from '@ngrx/operators';
import { Store } from '@ngrx/store';
import {
  catchError,
  concatMap,
  debounceTime,
  EMPTY,
  exhaustMap,
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
import { Api } from '../../api/api';
import { isKind, mayPass } from '../../api/problem';
import { FloorActions } from '../../floor/floor.actions';
import { KeptDrafts } from './keptDrafts';
import { PlanActions } from './plan.actions';
import { planFeature, type PlanState } from './plan.feature';

const SAVE_AFTER = 500;
const SAVE_AGAIN_AFTER = 2_000;
const PREVIEW_AFTER = 30;

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
      ofType(PlanActions.edited, PlanActions.undone, PlanActions.redone, PlanActions.mineKept),
      withLatestFrom(state),
      tap(([, { history, version }]) => {
        if (history) drafts.keep(history.present, version);
      }),
    ),
  { functional: true, dispatch: false },
);

/** Saves a moment after the last edit, one request at a time; what was edited meanwhile is saved next. */
const save = createEffect(
  (actions = inject(Actions), api = inject(Api), state = state$()) => {
    const edits = actions.pipe(
      ofType(
        PlanActions.edited,
        PlanActions.undone,
        PlanActions.redone,
        PlanActions.mineKept,
        PlanActions.loaded,
      ),
      debounceTime(SAVE_AFTER),
    );
    const retries = actions.pipe(
      ofType(PlanActions.savingWaits),
      switchMap(() => timer(SAVE_AGAIN_AFTER)),
    );
    // A publication waits for nothing but the draft.
    const hurry = actions.pipe(ofType(PlanActions.publishingAsked));
    return merge(edits, retries, hurry).pipe(
      concatMap(() =>
        state.pipe(
          first(),
          filter(({ saving, history }) => history !== null && (saving === 'edited' || saving === 'waiting')),
          concatMap(({ history, version }) => {
            const plan = history!.present;
            return merge(
              of(PlanActions.savingStarted()),
              api.savePlan(plan, version).pipe(
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

/** What was kept is forgotten only when nothing was edited since it was sent. */
const forget = createEffect(
  (actions = inject(Actions), drafts = inject(KeptDrafts), state = state$()) =>
    actions.pipe(
      ofType(PlanActions.saved, PlanActions.theirsTaken),
      withLatestFrom(state),
      tap(([, { id, saving }]) => {
        if (id && saving === 'saved') drafts.forget(id);
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
        PlanActions.loaded,
        PlanActions.opened,
        PlanActions.edited,
        PlanActions.undone,
        PlanActions.redone,
        PlanActions.theirsTaken,
        PlanActions.addressChosen,
      ),
      debounceTime(PREVIEW_AFTER),
      withLatestFrom(state),
      switchMap(([, { history, address }]) =>
        history
          ? api.preview(history.present, address).pipe(
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

/** The list of changes is of the stored draft, so it is asked for once everything is stored. */
const countChanges = createEffect(
  (actions = inject(Actions), api = inject(Api), state = state$()) =>
    actions.pipe(
      ofType(PlanActions.publishingAsked),
      switchMap(() => state.pipe(first(({ saving }) => saving === 'saved'))),
      switchMap(({ id }) =>
        api.planChanges(id!).pipe(
          mapResponse({
            next: (changes) => PlanActions.changesCounted({ changes }),
            error: (problem: Problem) => PlanActions.publishingFailed({ problem }),
          }),
        ),
      ),
    ),
  { functional: true },
);

const publish = createEffect(
  (actions = inject(Actions), api = inject(Api), state = state$()) =>
    actions.pipe(
      ofType(PlanActions.publishingConfirmed),
      withLatestFrom(state),
      exhaustMap(([{ note }, { id, version }]) =>
        api.publishPlan(id!, version, note).pipe(
          mapResponse({
            next: (edition) => PlanActions.published({ edition }),
            error: (problem: Problem) => PlanActions.publishingFailed({ problem }),
          }),
        ),
      ),
    ),
  { functional: true },
);

const floorFollows = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(PlanActions.published, PlanActions.discarded),
      map(() => FloorActions.shopChanged()),
    ),
  { functional: true },
);

const discard = createEffect(
  (actions = inject(Actions), api = inject(Api), kept = inject(KeptDrafts), state = state$()) =>
    actions.pipe(
      ofType(PlanActions.discardAsked),
      withLatestFrom(state),
      exhaustMap(([, { id, history }]) =>
        api.discardPlan(id!).pipe(
          tap(() => kept.forget(id!)),
          mapResponse({
            next: () => PlanActions.discarded({ name: history?.present.name ?? '' }),
            error: (problem: Problem) => PlanActions.savingRefused({ problem }),
          }),
        ),
      ),
    ),
  { functional: true },
);

const leaveDiscarded = createEffect(
  (actions = inject(Actions), router = inject(Router), messages = inject(MatSnackBar)) =>
    actions.pipe(
      ofType(PlanActions.discarded),
      tap(({ name }) => {
        messages.open(`“${name}” is discarded. It was never published, so no page changed.`, 'OK');
        void router.navigateByUrl('/floor');
      }),
    ),
  { functional: true, dispatch: false },
);

export const planEffects = {
  load,
  keep,
  save,
  forget,
  preview,
  livePage,
  countChanges,
  publish,
  floorFollows,
  discard,
  leaveDiscarded,
};
