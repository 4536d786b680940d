import { createFeature, createReducer, on } from '@ngrx/store';
import type { Problem, StoredBlend } from '@fond/contract';
import { BlendsActions } from './blends.actions';

export interface BlendsState {
  /** By name; null until they are loaded. */
  blends: readonly StoredBlend[] | null;
  problem: Problem | null;
}

const NONE: BlendsState = { blends: null, problem: null };

const byName = (blends: readonly StoredBlend[]): StoredBlend[] =>
  [...blends].sort((a, b) => a.name.localeCompare(b.name, 'en'));

const without = ({ blends }: BlendsState, id: string): StoredBlend[] =>
  (blends ?? []).filter((blend) => blend.id !== id);

export const blendsFeature = createFeature({
  name: 'blends',
  reducer: createReducer(
    NONE,
    on(BlendsActions.loaded, (_, { blends }): BlendsState => ({ blends: byName(blends), problem: null })),
    on(BlendsActions.loadingFailed, (state, { problem }): BlendsState => ({ ...state, problem })),
    on(BlendsActions.written, (state, { blend }): BlendsState => ({
      ...state,
      blends: byName([...without(state, blend.id), blend]),
    })),
    on(BlendsActions.deleted, (state, { id }): BlendsState => ({ ...state, blends: without(state, id) })),
  ),
});
