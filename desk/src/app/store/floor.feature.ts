import { createFeature, createReducer, createSelector, on } from '@ngrx/store';
import type { Floor, Problem } from '@fond/contract';
import { FloorActions } from './floor.actions';

export interface FloorState {
  floor: Floor | null;
  loading: boolean;
  problem: Problem | null;
}

const EMPTY: FloorState = { floor: null, loading: false, problem: null };

export const floorFeature = createFeature({
  name: 'floor',
  reducer: createReducer(
    EMPTY,
    on(FloorActions.entered, FloorActions.shopChanged, (state): FloorState => ({
      ...state,
      loading: true,
      problem: null,
    })),
    on(FloorActions.loaded, (_, { floor }): FloorState => ({ floor, loading: false, problem: null })),
    on(FloorActions.loadingFailed, FloorActions.ownPlanFailed, (state, { problem }): FloorState => ({
      ...state,
      loading: false,
      problem,
    })),
  ),
  extraSelectors: ({ selectFloor }) => ({
    selectEdition: createSelector(selectFloor, (floor) => floor?.edition ?? null),
  }),
});
