import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Problem, ProductLine, RangeProducts as Listed } from '@fond/contract';
import { sayClause, type RangeRule } from '@fond/core';
import { Api } from '../api/api';
import { asking } from '../api/asking';
import { Choices } from '../field/choices';
import { ProductPicker } from '../product/productPicker';
import { RangeVocabulary } from '../wording/rangeNames';

const WINDOW = 48;

/** The products of a range in an aisle, as cards or as a table; and why any product is among them, or not. */
@Component({
  selector: 'desk-range-products',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choices, ProductPicker, RouterLink],
  templateUrl: './rangeProducts.html',
  styleUrl: './rangeProducts.scss',
})
export class RangeProducts {
  private readonly api = inject(Api);
  private readonly words = inject(RangeVocabulary);
  readonly rule = input.required<RangeRule>();
  /** Path of the aisle. */
  readonly aisle = input.required<string>();

  protected readonly views = [
    { value: 'cards', name: 'cards' },
    { value: 'table', name: 'table' },
  ] as const;
  protected readonly view = signal<'cards' | 'table'>('cards');
  private readonly size = signal(WINDOW);
  protected readonly sku = signal<string | null>(null);
  protected readonly listed = signal<Listed | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly more = computed(() => {
    const listed = this.listed();
    return listed ? Math.min(WINDOW, listed.total - listed.products.length, 200 - this.size()) : 0;
  });
  protected readonly lines = computed(() =>
    (this.listed()?.why?.clauses ?? []).map(({ meets, fault }, at) => ({
      meets,
      gone: fault !== null,
      said: sayClause(this.rule().clauses[at], this.words.names()),
      first: this.listed()?.why?.firstFailed === at,
    })),
  );

  constructor() {
    // Another rule has other products; what was asked after is asked anew.
    effect(() => {
      this.rule();
      this.aisle();
      untracked(() => this.size.set(WINDOW));
    });
    asking(
      () => ({
        rule: this.rule(),
        address: this.aisle(),
        from: 0,
        size: this.size(),
        ...(this.sku() !== null && { sku: this.sku()! }),
      }),
      (question) =>
        this.api.rangeProducts(question).subscribe({
          next: (listed) => {
            this.listed.set(listed);
            this.problem.set(null);
          },
          error: (problem: Problem) => this.problem.set(problem),
        }),
    );
  }

  protected showMore(): void {
    this.size.update((size) => Math.min(200, size + WINDOW));
  }

  protected price({ price }: ProductLine): string {
    return price === null ? 'on request' : price.toFixed(2);
  }

  protected stock({ stock, inStock }: ProductLine): string {
    if (stock === null) return inStock ? 'not counted' : 'none';
    return String(stock);
  }
}
