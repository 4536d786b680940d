import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { Floor, Problem, StoredPlan } from '@fond/contract';
import type { Reach } from '@fond/core';

export const FloorActions = createActionGroup({
  source: 'Floor',
  events: {
    Entered: emptyProps(),
    /** Something was published or imported elsewhere in the desk. */
    'Shop Changed': emptyProps(),
    Loaded: props<{ floor: Floor }>(),
    'Loading Failed': props<{ problem: Problem }>(),
    'Own Plan Asked': props<{ name: string; reach: Reach; from: string; aisle: string }>(),
    'Own Plan Made': props<{ stored: StoredPlan; aisle: string }>(),
    'Own Plan Failed': props<{ problem: Problem }>(),
  },
});
