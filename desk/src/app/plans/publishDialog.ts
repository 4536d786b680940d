import { ChangeDetectionStrategy, Component, computed, effect, inject } from '@angular/core';
import { FormControl, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Store } from '@ngrx/store';
import { PlanActions } from './state/plan.actions';
import { planFeature } from './state/plan.feature';

/** What publishing will do, before it is done: every aisle that changes, and which plan it leaves. */
@Component({
  selector: 'desk-publish',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ReactiveFormsModule,
    MatButtonModule,
    MatDialogModule,
    MatFormFieldModule,
    MatInputModule,
    MatProgressBarModule,
  ],
  template: `
    <h2 mat-dialog-title>Publish “{{ plan()?.name }}”</h2>
    <mat-dialog-content>
      @if (problem(); as told) {
        <p class="trouble" role="alert">
          <strong>{{ told.title }}.</strong> {{ told.detail }}
        </p>
      }
      @if (changes(); as found) {
        @if (found.changes.length) {
          <p>
            <b>{{ found.changes.length }}</b>
            {{ found.changes.length === 1 ? 'aisle changes' : 'aisles change' }}
            for shoppers at once. What is live now stays as an edition that can be published again.
          </p>
          <ul class="aisles">
            @for (change of found.changes; track change.key) {
              <li>
                <span class="title">{{ change.title }}</span>
                <span class="path">{{ change.path }}</span>
                <span class="figures">{{ change.products }}</span>
                @if (change.from && change.to && change.from.id !== change.to.id) {
                  <em>from {{ change.from.name }} to {{ change.to.name }}</em>
                }
              </li>
            }
          </ul>
        } @else if (!found.productPages) {
          <p>
            No aisle looks different after this: the draft says what is live already, or another plan is more
            exact everywhere.
          </p>
        }
        @if (found.productPages) {
          <p>
            <b class="figures">{{ found.productPages }}</b>
            {{ found.productPages === 1 ? 'product page shows' : 'product pages show' }} other products below
            the product.
          </p>
        }
        @if (found.disputes.length) {
          <p class="trouble">
            <strong>{{ found.disputes.length }} in dispute.</strong>
            <span>
              @for (dispute of found.disputes; track dispute.path + dispute.plan.id; let last = $last) {
                {{ dispute.title }} ({{ dispute.plan.name }}){{ last ? '' : ', ' }}
              }
              . Leave these out under <em>Serves</em>, or one of the two plans is taken.
            </span>
          </p>
        }
        <mat-form-field class="note">
          <mat-label>Note for the history</mat-label>
          <input matInput [formControl]="note" maxlength="400" (keydown.enter)="publish()" />
        </mat-form-field>
      } @else if (!problem()) {
        <mat-progress-bar mode="indeterminate" aria-label="Counting what changes" />
        <p>Counting what changes …</p>
      }
      @if (running()) {
        <mat-progress-bar mode="indeterminate" aria-label="Publishing" />
      }
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button mat-button type="button" mat-dialog-close>Not yet</button>
      <button mat-flat-button type="button" [disabled]="!ready()" (click)="publish()">Publish</button>
    </mat-dialog-actions>
  `,
  styles: `
    .aisles {
      list-style: none;
      margin: 0 0 16px;
      padding: 0;
      max-height: 260px;
      overflow: auto;
      border-block: 1px solid var(--hairline);
    }
    .aisles li {
      display: grid;
      grid-template-columns: minmax(120px, auto) 1fr auto;
      gap: 0 12px;
      padding: 4px 8px 4px 0;
      border-bottom: 1px solid var(--hairline);
    }
    .title {
      font-weight: 600;
    }
    .path {
      color: var(--quiet);
    }
    em {
      grid-column: 1 / -1;
      color: var(--slate);
    }
    .note {
      width: 100%;
    }
  `,
})
export class PublishDialog {
  private readonly store = inject(Store);
  private readonly dialog = inject(MatDialogRef);
  private readonly publishing = this.store.selectSignal(planFeature.selectPublishing);
  protected readonly plan = this.store.selectSignal(planFeature.selectPlan);
  protected readonly changes = computed(() => this.publishing()?.changes ?? null);
  protected readonly running = computed(() => this.publishing()?.running ?? false);
  protected readonly problem = computed(() => this.publishing()?.problem ?? null);
  protected readonly ready = computed(() => this.changes() !== null && !this.running());
  protected readonly note = new FormControl('', {
    nonNullable: true,
    validators: [Validators.maxLength(400)],
  });

  constructor() {
    effect(() => {
      if (this.publishing() === null) this.dialog.close();
    });
  }

  protected publish(): void {
    if (this.ready()) this.store.dispatch(PlanActions.publishingConfirmed({ note: this.note.value.trim() }));
  }
}
