import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { Subscription } from 'rxjs';
import type { Problem, ProductWhy } from '@fond/contract';
import { sayClause } from '@fond/core';
import { Api } from '../../api/api';
import { asking } from '../../api/asking';
import { ProductPicker } from '../../products/productPicker';
import { RangeVocabulary } from '../../ranges/rangeNames';
import { PlanEditor } from '../state/planEditor';
import { orderWords } from './words';

/** Any product: every clause it meets and fails, and for those on the shelf the place and what put them there. */
@Component({
  selector: 'desk-why-product',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ProductPicker],
  template: `
    <desk-product-picker verb="Why?" prompt="Any product, by name or number" (picked)="sku.set($event.sku)" />
    @if (problem(); as told) {
      <p class="bad" role="alert">{{ told.detail }}</p>
    }
    @if (why(); as answer) {
      <div class="answer" role="status">
        <p>
          <b>{{ answer.title }}</b>
          @if (answer.place; as at) {
            stands at place <b class="figures">{{ at.place }}</b> of {{ at.of }}, {{ placed(at) }}
          } @else if (!answer.inSource) {
            is not here: the source does not hold it.
          } @else {
            is not here.
          }
        </p>
        <ol>
          @for (line of lines(); track $index) {
            <li [class.no]="!line.meets">
              <span class="mark">{{ line.gone ? '–' : line.meets ? '✓ meets' : '✗ fails' }}</span>
              {{ line.said }}
              @if (line.first) {
                <em>the first that keeps it off</em>
              }
            </li>
          }
        </ol>
      </div>
    }
  `,
  styles: `
    .answer {
      padding: 6px 10px;
      background: var(--sheet);
      border-inline-start: 4px solid var(--petrol);
    }
    p {
      margin: 2px 0;
    }
    ol {
      list-style: none;
      margin: 4px 0 0;
      padding: 0;
    }
    .mark {
      display: inline-block;
      width: 66px;
      color: var(--moss);
    }
    .no .mark,
    .bad {
      color: var(--vermilion);
    }
    em {
      color: var(--quiet);
    }
  `,
})
export class WhyProduct {
  private readonly api = inject(Api);
  private readonly editor = inject(PlanEditor);
  private readonly words = inject(RangeVocabulary);
  protected readonly sku = signal<string | null>(null);
  protected readonly why = signal<ProductWhy | null>(null);
  protected readonly problem = signal<Problem | null>(null);

  protected readonly lines = computed(() => {
    const answer = this.why();
    const clauses = this.editor.shelf()?.range.clauses ?? [];
    return (answer?.clauses ?? []).flatMap(({ meets, fault }, at) => {
      const clause = clauses.at(at);
      return clause
        ? [
            {
              meets,
              gone: fault !== null,
              said: sayClause(clause, this.words.names()),
              first: answer?.firstFailed === at,
            },
          ]
        : [];
    });
  });

  constructor() {
    asking(
      () => {
        const [sku, plan, address] = [this.sku(), this.editor.plan(), this.editor.address()];
        return sku && plan ? { sku, plan, address } : null;
      },
      ({ sku, plan, address }) => this.ask(sku, plan, address),
    );
  }

  private ask(sku: string, plan: NonNullable<ReturnType<PlanEditor['plan']>>, address: string): Subscription {
    this.problem.set(null);
    return this.api.explainProduct(plan, address, sku).subscribe({
      next: (answer) => this.why.set(answer),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  /** What put it there, and where the keys alone would have. */
  protected placed(at: NonNullable<ProductWhy['place']>): string {
    const keys = orderWords(this.editor.shelf()?.order.levels ?? []);
    if (at.by === 'pin') return `held there by a pin; sorted by ${keys} it would be at ${at.byKeys}.`;
    if (at.by === 'spread')
      return `moved up so that too many of a kind don’t stand in a row; sorted by ${keys} it would be at ${at.byKeys}.`;
    return at.place === at.byKeys
      ? `sorted by ${keys}.`
      : `sorted by ${keys}, where it would be at ${at.byKeys} without the pins and the spread around it.`;
  }
}
