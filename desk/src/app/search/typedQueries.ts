import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import type { Figures, Problem } from '@fond/contract';
import { FigureApi } from '../api/figureApi';

/** What shoppers typed in the last four weeks: how often, what it finds, and how many looked closer; in vain first. */
@Component({
  selector: 'desk-typed-queries',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatProgressBarModule, RouterLink],
  template: `
    @if (problem(); as told) {
      <p class="trouble" role="alert">
        <strong>{{ told.title }}.</strong> {{ told.detail }}
      </p>
    } @else if (figures() === null) {
      <mat-progress-bar mode="indeterminate" aria-label="Adding up" />
    } @else if (!queries().length) {
      <p class="also">Nobody has searched the shop in the last four weeks.</p>
    } @else {
      <p class="also">
        {{ queries().length }} different queries in four weeks; <b>{{ missed() }}</b> of them find nothing of
        what was typed. Choose one to try it beside.
        <a class="word" routerLink="/figures" [queryParams]="{ aisle: 'search' }"
          >All figures of the search</a
        >
      </p>
      <table>
        <thead>
          <tr>
            <th>Query</th>
            <th class="number">Times</th>
            <th class="number">Found</th>
            <th class="number">Looked closer</th>
            <th class="number">In carts</th>
          </tr>
        </thead>
        <tbody>
          @for (one of queries(); track one.query) {
            <tr>
              <th>
                <button type="button" class="word" (click)="chosen.emit(one.query)">{{ one.query }}</button>
              </th>
              <td class="number">{{ one.times }}</td>
              <td class="number">
                @if (one.found) {
                  {{ one.found }}
                } @else {
                  <b class="miss">nothing</b>
                }
              </td>
              <td class="number">{{ one.clicks }}</td>
              <td class="number">{{ one.carts }}</td>
            </tr>
          }
        </tbody>
      </table>
    }
  `,
  styles: `
    .also {
      color: var(--quiet);
    }
    table {
      width: 100%;
      border-collapse: collapse;
      background: var(--sheet);
    }
    th,
    td {
      padding: 5px 12px;
      border-block-end: 1px solid var(--hairline);
      text-align: start;
      font-weight: 400;
    }
    thead th {
      color: var(--quiet);
      border-block-end: 2px solid var(--ink);
    }
    .number {
      text-align: end;
      font-variant-numeric: tabular-nums;
    }
    .miss {
      color: var(--vermilion);
    }
  `,
})
export class TypedQueries {
  readonly chosen = output<string>();
  protected readonly figures = signal<Figures | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly queries = computed(() => {
    const all = this.figures()?.queries ?? [];
    return [...all.filter(({ found }) => !found), ...all.filter(({ found }) => found)];
  });
  protected readonly missed = computed(() => this.queries().filter(({ found }) => !found).length);

  constructor() {
    inject(FigureApi)
      .read({ aisle: 'search' })
      .subscribe({
        next: (figures) => this.figures.set(figures),
        error: (problem: Problem) => this.problem.set(problem),
      });
  }
}
