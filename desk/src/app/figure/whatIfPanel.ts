import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import type { Problem, WhatIfAnswer } from '@fond/contract';
import type { Doubt, Estimate, Outcome, Plan } from '@fond/core';
import { asking } from '../api/asking';
import { ExplainApi } from '../api/explainApi';
import { manyText, moneyText } from './figureWords';
import { likelyText, signedText } from './whatIfWords';

const DOUBTS: Readonly<Record<Doubt, string>> = {
  'few-visits': 'There were few visits, so almost anything may be.',
  'places-unknown':
    'Each product has stood at one place only, so nobody knows what the places do by themselves; all are taken for alike.',
  'products-unknown': 'Some of these products have not been seen so far; they are taken for usual ones.',
  'places-unseen': 'Some places lie further down than anybody has looked.',
};

const LINES: readonly { name: keyof Outcome<Estimate>; said: string }[] = [
  { name: 'clicks', said: 'clicks' },
  { name: 'carts', said: 'put in the cart' },
  { name: 'revenue', said: 'revenue' },
];

/** What a draft would bring in an aisle of a thousand visits against what is live, as far as the counters tell. */
@Component({
  selector: 'desk-what-if',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatProgressBarModule],
  template: `
    @if (working()) {
      <mat-progress-bar mode="indeterminate" aria-label="Estimating" />
    }
    @if (problem(); as told) {
      <p class="trouble" role="alert">
        <strong>{{ told.title }}.</strong> {{ told.detail }}
      </p>
    } @else if (found(); as all) {
      @if (!all.visits) {
        <p>Nobody has looked at this aisle since {{ all.from }}, so there is nothing to go by.</p>
      } @else if (all.same) {
        <p>{{ called() }}, it shows the same products at the same places, so nothing changes.</p>
      } @else {
        <table>
          <caption>
            Of 1,000 visits, by
            {{
              visits()
            }}
            since
            {{
              all.from
            }}
          </caption>
          <thead>
            <tr>
              <th scope="col"></th>
              <th scope="col">Live</th>
              <th scope="col">{{ called() }}</th>
              <th scope="col">Difference</th>
              <th scope="col">Nine times out of ten</th>
              <th scope="col">So it is</th>
            </tr>
          </thead>
          <tbody>
            @for (line of lines; track line.name) {
              @let change = all.change[line.name];
              <tr>
                <th scope="row">{{ line.said }}</th>
                <td>{{ amount(line.name, all.today[line.name].value) }}</td>
                <td>{{ amount(line.name, all.then[line.name].value) }}</td>
                <td>
                  <b>{{ signed(line.name, change.value) }}</b>
                </td>
                <td>{{ signed(line.name, change.low) }} to {{ signed(line.name, change.high) }}</td>
                <td>{{ likely(change) }}</td>
              </tr>
            }
          </tbody>
        </table>
        @for (doubt of all.doubts; track doubt) {
          <p class="doubt">{{ doubts[doubt] }}</p>
        }
      }
    }
  `,
  styles: `
    caption {
      text-align: start;
      color: var(--quiet);
    }
    th,
    td {
      padding: 3px 14px 3px 0;
      text-align: end;
      font-weight: 400;
      font-variant-numeric: tabular-nums;
    }
    th:first-child {
      text-align: start;
    }
    thead th {
      color: var(--quiet);
    }
    .doubt {
      margin: 4px 0 0;
      color: var(--vermilion);
    }
  `,
})
export class WhatIfPanel {
  readonly plan = input.required<Plan>();
  readonly address = input.required<string>();
  /** What is held against what is live. */
  readonly called = input('As drafted');
  private readonly api = inject(ExplainApi);
  protected readonly found = signal<WhatIfAnswer | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly working = signal(false);
  protected readonly lines = LINES;
  protected readonly doubts = DOUBTS;
  protected readonly likely = likelyText;
  protected readonly visits = computed(() => manyText(this.found()?.visits ?? 0, 'visit'));

  constructor() {
    asking(
      () => ({ plan: this.plan(), address: this.address() }),
      ({ plan, address }) => {
        this.working.set(true);
        return this.api.whatIf(plan, address).subscribe({
          next: (found) => {
            this.found.set(found);
            this.problem.set(null);
            this.working.set(false);
          },
          error: (problem: Problem) => {
            this.problem.set(problem);
            this.working.set(false);
          },
        });
      },
    );
  }

  protected amount(name: keyof Outcome<Estimate>, value: number): string {
    return name === 'revenue' ? moneyText(value, this.found()!.currency) : value.toFixed(value < 100 ? 1 : 0);
  }

  protected signed(name: keyof Outcome<Estimate>, value: number): string {
    return signedText(value, (size) => this.amount(name, size));
  }
}
