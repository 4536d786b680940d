import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { PartSummary, Problem } from '@fond/contract';

export const PartsActions = createActionGroup({
  source: 'Parts',
  events: {
    Needed: emptyProps(),
    Loaded: props<{ parts: readonly PartSummary[] }>(),
    'Loading Failed': props<{ problem: Problem }>(),
  },
});
