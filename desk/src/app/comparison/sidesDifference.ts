import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { type Blend, sayRange, type RangeRule } from '@fond/core';
import { ComparisonApi } from '../api/comparisonApi';
import { failureOf } from '../api/problem';
import { AisleMoves } from '../publishing/aisleMoves';
import { PlanDifference } from '../publishing/planDifference';
import { blendWords } from '../wording/blendWords';
import { RangeVocabulary } from '../wording/rangeNames';

const WHAT = { added: 'is new', removed: 'is gone', changed: 'says otherwise' } as const;

/** What the second of two states of the shop says otherwise than the first: plan by plan, and the aisles that look different. */
@Component({
  selector: 'desk-sides-difference',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AisleMoves, MatProgressBarModule, PlanDifference],
  template: `
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
                <del>{{ sentenceOf(rule) }}</del>
              </p>
            }
            @if (range.after; as rule) {
              <p>
                <strong>{{ sentenceOf(rule) }}</strong>
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
          <desk-aisle-moves
            [changes]="differs.changes"
            [links]="links()"
            [shown]="shown()"
            (chosen)="chosen.emit($event)"
          />
        </div>
      </div>
    }
  `,
  styles: `
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
export class SidesDifference {
  private readonly api = inject(ComparisonApi);
  /** Names of the states, such as `edition:12` or `live`. */
  readonly from = input.required<string>();
  readonly to = input.required<string>();
  /** Whether aisles lead to what shoppers see, where none is looked at here. */
  readonly links = input(false);
  /** Path of the aisle that is looked at. */
  readonly shown = input<string | null>(null);
  readonly chosen = output<string>();
  protected readonly what = WHAT;
  private readonly names = inject(RangeVocabulary).names;

  protected sentenceOf(rule: RangeRule): string {
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
    stream: ({ params }) => this.api.sides(params.from, params.to),
  });
  protected readonly found = computed(() => (this.read.hasValue() ? this.read.value() : null));
  protected readonly problem = computed(() => failureOf(this.read.error()));
}
