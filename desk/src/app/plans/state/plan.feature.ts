import { createFeature, createReducer, createSelector, on } from '@ngrx/store';
import type { EditionSummary, PlanChanges, Preview, Problem, StoredPlan, Vocabulary } from '@fond/contract';
import { shelfModelOf, tallyOf, type PageModel, type Plan, type ProductModel } from '@fond/core';
import { edited, historyOf, redone, undone, type History } from './history';
import { PlanActions } from './plan.actions';

/** Where the draft stands: kept here only, on its way, or safe. */
export type Saving = 'saved' | 'edited' | 'saving' | 'waiting' | 'conflict' | 'refused';

export interface Publishing {
  changes: PlanChanges | null;
  running: boolean;
  problem: Problem | null;
}

export interface PlanState {
  id: string | null;
  loading: boolean;
  problem: Problem | null;
  vocabulary: Vocabulary | null;
  history: History<Plan> | null;
  /** The version the draft was made from, and its document. */
  version: number;
  stored: Plan | null;
  live: Plan | null;
  saving: Saving;
  savingProblem: Problem | null;
  theirs: StoredPlan | null;
  restored: boolean;
  address: string;
  showLive: boolean;
  preview: Preview | null;
  livePage: PageModel | ProductModel | null;
  previewProblem: Problem | null;
  marked: string | null;
  publishing: Publishing | null;
  published: EditionSummary | null;
}

const CLOSED: PlanState = {
  id: null,
  loading: false,
  problem: null,
  vocabulary: null,
  history: null,
  version: 0,
  stored: null,
  live: null,
  saving: 'saved',
  savingProblem: null,
  theirs: null,
  restored: false,
  address: '/',
  showLive: false,
  preview: null,
  livePage: null,
  previewProblem: null,
  marked: null,
  publishing: null,
  published: null,
};

/** After an edit the draft waits to be saved, unless somebody has to decide first. */
const afterEdit = (state: PlanState, history: History<Plan>): PlanState => ({
  ...state,
  history,
  published: null,
  saving: state.saving === 'conflict' ? 'conflict' : 'edited',
});

export const planFeature = createFeature({
  name: 'plan',
  reducer: createReducer(
    CLOSED,
    on(PlanActions.opened, (state, { id, address }): PlanState =>
      id === state.id && state.history ? { ...state, address } : { ...CLOSED, id, address, loading: true },
    ),
    on(PlanActions.loaded, (state, { stored, vocabulary, kept }): PlanState => {
      const history = historyOf(stored.plan);
      const loaded: PlanState = {
        ...state,
        loading: false,
        vocabulary,
        version: stored.version,
        stored: stored.plan,
        live: stored.live,
        history,
      };
      if (!kept) return loaded;
      // What was kept comes back as an edit of its own, so that undo leads to the stored draft.
      return {
        ...loaded,
        version: kept.version,
        history: edited(history, kept.plan, 'kept edits', 0),
        saving: 'edited',
        restored: true,
      };
    }),
    on(PlanActions.loadingFailed, (state, { problem }): PlanState => ({ ...state, loading: false, problem })),

    on(PlanActions.edited, (state, { plan, what, at }): PlanState =>
      state.history ? afterEdit(state, edited(state.history, plan, what, at)) : state,
    ),
    on(PlanActions.undone, (state): PlanState =>
      state.history ? afterEdit(state, undone(state.history)) : state,
    ),
    on(PlanActions.redone, (state): PlanState =>
      state.history ? afterEdit(state, redone(state.history)) : state,
    ),

    on(PlanActions.savingStarted, (state): PlanState => ({
      ...state,
      saving: 'saving',
      savingProblem: null,
    })),
    on(PlanActions.saved, (state, { stored }): PlanState => ({
      ...state,
      version: stored.version,
      stored: stored.plan,
      live: stored.live,
      restored: false,
      savingProblem: null,
      saving: state.saving === 'saving' ? 'saved' : state.saving,
    })),
    on(PlanActions.savingWaits, (state, { problem }): PlanState => ({
      ...state,
      saving: 'waiting',
      savingProblem: problem,
    })),
    on(PlanActions.savingRefused, (state, { problem }): PlanState => ({
      ...state,
      saving: 'refused',
      savingProblem: problem,
    })),
    on(PlanActions.newerDraftFound, (state, { theirs }): PlanState => ({
      ...state,
      saving: 'conflict',
      theirs,
    })),
    on(PlanActions.theirsTaken, (state, { at }): PlanState =>
      state.theirs && state.history
        ? {
            ...state,
            history: edited(state.history, state.theirs.plan, 'their draft', at),
            version: state.theirs.version,
            stored: state.theirs.plan,
            live: state.theirs.live,
            theirs: null,
            saving: 'saved',
          }
        : state,
    ),
    on(PlanActions.mineKept, (state): PlanState =>
      state.theirs
        ? { ...state, version: state.theirs.version, live: state.theirs.live, theirs: null, saving: 'edited' }
        : state,
    ),

    on(PlanActions.addressChosen, (state, { address }): PlanState => ({ ...state, address })),
    on(PlanActions.liveToggled, (state, { live }): PlanState => ({ ...state, showLive: live })),
    on(PlanActions.previewed, (state, { preview }): PlanState => ({
      ...state,
      preview,
      previewProblem: null,
    })),
    on(PlanActions.livePageLoaded, (state, { model }): PlanState => ({
      ...state,
      livePage: model.kind === 'missing' ? null : model,
      previewProblem: null,
    })),
    on(PlanActions.previewFailed, (state, { problem }): PlanState => ({ ...state, previewProblem: problem })),
    on(PlanActions.fixtureMarked, (state, { id }): PlanState => ({ ...state, marked: id })),

    on(PlanActions.publishingAsked, (state): PlanState => ({
      ...state,
      publishing: { changes: null, running: false, problem: null },
    })),
    on(PlanActions.changesCounted, (state, { changes }): PlanState =>
      state.publishing ? { ...state, publishing: { ...state.publishing, changes } } : state,
    ),
    on(PlanActions.publishingClosed, (state): PlanState => ({ ...state, publishing: null })),
    on(PlanActions.publishingConfirmed, (state): PlanState =>
      state.publishing
        ? { ...state, publishing: { ...state.publishing, running: true, problem: null } }
        : state,
    ),
    on(PlanActions.published, (state, { edition }): PlanState => ({
      ...state,
      publishing: null,
      published: edition,
      live: state.stored,
      livePage: null,
    })),
    on(PlanActions.publishingFailed, (state, { problem }): PlanState =>
      state.publishing
        ? { ...state, publishing: { ...state.publishing, running: false, problem } }
        : { ...state, savingProblem: problem },
    ),
    on(PlanActions.discarded, (): PlanState => CLOSED),
  ),
  extraSelectors: ({ selectHistory, selectPreview, selectLivePage, selectShowLive, selectLive }) => {
    const selectPlan = createSelector(selectHistory, (history) => history?.present ?? null);
    const selectDraftPage = createSelector(selectPreview, (preview) => preview?.page ?? null);
    return {
      selectPlan,
      selectPage: createSelector(selectDraftPage, selectLivePage, selectShowLive, (draft, live, showLive) =>
        showLive ? live : draft,
      ),
      selectShelfModel: createSelector(selectDraftPage, (page) =>
        page?.kind === 'listing' ? (shelfModelOf(page) ?? null) : null,
      ),
      selectTally: createSelector(selectDraftPage, selectPlan, (page, plan) =>
        page?.kind === 'listing' && plan && page.plan.id === plan.id ? tallyOf(page, plan) : null,
      ),
      selectDiffersFromLive: createSelector(
        selectPlan,
        selectLive,
        (plan, live) => plan !== null && (live === null || JSON.stringify(plan) !== JSON.stringify(live)),
      ),
    };
  },
});
