import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { Problem } from '@fond/contract';
import { NoteApi } from '../api/noteApi';

/** A note on one product of an aisle, written where its card stands. */
@Component({
  selector: 'desk-card-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (open()) {
      <input
        #words
        class="field"
        maxlength="2000"
        placeholder="What should others know or decide?"
        [attr.aria-label]="'Note on ' + sku()"
        [disabled]="working()"
        (keydown.enter)="write(words)"
        (keydown.escape)="open.set(false)"
      />
      <button type="button" class="choice" [disabled]="working()" (click)="write(words)">Note it</button>
    } @else {
      <button type="button" class="choice" (click)="open.set(true)">note on it …</button>
    }
    @if (problem(); as told) {
      <span class="wrong" role="alert">{{ told.title }}. {{ told.detail }}</span>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px;
    }
    .field {
      width: 260px;
    }
    .wrong {
      color: var(--vermilion);
    }
  `,
})
export class CardNote {
  private readonly api = inject(NoteApi);
  private readonly messages = inject(MatSnackBar);
  readonly plan = input.required<string>();
  /** Path of the aisle that the card stands in. */
  readonly aisle = input.required<string>();
  readonly sku = input.required<string>();

  protected readonly open = signal(false);
  protected readonly working = signal(false);
  protected readonly problem = signal<Problem | null>(null);

  /** What was typed stays until it is stored. */
  protected write(field: HTMLInputElement): void {
    const words = field.value.trim();
    if (!words) return;
    this.working.set(true);
    const { plan, aisle, sku } = { plan: this.plan(), aisle: this.aisle(), sku: this.sku() };
    this.api.write({ plan, place: 'order', sku, aisle, words }).subscribe({
      next: () => {
        this.working.set(false);
        this.problem.set(null);
        this.open.set(false);
        this.messages.open(`Noted on ${sku}; it stands below the plan’s brief.`, 'OK', { duration: 6_000 });
      },
      error: (problem: Problem) => {
        this.working.set(false);
        this.problem.set(problem);
      },
    });
  }
}
