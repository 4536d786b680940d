import { PercentPipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { FacetAdviceRow, Problem } from '@fond/contract';
import { facetChoice } from '@fond/core';
import { ExplainApi } from '../api/explainApi';
import { PlanEditor } from '../draft/planEditor';
import { adviceWords } from '../wording/words';

/** Which filters help in the aisle of the window, with the figures behind the advice. */
@Component({
  selector: 'desk-facet-advice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PercentPipe],
  template: `
    @if (rows(); as advice) {
      @if (nothing()) {
        <p role="status">
          This shelf shows no product here, so there is nothing to advise. Mend its range first.
        </p>
      }
      <table>
        <caption>
          Advice for
          {{
            aisle()
          }}
        </caption>
        <thead>
          <tr>
            <th scope="col">Filter</th>
            <th scope="col" class="number" title="Share of the products that have a value">Filled</th>
            <th scope="col" class="number">Values</th>
            <th scope="col">Split</th>
            <th scope="col">Advice</th>
          </tr>
        </thead>
        <tbody>
          @for (row of advice; track row.key) {
            <tr [class]="row.verdict">
              <th scope="row">
                {{ row.label }}
                @if (inPlan(row.key)) {
                  <small>in the plan</small>
                }
              </th>
              <td class="number figures">{{ row.coverage | percent }}</td>
              <td class="number figures">{{ row.values }}</td>
              <td>
                <span class="split" role="img" [attr.aria-label]="split(row)" [title]="split(row)">
                  @for (bar of bars(row); track $index) {
                    <i [style.block-size.%]="bar"></i>
                  }
                </span>
              </td>
              <td>
                <b>{{ verdicts[row.verdict] }}</b> {{ reason(row) }}
              </td>
            </tr>
          }
        </tbody>
      </table>
      <div class="line">
        <button type="button" class="choice add" [disabled]="!missing().length" (click)="putIn()">
          {{
            missing().length
              ? 'Put the ' + missing().length + ' recommended ones in'
              : 'All recommended ones are in'
          }}
        </button>
        <button type="button" class="choice" (click)="ask()">Count again</button>
        <button type="button" class="choice" (click)="rows.set(null)">Close</button>
      </div>
    } @else {
      <div class="line">
        <button type="button" class="choice" (click)="ask()">Which filters help here?</button>
        @if (waiting()) {
          <span class="unit">Counting …</span>
        }
      </div>
    }
    @if (problem(); as told) {
      <p class="bad" role="alert">{{ told.detail }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      margin: 8px 0;
    }
    caption {
      text-align: start;
      font-weight: 600;
      padding: 4px 0;
    }
    th,
    td {
      vertical-align: top;
    }
    small {
      display: block;
      color: var(--quiet);
    }
    .split {
      display: inline-flex;
      align-items: flex-end;
      gap: 1px;
      width: 60px;
      height: 22px;
    }
    .split i {
      flex: 1;
      min-height: 1px;
      background: var(--petrol);
    }
    .use b {
      color: var(--moss);
    }
    .leave {
      color: var(--quiet);
    }
    .leave .split i {
      background: var(--slate);
    }
    .bad {
      color: var(--vermilion);
    }
  `,
})
export class FacetAdviceTable {
  private readonly api = inject(ExplainApi);
  private readonly editor = inject(PlanEditor);
  protected readonly rows = signal<readonly FacetAdviceRow[] | null>(null);
  protected readonly aisle = signal('');
  protected readonly waiting = signal(false);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly verdicts: Readonly<Record<FacetAdviceRow['verdict'], string>> = {
    use: 'Use it.',
    maybe: 'Maybe.',
    leave: 'Leave it out.',
  };
  protected readonly missing = computed(() =>
    (this.rows() ?? []).filter(({ key, verdict }) => verdict === 'use' && !this.inPlan(key)),
  );

  protected readonly nothing = computed(() => (this.rows() ?? []).every(({ covered }) => covered === 0));

  protected inPlan(key: string): boolean {
    return this.editor.panel()?.facets.some((choice) => choice.key === key) ?? false;
  }

  protected ask(): void {
    const plan = this.editor.plan();
    if (!plan) return;
    const address = this.editor.address();
    this.waiting.set(true);
    this.problem.set(null);
    this.api.facets(plan, address).subscribe({
      next: (rows) => {
        this.waiting.set(false);
        this.rows.set(rows);
        this.aisle.set(address.split('?')[0]);
      },
      error: (problem: Problem) => {
        this.waiting.set(false);
        this.problem.set(problem);
      },
    });
  }

  /** The most frequent values as bars, the first one full. */
  protected bars({ top }: FacetAdviceRow): number[] {
    const [most] = top;
    return top.map(({ count }) => (count / most.count) * 100);
  }

  protected split({ top, evenness }: FacetAdviceRow): string {
    const named = top.slice(0, 4).map(({ value, count }) => `${value} ${count}`);
    return `${named.join(', ')}; evenness ${Math.round(evenness * 100)} of 100`;
  }

  protected reason({ reason }: FacetAdviceRow): string {
    return adviceWords(reason);
  }

  protected putIn(): void {
    const panel = this.editor.panel();
    const fresh = this.missing().map(({ key }) => facetChoice(key));
    if (panel) this.editor.editPanel('recommended filters', { facets: [...panel.facets, ...fresh] });
  }
}
