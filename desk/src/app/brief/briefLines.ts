import { computed, inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { PlanView, type SlipName } from '../wording/planView';
import { PlanActions } from '../draft/plan.actions';
import { PlanEditor } from '../draft/planEditor';
import { PlanOrigin, type Scope } from '../draft/planOrigin';
import { BriefVocabulary } from '../wording/briefVocabulary';
import { sentencesOf, type BriefWords } from '../wording/sentences';

/** What every sentence of the brief needs: its words, whether its slip is open, and where its settings come from. */
@Injectable()
export class BriefLines {
  private readonly store = inject(Store);
  private readonly editor = inject(PlanEditor);
  private readonly view = inject(PlanView);
  private readonly origin = inject(PlanOrigin);
  private readonly vocabulary = inject(BriefVocabulary);
  readonly open = this.view.open;

  readonly words = computed((): BriefWords => this.vocabulary.words(this.editor.lang()));
  /** Every line of the brief in words. */
  readonly said = computed(() => {
    const plan = this.editor.plan();
    return plan ? sentencesOf(plan, this.words()) : null;
  });

  /** Whether all of a line comes from the base; never in a plan without one. */
  inherited(scope: Scope): boolean {
    return this.origin.base() !== null && !this.origin.ownIn(scope).length;
  }

  /** One key hands back what is own in a line. */
  reset(scope: Scope): void {
    const own = this.origin.ownIn(scope);
    if (own.length)
      this.store.dispatch(
        PlanActions.resetToBase({
          paths: own.map(({ path }) => path),
          what: `back to the base: ${scope}`,
          at: Date.now(),
        }),
      );
  }

  toggle(name: SlipName): void {
    this.view.show(this.open() === name ? null : name);
  }
}
