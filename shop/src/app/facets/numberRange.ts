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
import { shopHref, ShopState } from '../state/shopState';
import { StateFields } from './stateFields';

/**
 * Numbers from … to: a histogram, two handles under it, and two fields. A plain form sends the fields, and the server puts
 * them together into one address; the handles move the fields, so they only appear once there is a script to do it.
 */
@Component({
  selector: 'shop-number-range',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [StateFields],
  template: `
    @let range = facet().range!;
    <form class="range" method="get" [action]="action()" #form>
      <div class="slider">
        <div class="histogram" role="img" [attr.aria-label]="summary()">
          @for (bar of bars(); track bar.from) {
            <span [style.height.%]="bar.share" [class.outside]="bar.outside" [title]="bar.title"></span>
          }
        </div>
        @if (live()) {
          <input
            type="range"
            [attr.aria-label]="facet().label + ', ' + words().from"
            [min]="floor()"
            [max]="ceil()"
            [step]="step()"
            [value]="from()"
            (input)="dragged('from', $any($event.target))"
            (change)="send(form)"
          />
          <input
            type="range"
            [attr.aria-label]="facet().label + ', ' + words().to"
            [min]="floor()"
            [max]="ceil()"
            [step]="step()"
            [value]="to()"
            (input)="dragged('to', $any($event.target))"
            (change)="send(form)"
          />
        }
      </div>
      <shop-state-fields [page]="page()" [leave]="facet().key" />
      <label>
        <span>{{ words().from }}</span>
        <input
          type="number"
          inputmode="decimal"
          [name]="facet().key + '.from'"
          min="0"
          step="any"
          [value]="dragging()?.from ?? range.from ?? ''"
          [placeholder]="floor()"
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
          [value]="dragging()?.to ?? range.to ?? ''"
          [placeholder]="ceil()"
        />
      </label>
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
  /** Where the handles are while they are moved; null is the end of the scale. It holds for one state of the page only. */
  private readonly moved = signal<{ of: FacetModel; from: number | null; to: number | null } | null>(null);
  protected readonly dragging = computed(() => {
    const moved = this.moved();
    return moved?.of === this.facet() ? moved : null;
  });

  protected readonly floor = computed(() => Math.floor(this.facet().range!.min));
  protected readonly ceil = computed(() => Math.ceil(this.facet().range!.max));
  protected readonly step = computed(() => (this.ceil() - this.floor() > 20 ? 1 : 0.1));
  protected readonly from = computed(() => {
    const { from } = this.dragging() ?? this.facet().range!;
    return from ?? this.floor();
  });
  protected readonly to = computed(() => {
    const { to } = this.dragging() ?? this.facet().range!;
    return to ?? this.ceil();
  });

  protected readonly bars = computed(() => {
    const { buckets } = this.facet().range!;
    const { from, to } = this.dragging() ?? this.facet().range!;
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

  /** A handle stops at the other one; at an end of the scale its side is open. */
  protected dragged(side: 'from' | 'to', handle: HTMLInputElement): void {
    const at = Number(handle.value);
    const value = side === 'from' ? Math.min(at, this.to()) : Math.max(at, this.from());
    handle.value = String(value);
    const open = value === (side === 'from' ? this.floor() : this.ceil());
    const range = this.dragging() ?? this.facet().range!;
    this.moved.set({ of: this.facet(), from: range.from, to: range.to, [side]: open ? null : value });
  }
}
