import {
  afterNextRender,
  ChangeDetectionStrategy,
  ChangeDetectorRef,
  Component,
  computed,
  inject,
  input,
  signal,
} from '@angular/core';
import type { FacetModel, PageModel } from '@fond/core';
import { Typed } from '../forms/typed';
import { shopHref, ShopState } from '../state/shopState';
import { StateFields } from './stateFields';

/**
 * Numbers from … to: a histogram, two handles under it, and two fields. A plain form sends the fields, and the server puts
 * them together into one address; the handles move the fields, so they only appear once there is a script to do it.
 */
@Component({
  selector: 'shop-number-range',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [StateFields, Typed],
  template: `
    <form class="range" method="get" [action]="action()" #form>
      <div class="slider">
        <div class="histogram" role="img" [attr.aria-label]="summary()">
          @for (bar of bars(); track bar.from) {
            <span [style.height.%]="bar.share" [class.outside]="bar.outside" [title]="bar.title"></span>
          }
        </div>
        @if (live()) {
          @for (end of ends; track end) {
            <input
              type="range"
              [attr.aria-label]="facet().label + ', ' + words()[end]"
              [min]="scale().from"
              [max]="scale().to"
              [step]="step()"
              [value]="at()[end]"
              (input)="dragged(end, $any($event.target))"
              (change)="send(form)"
            />
          }
        }
      </div>
      <shop-state-fields [page]="page()" [leave]="facet().key" />
      @for (end of ends; track end) {
        <label>
          <span>{{ words()[end] }}</span>
          <input
            type="number"
            inputmode="decimal"
            [name]="facet().key + '.' + end"
            min="0"
            step="any"
            [shopValue]="bounds()[end] ?? ''"
            [placeholder]="scale()[end]"
          />
        </label>
      }
      <button type="submit">{{ words().apply }}</button>
    </form>
  `,
})
export class NumberRange {
  readonly facet = input.required<FacetModel>();
  readonly page = input.required<PageModel>();
  protected readonly words = inject(ShopState).words;
  private readonly changes = inject(ChangeDetectorRef);
  protected readonly live = signal(false);
  protected readonly ends = ['from', 'to'] as const;
  /** Where the handles are while they are moved. It holds for one state of the page only. */
  private readonly moved = signal<({ of: FacetModel } & Bounds) | null>(null);
  /** What is chosen, or just being dragged; null is the end of the scale. */
  protected readonly bounds = computed((): Bounds => {
    const moved = this.moved();
    return moved?.of === this.facet() ? moved : this.facet().range!;
  });

  protected readonly scale = computed(() => {
    const { min, max } = this.facet().range!;
    return { from: Math.floor(min), to: Math.ceil(max) };
  });
  protected readonly step = computed(() => (this.scale().to - this.scale().from > 20 ? 1 : 0.1));
  protected readonly at = computed(() => ({
    from: this.bounds().from ?? this.scale().from,
    to: this.bounds().to ?? this.scale().to,
  }));

  protected readonly bars = computed(() => {
    const { buckets } = this.facet().range!;
    const { from, to } = this.bounds();
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

  constructor() {
    afterNextRender(() => this.live.set(true));
  }

  /** The fields have to hold what the handles say before they are read. */
  protected send(form: HTMLFormElement): void {
    this.changes.detectChanges();
    form.requestSubmit();
  }

  /** A handle stops at the other one; at its end of the scale its side is open. */
  protected dragged(end: keyof Bounds, handle: HTMLInputElement): void {
    const { from, to } = this.at();
    const at = Number(handle.value);
    const value = end === 'from' ? Math.min(at, to) : Math.max(at, from);
    handle.value = String(value);
    const bounds = this.bounds();
    const bound = value === this.scale()[end] ? null : value;
    this.moved.set({ of: this.facet(), from: bounds.from, to: bounds.to, [end]: bound });
  }
}

interface Bounds {
  from: number | null;
  to: number | null;
}
