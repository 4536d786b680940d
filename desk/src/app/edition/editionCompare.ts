import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { type Blend, sayRange, type RangeRule } from '@fond/core';
import { Api } from '../api/api';
import { failureOf } from '../api/problem';
import { AisleMoves } from '../publishing/aisleMoves';
import { PlanDifference } from '../publishing/planDifference';
import { blendWords } from '../wording/blendWords';
import { RangeVocabulary } from '../wording/rangeNames';

const WHAT = { added: 'is new', removed: 'is gone', changed: 'says otherwise' } as const;

/** What the second of two editions says otherwise than the first one: what came, or what going back would change. */
@Component({
  selector: 'desk-edition-compare',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatProgressBarModule, AisleMoves, PlanDifference],
  template: `
    <section [attr.aria-label]="'Editions ' + from() + ' and ' + to()">
      <h2>
        From edition <b class="figures">{{ from() }}</b> to <b class="figures">{{ to() }}</b>
        @if (to() < from()) {
          <button mat-flat-button type="button" (click)="restored.emit()">Restore edition {{ to() }}</button>
        }
        <button mat-button type="button" (click)="closed.emit()">Close</button>
      </h2>
      @if (to() < from()) {
        <p>This is what going back would change. Campaigns and trials that run now go on over it.</p>
      }
      @if (read.isLoading()) {
        <mat-progress-bar mode="indeterminate" aria-label="Comparing" />
      }
      @if (problem(); as told) {
        <p class="trouble" role="alert">
          <strong>{{ told.title }}.</strong> {{ told.detail }}
        </p>
      }
      @if (found(); as differs) {
        <div class="two">
          <div>
            @for (plan of differs.plans; track plan.id) {
              <h3>
                {{ plan.name }} <small>{{ what[plan.what] }}</small>
              </h3>
              <desk-difference [before]="plan.before" [after]="plan.after" />
            } @empty {
              <p>The plans say the same.</p>
            }
            @for (range of differs.ranges; track range.name) {
              <h3>
                {{ range.name }} <small>saved range, {{ what[whatOf(range)] }}</small>
              </h3>
              @if (range.before; as rule) {
                <p>
                  <del>{{ said(rule) }}</del>
                </p>
              }
              @if (range.after; as rule) {
                <p>
                  <strong>{{ said(rule) }}</strong>
                </p>
              }
            }
            @for (blend of differs.blends; track blend.name) {
              <h3>
                {{ blend.name }} <small>blend, {{ what[whatOf(blend)] }}</small>
              </h3>
              @if (blend.before; as factors) {
                <p>
                  <del>{{ weighed(factors) }}</del>
                </p>
              }
              @if (blend.after; as factors) {
                <p>
                  <strong>{{ weighed(factors) }}</strong>
                </p>
              }
            }
          </div>
          <div>
            <h3>
              {{ differs.changes.length }}
              {{ differs.changes.length === 1 ? 'aisle looks' : 'aisles look' }} different
            </h3>
            <desk-aisle-moves [changes]="differs.changes" [links]="true" />
          </div>
        </div>
      }
    </section>
  `,
  styles: `
    section {
      margin-bottom: 18px;
      padding: 10px 18px 16px;
      background: var(--sheet);
      border-top: 3px solid var(--ticket);
    }
    h2 {
      display: flex;
      align-items: center;
      gap: 6px;
      margin: 0 0 4px;
      font: 600 22px/1.2 var(--condensed);
    }
    h2 button:first-of-type {
      margin-inline-start: auto;
    }
    h3 {
      margin: 10px 0 4px;
      font: 600 18px/1.2 var(--condensed);
    }
    h3 small {
      color: var(--quiet);
      font: 400 14px var(--text);
    }
    .two {
      display: grid;
      grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
      gap: 28px;
    }
    .trouble {
      color: var(--vermilion);
    }
  `,
})
export class EditionCompare {
  private readonly api = inject(Api);
  readonly from = input.required<number>();
  readonly to = input.required<number>();
  readonly closed = output();
  /** An earlier edition is compared with what came later, and that is to be undone. */
  readonly restored = output();
  protected readonly what = WHAT;
  private readonly names = inject(RangeVocabulary).names;

  protected said(rule: RangeRule): string {
    return sayRange(rule, this.names());
  }

  protected weighed(factors: Blend['factors']): string {
    return blendWords(factors, this.names());
  }

  protected whatOf({
    before,
    after,
  }: {
    readonly before: unknown;
    readonly after: unknown;
  }): keyof typeof WHAT {
    return before === null ? 'added' : after === null ? 'removed' : 'changed';
  }

  protected readonly read = rxResource({
    params: () => ({ from: this.from(), to: this.to() }),
    stream: ({ params }) => this.api.compareEditions(params.from, params.to),
  });
  protected readonly found = computed(() => (this.read.hasValue() ? this.read.value() : null));
  protected readonly problem = computed(() => failureOf(this.read.error()));
}
