import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { Problem, StoredBlend } from '@fond/contract';

export const BlendsActions = createActionGroup({
  source: 'Blends',
  events: {
    Needed: emptyProps(),
    Loaded: props<{ blends: readonly StoredBlend[] }>(),
    'Loading Failed': props<{ problem: Problem }>(),
    /** One was made, saved or renamed. */
    Written: props<{ blend: StoredBlend }>(),
    Deleted: props<{ id: string }>(),
  },
});
