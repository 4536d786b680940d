import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { Problem, StoredRange } from '@fond/contract';
import type { RangeRule } from '@fond/core';

export const RangesActions = createActionGroup({
  source: 'Ranges',
  events: {
    Needed: emptyProps(),
    Loaded: props<{ ranges: readonly StoredRange[] }>(),
    'Loading Failed': props<{ problem: Problem }>(),
    'Creation Asked': props<{ name: string; rule: RangeRule }>(),
    Created: props<{ range: StoredRange }>(),
    'Saving Asked': props<{ id: string; name: string; rule: RangeRule; version: number }>(),
    Saved: props<{ range: StoredRange }>(),
    'Deletion Asked': props<{ id: string }>(),
    Deleted: props<{ id: string }>(),
    'Writing Failed': props<{ problem: Problem }>(),
  },
});
