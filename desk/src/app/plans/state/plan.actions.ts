import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { EditionSummary, PlanChanges, Preview, Problem, StoredPlan, Vocabulary } from '@fond/contract';
import type { Plan, ShopModel } from '@fond/core';

/** An edit that this browser kept because it could not be saved before the page was left. */
export interface KeptDraft {
  plan: Plan;
  version: number;
}

export const PlanActions = createActionGroup({
  source: 'Plan',
  events: {
    Opened: props<{ id: string; address: string }>(),
    Loaded: props<{ stored: StoredPlan; vocabulary: Vocabulary; kept: KeptDraft | null }>(),
    'Loading Failed': props<{ problem: Problem }>(),

    /** `what` names the setting; quick edits of one setting are one step of the history. */
    Edited: props<{ plan: Plan; what: string; at: number }>(),
    Undone: emptyProps(),
    Redone: emptyProps(),

    'Saving Started': emptyProps(),
    Saved: props<{ stored: StoredPlan }>(),
    'Saving Waits': props<{ problem: Problem }>(),
    'Saving Refused': props<{ problem: Problem }>(),
    'Newer Draft Found': props<{ theirs: StoredPlan }>(),
    'Theirs Taken': props<{ at: number }>(),
    'Mine Kept': emptyProps(),

    'Address Chosen': props<{ address: string }>(),
    'Live Toggled': props<{ live: boolean }>(),
    Previewed: props<{ preview: Preview }>(),
    'Live Page Loaded': props<{ model: ShopModel }>(),
    'Preview Failed': props<{ problem: Problem }>(),
    'Fixture Marked': props<{ id: string | null }>(),

    'Publishing Asked': emptyProps(),
    'Changes Counted': props<{ changes: PlanChanges }>(),
    'Publishing Closed': emptyProps(),
    'Publishing Confirmed': props<{ note: string }>(),
    Published: props<{ edition: EditionSummary }>(),
    'Publishing Failed': props<{ problem: Problem }>(),

    'Discard Asked': emptyProps(),
    Discarded: props<{ name: string }>(),
  },
});
