import { createFeature, createReducer, createSelector, on } from '@ngrx/store';
import type { PartSummary, Problem } from '@fond/contract';
import { PartsActions } from './parts.actions';

export interface PartsState {
  /** By name; null until they are loaded. */
  parts: readonly PartSummary[] | null;
  loading: boolean;
  problem: Problem | null;
}

const NONE: PartsState = { parts: null, loading: false, problem: null };

export const partsFeature = createFeature({
  name: 'parts',
  reducer: createReducer(
    NONE,
    on(PartsActions.needed, (state): PartsState => ({ ...state, loading: true, problem: null })),
    on(PartsActions.loaded, (state, { parts }): PartsState => ({ ...state, loading: false, parts })),
    on(PartsActions.loadingFailed, (state, { problem }): PartsState => ({
      ...state,
      loading: false,
      problem,
    })),
  ),
  extraSelectors: ({ selectParts }) => ({
    /** Those that can be used, by their id. */
    selectById: createSelector(
      selectParts,
      (parts): ReadonlyMap<string, PartSummary> =>
        new Map((parts ?? []).filter(({ standing }) => standing === 'open').map((part) => [part.id, part])),
    ),
  }),
});
