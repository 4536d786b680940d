import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Store } from '@ngrx/store';
import type { EditionSummary, Problem } from '@fond/contract';
import { Api } from '../api/api';
import { FloorActions } from '../floor/floor.actions';

/** Everything that was ever published; any of it can be published again. */
@Component({
  selector: 'desk-editions',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe, MatButtonModule, MatProgressBarModule],
  template: `
    @if (busy()) {
      <mat-progress-bar mode="indeterminate" aria-label="Working" />
    }
    <div class="page">
      <h1>Editions</h1>
      <p class="lead">
        An edition is what was published at one moment. It never changes; publishing an earlier one again
        makes a new edition with the same content.
      </p>
      @if (problem(); as told) {
        <div class="trouble" role="alert">
          <strong>{{ told.title }}</strong> {{ told.detail }}
          <button mat-button type="button" (click)="load()">Try again</button>
        </div>
      }
      <table>
        <thead>
          <tr>
            <th scope="col" class="number">Edition</th>
            <th scope="col">Published</th>
            <th scope="col">By</th>
            <th scope="col">Note</th>
            <th scope="col">Plans</th>
            <th scope="col"><span class="unseen">Actions</span></th>
          </tr>
        </thead>
        <tbody>
          @for (edition of editions(); track edition.number) {
            <tr [class.live]="edition.live">
              <th scope="row" class="number figures">{{ edition.number }}</th>
              <td class="figures">{{ edition.publishedAt | date: 'EEE d MMM y, HH:mm' }}</td>
              <td>{{ edition.publishedBy }}</td>
              <td>{{ edition.note }}</td>
              <td class="plans">{{ names(edition) }}</td>
              <td class="action">
                @if (edition.live) {
                  <span class="state">● live</span>
                } @else {
                  <button mat-button type="button" [disabled]="busy()" (click)="again(edition)">
                    Publish again
                  </button>
                }
              </td>
            </tr>
          }
        </tbody>
      </table>
    </div>
  `,
  styles: `
    .page {
      max-width: 1180px;
      margin: 0 auto;
      padding: 18px 24px 60px;
    }
    h1 {
      font: 600 34px/1 var(--condensed);
      margin: 0;
    }
    .lead {
      max-width: 70ch;
      margin: 6px 0 18px;
      color: var(--quiet);
    }
    table {
      width: 100%;
      border-collapse: collapse;
      background: var(--sheet);
    }
    th,
    td {
      padding: 6px 12px;
      text-align: start;
      border-bottom: 1px solid var(--hairline);
      height: 42px;
    }
    thead th {
      height: auto;
      color: var(--quiet);
      font-weight: 500;
      background: var(--ground);
      border-bottom: 2px solid var(--ink);
    }
    .number {
      width: 80px;
      text-align: end;
    }
    tbody th {
      font: 600 20px/1 var(--condensed);
    }
    .plans {
      color: var(--quiet);
    }
    .action {
      text-align: end;
      white-space: nowrap;
    }
    .state {
      padding-inline-end: 12px;
      color: var(--moss);
      font-weight: 600;
    }
    .live th,
    .live td {
      box-shadow: inset 0 -3px var(--moss);
    }
  `,
})
export class EditionsPage {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly messages = inject(MatSnackBar);
  protected readonly editions = signal<readonly EditionSummary[]>([]);
  protected readonly busy = signal(false);
  protected readonly problem = signal<Problem | null>(null);

  constructor() {
    this.load();
  }

  protected names(edition: EditionSummary): string {
    return edition.plans.map((plan) => plan.name).join(', ');
  }

  protected load(): void {
    this.busy.set(true);
    this.api.editions().subscribe({
      next: (editions) => {
        this.editions.set(editions);
        this.problem.set(null);
        this.busy.set(false);
      },
      error: (problem: Problem) => this.fail(problem),
    });
  }

  /** Undoable rather than asked about: what was live is one click away. */
  protected again(edition: EditionSummary): void {
    const before = this.editions().find(({ live }) => live);
    this.busy.set(true);
    this.api.publishEdition(edition.number, '').subscribe({
      next: (published) => {
        this.store.dispatch(FloorActions.shopChanged());
        this.load();
        this.messages
          .open(
            `Edition ${published.number} is live, with what edition ${edition.number} held.`,
            before ? 'Undo' : 'OK',
          )
          .onAction()
          .subscribe(() => {
            if (before) this.again(before);
          });
      },
      error: (problem: Problem) => this.fail(problem),
    });
  }

  private fail(problem: Problem): void {
    this.problem.set(problem);
    this.busy.set(false);
  }
}
