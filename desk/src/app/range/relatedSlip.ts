import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Subscription } from 'rxjs';
import type { Problem } from '@fond/contract';
import { USUAL_RELATED, type RangeRule, type RangeSource, type RelatedShelf, type Sieve } from '@fond/core';
import { Api } from '../api/api';
import { asking } from '../api/asking';
import { NamedProducts } from '../product/namedProducts';
import { ClauseList } from './clauseList';
import { rangesFeature } from '../store/ranges.feature';
import { planFeature } from '../draft/plan.feature';
import { PlanEditor } from '../draft/planEditor';
import { Stepper } from '../field/stepper';

/** What stands below a product, on the pages of the products whose main category the plan serves. */
@Component({
  selector: 'desk-related-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ClauseList, NamedProducts, Stepper],
  template: `
    <div class="line">
      <label
        ><input type="checkbox" [checked]="related() !== null" (change)="toggle()" /> show other products
        below a product</label
      >
    </div>
    @if (related(); as shelf) {
      <div class="line">
        <span>At most</span>
        <desk-stepper
          [value]="shelf.most"
          [least]="1"
          [most]="12"
          label="Products below a product"
          (changed)="change({ most: $event })"
        />
        <label class="grow"
          >under
          <input
            class="field"
            maxlength="80"
            [attr.aria-label]="'Heading, ' + editor.lang()"
            placeholder="the shop’s own words"
            [value]="heading(shelf)"
            (input)="write($any($event.target).value)"
        /></label>
      </div>
      <fieldset>
        <legend>Products</legend>
        @for (choice of sources; track choice.kind) {
          <label
            ><input
              type="radio"
              name="related"
              [checked]="shelf.range.source.kind === choice.kind"
              (change)="source(choice.make())"
            />{{ choice.name }}</label
          >
        }
        @if (ranges()?.length) {
          <label
            ><input type="radio" name="related" [checked]="shelf.range.source.kind === 'saved'" disabled />of
            a saved range
            <select aria-label="Saved range below a product" (change)="saved($any($event.target).value)">
              <option value="" [selected]="shelf.range.source.kind !== 'saved'">choose …</option>
              @for (range of ranges(); track range.id) {
                <option
                  [value]="range.id"
                  [selected]="shelf.range.source.kind === 'saved' && shelf.range.source.range === range.id"
                >
                  {{ range.name }}
                </option>
              }
            </select>
          </label>
        }
      </fieldset>
      @if (shelf.range.source.kind === 'named') {
        <desk-named-products
          [skus]="shelf.range.source.skus"
          (changed)="source({ kind: 'named', skus: $event })"
        />
      }
      <desk-clauses
        [clauses]="shelf.range.clauses"
        [steps]="sieve()?.steps ?? null"
        [source]="sieve()?.source ?? 0"
        (changed)="range({ clauses: $event })"
      />
      @if (problem(); as told) {
        <p class="turned" role="alert">{{ told.errors?.[0]?.message ?? told.detail }}</p>
      }
      @if (product(); as page) {
        <p class="hint">
          Counted for
          @if (onProduct()) {
            the product in the window: {{ sieve()?.count ?? '…' }}, itself aside.
          } @else {
            the first product in the window: {{ sieve()?.count ?? '…' }}.
            <button type="button" class="choice" (click)="see(page)">See its page in the window</button>
          }
          What is related shares categories, collections, tags and attributes; what few products share counts
          for more.
        </p>
      }
    }
  `,
})
export class RelatedSlip {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly store = inject(Store);
  protected readonly editor = inject(PlanEditor);
  protected readonly ranges = this.store.selectSignal(rangesFeature.selectRanges);
  private readonly model = this.store.selectSignal(planFeature.selectShelfModel);
  protected readonly related = computed(() => this.editor.plan()?.related ?? null);
  protected readonly sieve = signal<Sieve | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly onProduct = computed(() => this.editor.address().startsWith('/products/'));
  /** Address of the product that is counted for. */
  protected readonly product = computed(() =>
    this.onProduct() ? this.editor.address() : (this.model()?.cards[0]?.href ?? null),
  );

  protected readonly sources: readonly {
    kind: RangeSource['kind'];
    name: string;
    make: () => RangeSource;
  }[] = [
    { kind: 'related', name: 'related to the product', make: () => ({ kind: 'related' }) },
    {
      kind: 'aisle',
      name: 'of its main category, as the shelf is sorted',
      make: () => ({ kind: 'aisle', below: true, main: false }),
    },
    {
      kind: 'catalogue',
      name: 'of the whole shop, as the shelf is sorted',
      make: () => ({ kind: 'catalogue' }),
    },
    { kind: 'named', name: 'named one by one', make: () => ({ kind: 'named', skus: [] }) },
  ];

  constructor() {
    asking(
      () => {
        const [rule, product] = [this.related()?.range, this.product()];
        return rule && product ? { rule, product } : null;
      },
      ({ rule, product }) => this.count(rule, product),
    );
  }

  private count(rule: RangeRule, product: string): Subscription {
    return this.api.explainRange(rule, product).subscribe({
      next: (sieve) => {
        this.sieve.set(sieve);
        this.problem.set(null);
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected toggle(): void {
    this.put('products below a product', this.related() ? null : USUAL_RELATED);
  }

  private put(what: string, related: RelatedShelf | null): void {
    this.editor.edit(what, (plan) => ({ ...plan, related }));
  }

  protected change(change: Partial<RelatedShelf>, what = 'products below a product'): void {
    const related = this.related();
    if (related) this.put(what, { ...related, ...change });
  }

  protected range(change: Partial<RangeRule>): void {
    const related = this.related();
    if (related) this.change({ range: { ...related.range, ...change } }, 'range below a product');
  }

  protected source(source: RangeSource): void {
    this.range({ source });
  }

  protected saved(range: string): void {
    if (range) this.source({ kind: 'saved', range });
  }

  protected heading({ heading }: RelatedShelf): string {
    const own: string | undefined = heading[this.editor.lang()];
    return own ?? '';
  }

  protected write(text: string): void {
    const { [this.editor.lang()]: _, ...others } = this.related()?.heading ?? {};
    this.change(
      { heading: text.trim() ? { ...others, [this.editor.lang()]: text } : others },
      'heading below a product',
    );
  }

  protected see(product: string): void {
    void this.router.navigate([], { queryParams: { aisle: product }, queryParamsHandling: 'merge' });
  }
}
