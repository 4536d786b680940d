import { createFeature, createReducer, on } from '@ngrx/store';
import type { Problem, StoredRange } from '@fond/contract';
import { RangesActions } from './ranges.actions';

export interface RangesState {
  /** By name; null until they are loaded. */
  ranges: readonly StoredRange[] | null;
  writing: boolean;
  problem: Problem | null;
}

const NONE: RangesState = { ranges: null, writing: false, problem: null };

const byName = (ranges: readonly StoredRange[]): StoredRange[] =>
  [...ranges].sort((a, b) => a.name.localeCompare(b.name, 'en'));

const without = (state: RangesState, id: string): StoredRange[] =>
  (state.ranges ?? []).filter((range) => range.id !== id);

export const rangesFeature = createFeature({
  name: 'ranges',
  reducer: createReducer(
    NONE,
    on(RangesActions.loaded, (state, { ranges }): RangesState => ({
      ...state,
      ranges: byName(ranges),
      problem: null,
    })),
    on(
      RangesActions.creationAsked,
      RangesActions.savingAsked,
      RangesActions.deletionAsked,
      (state): RangesState => ({ ...state, writing: true, problem: null }),
    ),
    on(RangesActions.created, RangesActions.saved, (state, { range }): RangesState => ({
      ...state,
      writing: false,
      ranges: byName([...without(state, range.id), range]),
    })),
    on(RangesActions.deleted, (state, { id }): RangesState => ({
      ...state,
      writing: false,
      ranges: without(state, id),
    })),
    on(RangesActions.loadingFailed, RangesActions.writingFailed, (state, { problem }): RangesState => ({
      ...state,
      writing: false,
      problem,
    })),
  ),
});
