import { createFeature, createReducer, createSelector, on } from '@ngrx/store';
import type {
  EditionSummary,
  NamedPlan,
  Preview,
  Problem,
  StoredPlan,
  Vocabulary,
  PlanStanding,
} from '@fond/contract';
import {
  documentOf,
  documentsBy,
  fillIn,
  fixtureFigures,
  fixtureFindings,
  withReset,
  isHeir,
  resolvePlan,
  sameValue,
  shelfModelOf,
  tallyOf,
  type PageModel,
  type Plan,
  type PlanDocument,
  type ProductModel,
} from '@fond/core';
import type { SeenAs } from '../api/api';
import { edited, historyOf, redone, undone, type History } from './history';
import { PlanActions, type KeptDraft } from './plan.actions';

/** Where the draft stands: kept here only, on its way, or safe. */
export type Saving = 'saved' | 'edited' | 'saving' | 'waiting' | 'conflict' | 'refused';

export interface PlanState {
  id: string | null;
  loading: boolean;
  problem: Problem | null;
  vocabulary: Vocabulary | null;
  history: History<PlanDocument> | null;
  /** What the plan builds on, the nearest first, and what builds on it. */
  bases: readonly PlanDocument[];
  heirs: readonly NamedPlan[];
  /** The version the draft was made from, and its document. */
  version: number;
  stored: PlanDocument | null;
  live: Plan | null;
  liveDocument: PlanDocument | null;
  note: string;
  standing: PlanStanding;
  saving: Saving;
  savingProblem: Problem | null;
  theirs: StoredPlan | null;
  restored: boolean;
  address: string;
  seen: SeenAs;
  showLive: boolean;
  preview: Preview | null;
  livePage: PageModel | ProductModel | null;
  previewProblem: Problem | null;
  marked: string | null;
  published: EditionSummary | null;
}

const CLOSED: PlanState = {
  id: null,
  loading: false,
  problem: null,
  vocabulary: null,
  history: null,
  bases: [],
  heirs: [],
  version: 0,
  stored: null,
  live: null,
  liveDocument: null,
  note: '',
  standing: 'open',
  saving: 'saved',
  savingProblem: null,
  theirs: null,
  restored: false,
  address: '/',
  seen: {},
  showLive: false,
  preview: null,
  livePage: null,
  previewProblem: null,
  marked: null,
  published: null,
};

/** After an edit the draft waits to be saved, unless somebody has to decide first. */
const afterEdit = (state: PlanState, history: History<PlanDocument>): PlanState => ({
  ...state,
  history,
  published: null,
  saving: state.saving === 'conflict' ? 'conflict' : 'edited',
});

/** Everything that comes with a stored plan besides its draft. */
const around = ({
  version,
  document,
  bases,
  heirs,
  live,
  liveDocument,
  note,
  standing,
}: StoredPlan): Partial<PlanState> => ({
  version,
  stored: document,
  bases,
  heirs,
  live,
  liveDocument,
  note,
  standing,
});

/** The plan that a document builds on, filled in; null where it stands alone. */
const baseOf = (document: PlanDocument, bases: readonly PlanDocument[]): Plan | null =>
  isHeir(document) ? resolvePlan(documentsBy(bases), document.base) : null;

function fillDraft(document: PlanDocument, bases: readonly PlanDocument[]): Plan {
  return isHeir(document) ? fillIn(document, baseOf(document, bases)!) : document;
}

/** Whether what was kept is what is stored: then it was saved, even where nobody heard of it. */
const isStored = (kept: KeptDraft, stored: StoredPlan): boolean =>
  sameValue(kept.history.present, stored.document);

/** Edits of before that still have to be saved. */
const isUnsaved = (kept: KeptDraft | null, stored: StoredPlan): boolean =>
  kept !== null && kept.unsaved && !isStored(kept, stored);

/** What was kept goes on where it fits the stored draft; edits that were never saved come back in any case. */
function historyFrom(stored: StoredPlan, kept: KeptDraft | null): History<PlanDocument> {
  const fits = kept && (kept.unsaved || (kept.version === stored.version && isStored(kept, stored)));
  return fits ? kept.history : historyOf(stored.document);
}

export const planFeature = createFeature({
  name: 'plan',
  reducer: createReducer(
    CLOSED,
    on(PlanActions.opened, (state, { id, address }): PlanState =>
      id === state.id && state.history ? { ...state, address } : { ...CLOSED, id, address, loading: true },
    ),
    on(PlanActions.loaded, (state, { stored, vocabulary, kept }): PlanState => ({
      ...state,
      ...around(stored),
      ...(isUnsaved(kept, stored) && { version: kept!.version, saving: 'edited', restored: true }),
      loading: false,
      vocabulary,
      history: historyFrom(stored, kept),
    })),
    on(PlanActions.loadingFailed, (state, { problem }): PlanState => ({ ...state, loading: false, problem })),

    on(PlanActions.edited, (state, { plan, what, at }): PlanState =>
      state.history
        ? afterEdit(
            state,
            edited(
              state.history,
              documentOf(state.history.present, baseOf(state.history.present, state.bases), plan),
              what,
              at,
            ),
          )
        : state,
    ),
    on(PlanActions.resetToBase, (state, { paths, what, at }): PlanState => {
      const document = state.history?.present;
      if (!state.history || !document || !isHeir(document)) return state;
      const own = paths.reduce((left, path) => withReset(left, path), document.own);
      return afterEdit(state, edited(state.history, { ...document, own }, what, at));
    }),
    on(PlanActions.storedAnew, (state, { stored }): PlanState => ({
      ...state,
      ...around(stored),
      history: state.history ? edited(state.history, stored.document, 'base', 0) : historyOf(stored.document),
      saving: 'saved',
      published: null,
    })),
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
      ...around(stored),
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
            ...around(state.theirs),
            history: edited(state.history, state.theirs.document, 'their draft', at),
            theirs: null,
            saving: 'saved',
          }
        : state,
    ),
    on(PlanActions.merged, (state, { plan, at }): PlanState => {
      const { theirs, history } = state;
      if (!theirs || !history) return state;
      const { document, bases } = theirs;
      const merged = documentOf(document, baseOf(document, bases), plan);
      return {
        ...state,
        ...around(theirs),
        history: edited(history, merged, 'both drafts together', at),
        theirs: null,
        saving: 'edited',
      };
    }),
    on(PlanActions.mineKept, (state): PlanState =>
      state.theirs
        ? { ...state, version: state.theirs.version, live: state.theirs.live, theirs: null, saving: 'edited' }
        : state,
    ),

    on(PlanActions.addressChosen, (state, { address }): PlanState => ({ ...state, address })),
    on(PlanActions.seenAs, (state, { seen }): PlanState => ({ ...state, seen })),
    on(PlanActions.liveToggled, (state, { live }): PlanState => ({ ...state, showLive: live })),
    on(PlanActions.previewed, (state, { preview }): PlanState => ({
      ...state,
      preview,
      previewProblem: null,
    })),
    on(PlanActions.livePageLoaded, (state, { model }): PlanState => ({
      ...state,
      livePage: model.kind === 'listing' || model.kind === 'product' ? model : null,
      previewProblem: null,
    })),
    on(PlanActions.previewFailed, (state, { problem }): PlanState => ({ ...state, previewProblem: problem })),
    on(PlanActions.fixtureMarked, (state, { id }): PlanState => ({ ...state, marked: id })),

    on(PlanActions.published, (state, { edition, plans }): PlanState =>
      state.id !== null && plans.includes(state.id) && state.stored
        ? {
            ...state,
            published: edition,
            live: fillDraft(state.stored, state.bases),
            liveDocument: state.stored,
            livePage: null,
          }
        : state,
    ),
    on(PlanActions.noted, (state, { note }): PlanState => ({ ...state, note })),
    on(PlanActions.putAway, (state, { id }): PlanState => (state.id === id ? CLOSED : state)),
  ),
  extraSelectors: ({
    selectHistory,
    selectBases,
    selectStored,
    selectPreview,
    selectLivePage,
    selectShowLive,
    selectLiveDocument,
  }) => {
    const selectDocument = createSelector(selectHistory, (history) => history?.present ?? null);
    const selectPlan = createSelector(selectDocument, selectBases, (document, bases) =>
      document ? fillDraft(document, bases) : null,
    );
    const selectDraftPage = createSelector(selectPreview, (preview) => preview?.page ?? null);
    return {
      selectDocument,
      selectPlan,
      /** The draft as both began with it, where somebody else has saved since. */
      selectStoredPlan: createSelector(selectStored, selectBases, (stored, bases) =>
        stored ? fillDraft(stored, bases) : null,
      ),
      selectBase: createSelector(selectDocument, selectBases, (document, bases) =>
        document ? baseOf(document, bases) : null,
      ),
      selectPage: createSelector(selectDraftPage, selectLivePage, selectShowLive, (draft, live, showLive) =>
        showLive ? live : draft,
      ),
      selectShelfModel: createSelector(selectDraftPage, (page) =>
        page?.kind === 'listing' ? (shelfModelOf(page) ?? null) : null,
      ),
      selectTally: createSelector(selectDraftPage, selectPlan, (page, plan) =>
        page?.kind === 'listing' && plan && page.plan.id === plan.id ? tallyOf(page, plan) : null,
      ),
      selectFixtureFigures: createSelector(selectDraftPage, selectPlan, (page, plan) =>
        page?.kind === 'listing' && plan && page.plan.id === plan.id ? fixtureFigures(page, plan) : [],
      ),
      selectFixtureFindings: createSelector(selectDraftPage, selectPlan, (page, plan) =>
        page?.kind === 'listing' && plan && page.plan.id === plan.id ? fixtureFindings(page, plan) : [],
      ),
      selectDiffersFromLive: createSelector(
        selectDocument,
        selectLiveDocument,
        (document, live) => document !== null && !sameValue(document, live),
      ),
    };
  },
});
