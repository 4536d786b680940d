import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { FacetModel, PageModel } from '@fond/core';
import { shopHref, ShopState } from '../state/shopState';

/** Parts of a parameter that a plain form can send; the server puts them together into one address. */
@Component({
  selector: 'shop-price-range',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let range = facet().range!;
    <div class="histogram" role="img" [attr.aria-label]="summary()">
      @for (bar of bars(); track bar.from) {
        <span [style.height.%]="bar.share" [class.outside]="bar.outside" [title]="bar.title"></span>
      }
    </div>
    <form class="range" method="get" [action]="action()">
      @for (field of hidden(); track field.name) {
        <input type="hidden" [name]="field.name" [value]="field.value" />
      }
      <label>
        <span>{{ words().from }}</span>
        <input
          type="number"
          inputmode="decimal"
          [name]="facet().key + '.from'"
          min="0"
          step="any"
          [value]="range.from ?? ''"
          [placeholder]="floor(range.min)"
        />
      </label>
      <label>
        <span>{{ words().to }}</span>
        <input
          type="number"
          inputmode="decimal"
          [name]="facet().key + '.to'"
          min="0"
          step="any"
          [value]="range.to ?? ''"
          [placeholder]="ceil(range.max)"
        />
      </label>
      <button type="submit">{{ words().apply }}</button>
    </form>
  `,
})
export class PriceRange {
  readonly facet = input.required<FacetModel>();
  readonly page = input.required<PageModel>();
  protected readonly words = inject(ShopState).words;

  protected readonly bars = computed(() => {
    const { buckets, from, to } = this.facet().range!;
    const most = Math.max(1, ...buckets.map((bucket) => bucket.count));
    return buckets.map((bucket) => ({
      from: bucket.from,
      share: bucket.count ? Math.max(6, (bucket.count / most) * 100) : 0,
      outside: (from !== null && bucket.to <= from) || (to !== null && bucket.from > to),
      title: `${bucket.from}–${bucket.to}: ${this.words().products(bucket.count)}`,
    }));
  });
  protected readonly summary = computed(() => {
    const { min, max } = this.facet().range!;
    return `${this.facet().label}: ${min} – ${max}`;
  });
  protected readonly action = computed(() => shopHref(this.page().href.split('?')[0]));

  /** The rest of the state, so that sending the form loses nothing of it. */
  protected readonly hidden = computed(() => {
    const query = new URLSearchParams(this.page().href.split('?')[1] ?? '');
    query.delete(this.facet().key);
    query.delete('page');
    return [...query].map(([name, value]) => ({ name, value }));
  });

  protected floor(value: number): string {
    return String(Math.floor(value));
  }

  protected ceil(value: number): string {
    return String(Math.ceil(value));
  }
}
