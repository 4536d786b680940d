import { computed, inject, Injectable } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Store } from '@ngrx/store';
import {
  facetPanelOf,
  listWords,
  shelfOf,
  type FacetPanel,
  type Fixture,
  type Plan,
  type ShelfSettings,
  type Slot,
} from '@fond/core';
import type { SettingNames } from '../wording/settingWords';
import { FIXTURE_WORDS } from '../wording/words';
import { withPanel, withShelf } from '../field/lists';
import { withPasted } from './fixtureEdits';
import { PlanActions } from './plan.actions';
import { planFeature } from './plan.feature';

/** The plan being edited, and the one way to change it. */
@Injectable({ providedIn: 'root' })
export class PlanEditor {
  private readonly store = inject(Store);
  private readonly notices = inject(MatSnackBar);
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
  readonly kind = computed(() => this.plan()?.kind ?? 'page');
  /** The language of the page in the window; labels are written for it. */
  readonly lang = computed(() => {
    const asked = new URLSearchParams(this.address().split('?')[1] ?? '').get('lang');
    return asked ?? this.vocabulary()?.languages[0] ?? 'en';
  });

  readonly settingNames = computed((): SettingNames => ({
    vocabulary: this.vocabulary(),
    lang: this.lang(),
    badges: this.plan()?.badges.rules ?? [],
  }));

  edit(what: string, change: (plan: Plan) => Plan): void {
    const plan = this.plan();
    if (!plan) return;
    const next = change(plan);
    if (next !== plan) this.store.dispatch(PlanActions.edited({ plan: next, what, at: Date.now() }));
  }

  /** Puts copied fixtures where they are wanted, and says which of them a page has already. */
  paste(fixtures: readonly Fixture[], place: Slot | null, behind: string | null, what?: string): void {
    const plan = this.plan();
    const [first] = fixtures as readonly (Fixture | undefined)[];
    if (!plan || !first) return;
    const { plan: pasted, left } = withPasted(plan, fixtures, place, behind);
    this.edit(what ?? `paste ${FIXTURE_WORDS[first.type]}`, () => pasted);
    if (left.length)
      this.notices.open(
        `Left out: ${listWords(
          left.map((type) => FIXTURE_WORDS[type]),
          'and',
        )}. A page has each only once.`,
        'OK',
        { duration: 10_000 },
      );
  }

  editShelf(what: string, change: Partial<ShelfSettings>): void {
    this.edit(what, (plan) => withShelf(plan, change));
  }

  editPanel(what: string, change: Partial<Omit<FacetPanel, 'id' | 'type'>>): void {
    this.edit(what, (plan) => withPanel(plan, change));
  }
}
