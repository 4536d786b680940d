import { computed, inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { facetPanelOf, shelfOf, type FacetPanel, type Plan, type ShelfSettings } from '@fond/core';
import { withPanel, withShelf } from './edits';
import { PlanActions } from './plan.actions';
import { planFeature } from './plan.feature';

/** The plan being edited, and the one way to change it. */
@Injectable({ providedIn: 'root' })
export class PlanEditor {
  private readonly store = inject(Store);
  readonly plan = this.store.selectSignal(planFeature.selectPlan);
  readonly vocabulary = this.store.selectSignal(planFeature.selectVocabulary);
  readonly tally = this.store.selectSignal(planFeature.selectTally);
  readonly address = this.store.selectSignal(planFeature.selectAddress);
  readonly shelf = computed(() => {
    const plan = this.plan();
    return plan ? shelfOf(plan) : undefined;
  });
  readonly panel = computed(() => {
    const plan = this.plan();
    return plan ? facetPanelOf(plan) : undefined;
  });
  /** The language of the page in the window; labels are written for it. */
  readonly lang = computed(() => {
    const asked = new URLSearchParams(this.address().split('?')[1] ?? '').get('lang');
    return asked ?? this.vocabulary()?.languages[0] ?? 'en';
  });

  edit(what: string, change: (plan: Plan) => Plan): void {
    const plan = this.plan();
    if (!plan) return;
    const next = change(plan);
    if (next !== plan) this.store.dispatch(PlanActions.edited({ plan: next, what, at: Date.now() }));
  }

  editShelf(what: string, change: Partial<ShelfSettings>): void {
    this.edit(what, (plan) => withShelf(plan, change));
  }

  editPanel(what: string, change: Partial<Omit<FacetPanel, 'id' | 'type'>>): void {
    this.edit(what, (plan) => withPanel(plan, change));
  }
}
