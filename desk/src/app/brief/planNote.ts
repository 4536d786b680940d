import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { Problem } from '@fond/contract';
import { Api } from '../api/api';
import { PlanActions } from '../draft/plan.actions';
import { planFeature } from '../draft/plan.feature';

/** Words of the merchandisers to each other; they stand beside the plan and are no part of it. */
@Component({
  selector: 'desk-plan-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label>
      <b>Note</b>
      <textarea
        class="field"
        rows="2"
        maxlength="2000"
        placeholder="For whoever opens this plan next"
        [value]="note()"
        (change)="write($any($event.target).value)"
      ></textarea>
    </label>
    @if (problem(); as told) {
      <p role="alert">{{ told.title }}. {{ told.detail }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      padding-top: 10px;
    }
    b {
      display: block;
      font: 600 19px/1.3 var(--condensed);
    }
    textarea {
      width: 100%;
      resize: vertical;
    }
    p {
      color: var(--vermilion);
    }
  `,
})
export class PlanNote {
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly id = this.store.selectSignal(planFeature.selectId);
  protected readonly note = this.store.selectSignal(planFeature.selectNote);
  protected readonly problem = signal<Problem | null>(null);

  protected write(note: string): void {
    const id = this.id();
    if (!id) return;
    this.api.notePlan(id, note.trim()).subscribe({
      next: (stored) => {
        this.problem.set(null);
        this.store.dispatch(PlanActions.noted({ note: stored.note }));
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }
}
