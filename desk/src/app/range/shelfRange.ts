import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { Subscription } from 'rxjs';
import type { Problem } from '@fond/contract';
import type { RangeRule, RangeSource, Sieve } from '@fond/core';
import { ExplainApi } from '../api/explainApi';
import { asking } from '../api/asking';
import { NamedProducts } from '../product/namedProducts';
import { ClauseList } from './clauseList';
import { rangesFeature } from '../store/ranges.feature';
import { PlanEditor } from '../draft/planEditor';

/** The range of a promoting shelf, with what is left after every clause in the aisle that is looked at. */
@Component({
  selector: 'desk-shelf-range',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ClauseList, NamedProducts],
  template: `
    @let rule = range();
    <div class="line">
      <span>Products</span>
      <select aria-label="Source" (change)="source($any($event.target).value)">
        @if (product() !== null) {
          <option value="linked:with" [selected]="linked() === 'with'">that go well with the product</option>
          <option value="linked:instead" [selected]="linked() === 'instead'">to take instead of it</option>
          <option value="related" [selected]="rule.source.kind === 'related'">close to the product</option>
        }
        <option value="aisle" [selected]="rule.source.kind === 'aisle'">
          {{ product() === null ? 'of the aisle' : 'of its main category' }}
        </option>
        <option value="catalogue" [selected]="rule.source.kind === 'catalogue'">of the whole shop</option>
        @if (ofShopper()) {
          <option value="recent" [selected]="rule.source.kind === 'recent'">
            the shopper looked at last
          </option>
        }
        <option value="named" [selected]="rule.source.kind === 'named'">named one by one</option>
        @for (one of ranges(); track one.id) {
          <option [value]="'saved:' + one.id" [selected]="savedId() === one.id">{{ one.name }}</option>
        }
      </select>
      @if (rule.source.kind !== 'recent') {
        <b class="figures" [class.turned]="sieve()?.count === 0">{{ sieve()?.count ?? '…' }}</b>
      }
    </div>
    @if (rule.source.kind === 'named') {
      <desk-named-products
        [skus]="rule.source.skus"
        (changed)="change({ source: { kind: 'named', skus: $event } })"
      />
    }
    <desk-clauses
      [clauses]="rule.clauses"
      [steps]="sieve()?.steps ?? null"
      [source]="sieve()?.source ?? 0"
      (changed)="change({ clauses: $event })"
    />
    @if (rule.source.kind === 'recent') {
      <p class="hint">
        Each shopper’s browser keeps what it has shown them, and asks for it when the shelf comes into view.
        Who has looked at nothing yet sees no shelf.
      </p>
    } @else if (sieve()?.count === 0) {
      <p class="hint">
        Nothing is left here, so shoppers see neither the shelf nor its heading.
        @if (linked()) {
          Link products to it on its own sheet, under “Goes with”.
        } @else if (rule.source.kind === 'named' && !rule.source.skus.length) {
          Name the products that shall stand on it.
        } @else {
          Take away the clause that leaves nothing.
        }
      </p>
    }
    @if (problem(); as told) {
      <p class="turned" role="alert">{{ told.errors?.[0]?.message ?? told.detail }}</p>
    }
  `,
})
export class ShelfRange {
  private readonly api = inject(ExplainApi);
  private readonly editor = inject(PlanEditor);
  readonly range = input.required<RangeRule>();
  /** Address of the product for which a shelf of product pages is counted; null for a shelf of an aisle. */
  readonly product = input<string | null>(null);
  /** Whether it may show what each shopper has looked at. */
  readonly ofShopper = input(false);
  readonly changed = output<RangeRule>();
  protected readonly ranges = inject(Store).selectSignal(rangesFeature.selectRanges);
  protected readonly sieve = signal<Sieve | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly savedId = computed(() => {
    const { source } = this.range();
    return source.kind === 'saved' ? source.range : null;
  });

  protected readonly linked = computed(() => {
    const { source } = this.range();
    return source.kind === 'linked' ? source.as : null;
  });

  constructor() {
    asking(
      () => ({ rule: this.range(), address: this.product() ?? this.editor.address() }),
      ({ rule, address }) => this.count(rule, address),
    );
  }

  private count(rule: RangeRule, address: string): Subscription {
    return this.api.range(rule, address).subscribe({
      next: (sieve) => {
        this.sieve.set(sieve);
        this.problem.set(null);
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected change(change: Partial<RangeRule>): void {
    this.changed.emit({ ...this.range(), ...change });
  }

  protected source(choice: string): void {
    const sources: Readonly<Record<string, RangeSource>> = {
      aisle: { kind: 'aisle', below: true, main: false },
      catalogue: { kind: 'catalogue' },
      named: { kind: 'named', skus: [] },
      related: { kind: 'related' },
      recent: { kind: 'recent' },
      'linked:with': { kind: 'linked', as: 'with' },
      'linked:instead': { kind: 'linked', as: 'instead' },
    };
    this.change({ source: sources[choice] ?? { kind: 'saved', range: choice.slice('saved:'.length) } });
  }
}
