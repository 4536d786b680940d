import { ChangeDetectionStrategy, Component, effect, inject, input, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { GroupUses } from '@fond/contract';
import { CatalogueApi } from '../../api/catalogueApi';

/** Which plans, ranges and collections name a category, a tag or a product: what its end would change. */
@Component({
  selector: 'desk-group-uses',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    @if (uses(); as found) {
      @if (found.plans.length || found.ranges.length || found.collections.length || found.search) {
        <p>
          Named by
          @for (plan of found.plans; track plan.id) {
            <a [routerLink]="['/plans', plan.id]">{{ plan.name }}</a>{{ ' ' }}
          }
          @for (range of found.ranges; track range.id) {
            <a [routerLink]="['/ranges', range.id]">range {{ range.name }}</a
            >{{ ' ' }}
          }
          @for (collection of found.collections; track collection.id) {
            <a [routerLink]="['/collections', collection.id]">collection {{ collection.title }}</a
            >{{ ' ' }}
          }
          @if (found.search) {
            <a routerLink="/search" [queryParams]="{ part: 'answers' }">answers to searches</a>
          }
        </p>
      } @else {
        <p class="quiet">No plan, range, collection or answer to a search names it.</p>
      }
    }
  `,
  styles: `
    p {
      margin: 4px 0;
    }
    .quiet {
      color: var(--quiet);
    }
  `,
})
export class UsesList {
  private readonly api = inject(CatalogueApi);
  readonly of = input.required<'category' | 'tag' | 'product'>();
  /** Of a product, its article number. */
  readonly id = input.required<number | string>();
  protected readonly uses = signal<GroupUses | null>(null);

  constructor() {
    effect(() => {
      const [of, id] = [this.of(), this.id()];
      untracked(() => {
        this.uses.set(null);
        const asked =
          of === 'product' ? this.api.productUses(String(id)) : this.api.groupUses(of, Number(id));
        asked.subscribe({ next: (uses) => this.uses.set(uses), error: () => undefined });
      });
    });
  }
}
