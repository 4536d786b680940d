import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { EditionSummary, Preview, Problem, StoredPlan, Vocabulary } from '@fond/contract';
import type { Plan, PlanDocument, ShopModel } from '@fond/core';
import type { SeenAs } from '../api/api';
import type { History } from './history';

/** What this browser kept of a plan: the way it came, and whether its last edits were saved before the page was left. */
export interface KeptDraft {
  history: History<PlanDocument>;
  version: number;
  unsaved: boolean;
}

export const PlanActions = createActionGroup({
  source: 'Plan',
  events: {
    Opened: props<{ id: string; address: string }>(),
    Loaded: props<{ stored: StoredPlan; vocabulary: Vocabulary; kept: KeptDraft | null }>(),
    'Loading Failed': props<{ problem: Problem }>(),

    /** `what` names the setting; quick edits of one setting are one step of the history. */
    Edited: props<{ plan: Plan; what: string; at: number }>(),
    /** What is own at a path goes back to what the base says. */
    'Reset To Base': props<{ paths: readonly (readonly string[])[]; what: string; at: number }>(),
    /** The server has changed what the plan builds on, or how it stands. */
    'Stored Anew': props<{ stored: StoredPlan }>(),
    Undone: emptyProps(),
    Redone: emptyProps(),

    'Saving Started': emptyProps(),
    Saved: props<{ stored: StoredPlan }>(),
    'Saving Waits': props<{ problem: Problem }>(),
    'Saving Refused': props<{ problem: Problem }>(),
    'Newer Draft Found': props<{ theirs: StoredPlan }>(),
    'Theirs Taken': props<{ at: number }>(),
    'Mine Kept': emptyProps(),
    /** Both drafts put together, over the newer one. */
    Merged: props<{ plan: Plan; at: number }>(),

    'Address Chosen': props<{ address: string }>(),
    /** The window shows the page of another moment, or another shopper's. */
    'Seen As': props<{ seen: SeenAs }>(),
    'Live Toggled': props<{ live: boolean }>(),
    Previewed: props<{ preview: Preview }>(),
    'Live Page Loaded': props<{ model: ShopModel }>(),
    'Preview Failed': props<{ problem: Problem }>(),
    'Fixture Marked': props<{ id: string | null }>(),

    /** Something waits for the draft to be stored. */
    'Saving Hurried': emptyProps(),
    Published: props<{ edition: EditionSummary; plans: readonly string[] }>(),
    Noted: props<{ note: string }>(),
    'Put Away': props<{ id: string }>(),
  },
});
