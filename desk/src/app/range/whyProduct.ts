import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { Subscription } from 'rxjs';
import type { Problem, ProductWhy } from '@fond/contract';
import { sayClause, saySource, type Clause } from '@fond/core';
import { ExplainApi } from '../api/explainApi';
import { asking } from '../api/asking';
import { ProductPicker } from '../product/productPicker';
import { RangeVocabulary } from '../wording/rangeNames';
import { PlanEditor } from '../draft/planEditor';
import { placedWords } from '../wording/placedWords';
import { PlaceTable } from './placeTable';

/** Any product: every clause it meets and fails, and for those on the shelf the place and what put them there. */
@Component({
  selector: 'desk-why-product',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgTemplateOutlet, PlaceTable, ProductPicker],
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
            stands at place <b class="figures">{{ at.place }}</b> of {{ at.of }}, {{ placed() }}
            @if (at.shown !== null && at.place > at.shown) {
              Only the first {{ at.shown }} are shown, so shoppers don’t see it here.
            }
          } @else if (!answer.inSource && !answer.saved) {
            is not here: it is not among {{ source() }}.
          } @else {
            is not here.
          }
        </p>
        @if (answer.place; as at) {
          <desk-place-table [place]="at" [title]="answer.title" />
        }
        @if (answer.saved; as saved) {
          <p>
            The range “{{ saved.name }}” {{ saved.inside ? 'holds it' : 'does not hold it' }}
            @if (!saved.inSource) {
              , as it is not among {{ savedSource() }}
            }
            .
          </p>
          <ol>
            @for (line of savedLines(); track $index) {
              <ng-container [ngTemplateOutlet]="clause" [ngTemplateOutletContext]="{ line }" />
            }
          </ol>
        }
        <ol>
          @for (line of lines(); track $index) {
            <ng-container [ngTemplateOutlet]="clause" [ngTemplateOutletContext]="{ line }" />
          }
        </ol>
        <ng-template #clause let-line="line">
          <li [class.no]="!line.meets">
            <span class="mark">{{ line.gone ? '–' : line.meets ? '✓ meets' : '✗ fails' }}</span>
            {{ line.said }}
            @if (line.first) {
              <em>the first that keeps it off</em>
            }
          </li>
        </ng-template>
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
  private readonly api = inject(ExplainApi);
  private readonly editor = inject(PlanEditor);
  private readonly words = inject(RangeVocabulary);
  protected readonly sku = signal<string | null>(null);
  protected readonly why = signal<ProductWhy | null>(null);
  protected readonly problem = signal<Problem | null>(null);

  /** A promoting shelf; the aisle's own where none is named. */
  readonly fixtureId = input<string>();
  private readonly shelf = computed(() => {
    const id = this.fixtureId();
    if (id === undefined) {
      const shelf = this.editor.shelf();
      return shelf && { range: shelf.range };
    }
    const fixture = this.editor.plan()?.fixtures.find((one) => one.id === id);
    return fixture?.type === 'promotion' ? fixture : undefined;
  });
  protected readonly placed = computed(() => {
    const place = this.why()?.place;
    return place ? placedWords(place, this.words.names()) : '';
  });
  protected readonly source = computed(() => {
    const range = this.shelf()?.range;
    return range ? saySource(range.source, this.words.names()) : '';
  });
  protected readonly savedSource = computed(() => {
    const saved = this.why()?.saved;
    return saved ? saySource(saved.rule.source, this.words.names()) : '';
  });
  protected readonly lines = computed(() => this.linesOf(this.why(), this.shelf()?.range.clauses ?? []));
  protected readonly savedLines = computed(() => {
    const saved = this.why()?.saved ?? null;
    return this.linesOf(saved, saved?.rule.clauses ?? []);
  });

  private linesOf(
    answer: Pick<ProductWhy, 'clauses' | 'firstFailed'> | null,
    clauses: readonly Clause[],
  ): { meets: boolean; gone: boolean; said: string; first: boolean }[] {
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
  }

  constructor() {
    asking(
      () => {
        this.fixtureId();
        const [sku, plan, address] = [this.sku(), this.editor.plan(), this.editor.address()];
        return sku && plan ? { sku, plan, address } : null;
      },
      ({ sku, plan, address }) => this.ask(sku, plan, address),
    );
  }

  private ask(sku: string, plan: NonNullable<ReturnType<PlanEditor['plan']>>, address: string): Subscription {
    this.problem.set(null);
    return this.api.product(plan, address, sku, this.fixtureId()).subscribe({
      next: (answer) => this.why.set(answer),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }
}
