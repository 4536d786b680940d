import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Store } from '@ngrx/store';
import type { PlanChanges, Problem } from '@fond/contract';
import { Api } from '../api/api';
import { asking } from '../api/asking';
import { FloorActions } from '../store/floor.actions';

/** Publishes one range, or one blend, under the plans as they are live, once the aisles it touches have been listed. */
@Component({
  selector: 'desk-publish-rule',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    @if (problem(); as told) {
      <p role="alert">
        <strong>{{ told.title }}.</strong> {{ told.detail }}
      </p>
    }
    @if (changes(); as found) {
      @if (found.changes.length) {
        <p>
          <b class="figures">{{ found.changes.length }}</b>
          {{ found.changes.length === 1 ? 'aisle uses' : 'aisles use' }} this {{ kind() }} and would change
          for shoppers at once:
          @for (change of found.changes; track change.key; let last = $last) {
            {{ change.title }}{{ last ? '.' : ', ' }}
          }
        </p>
        <button mat-flat-button type="button" [disabled]="running()" (click)="publish()">
          Publish it now
        </button>
      } @else {
        <p>Shoppers see this {{ kind() }} already, or no published plan uses it yet.</p>
      }
    } @else if (!problem()) {
      <p>Counting what changes …</p>
    }
    <button mat-button type="button" (click)="closed.emit()">Not now</button>
  `,
  styles: `
    :host {
      display: block;
      margin: 12px 0;
      padding: 8px 14px;
      border-inline-start: 4px solid var(--moss);
    }
    [role='alert'] {
      color: var(--vermilion);
    }
  `,
})
export class PublishRule {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly messages = inject(MatSnackBar);
  readonly kind = input.required<'range' | 'blend'>();
  readonly rule = input.required<{ id: string; version: number; name: string }>();
  readonly closed = output();
  protected readonly changes = signal<PlanChanges | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly running = signal(false);

  constructor() {
    asking(
      () => ({ kind: this.kind(), id: this.rule().id }),
      ({ kind, id }) =>
        (kind === 'range' ? this.api.rangeChanges(id) : this.api.blendChanges(id)).subscribe({
          next: (changes) => this.changes.set(changes),
          error: (problem: Problem) => this.problem.set(problem),
        }),
    );
  }

  protected publish(): void {
    const { id, version, name } = this.rule();
    this.running.set(true);
    const published =
      this.kind() === 'range'
        ? this.api.publishRange(id, version, '')
        : this.api.publishBlend(id, version, '');
    published.subscribe({
      next: ({ number }) => {
        this.store.dispatch(FloorActions.shopChanged());
        this.messages.open(`“${name}” is live with edition ${number}.`, 'OK', { duration: 8_000 });
        this.closed.emit();
      },
      error: (problem: Problem) => {
        this.running.set(false);
        this.problem.set(problem);
      },
    });
  }
}
