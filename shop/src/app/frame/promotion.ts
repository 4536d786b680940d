import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import type { FixtureModel } from '@fond/core';
import { Cards } from '../card/cards';
import { ShopState } from '../state/shopState';

/**
 * A shelf beside the aisle's own. A carousel is a row that scrolls and snaps, so it can be swiped, turned by keyboard and
 * read whole without JavaScript; with it there are buttons, and it moves on by itself if it shall and readers let it.
 */
@Component({
  selector: 'shop-promotion',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cards],
  template: `
    @let one = model();
    <section class="promotion" [attr.aria-label]="one.heading || null">
      @if (one.heading || turning()) {
        <div class="promotion-head">
          @if (one.heading) {
            <h2>{{ one.heading }}</h2>
          }
          @if (turning()) {
            <p class="turns">
              <button type="button" (click)="turn(-1)" [attr.aria-label]="words().previous">‹</button>
              <button type="button" (click)="turn(1)" [attr.aria-label]="words().next">›</button>
            </p>
          }
        </div>
      }
      <shop-cards
        #row
        [model]="one"
        [attr.tabindex]="turning() ? 0 : null"
        [attr.role]="turning() ? 'group' : null"
        [attr.aria-label]="turning() ? one.heading || null : null"
      />
    </section>
  `,
})
export class Promotion {
  readonly model = input.required<Extract<FixtureModel, { type: 'promotion' }>>();
  protected readonly state = inject(ShopState);
  protected readonly words = this.state.words;
  private readonly row = viewChild.required<unknown, ElementRef<HTMLElement>>('row', { read: ElementRef });
  /** Whether there is more than one view of it. */
  protected readonly turning = computed(() => {
    const { form, cards, columns } = this.model();
    return form === 'carousel' && cards.length > Math.min(columns.wide, columns.medium, columns.narrow);
  });

  constructor() {
    const gone = inject(DestroyRef);
    afterNextRender(() => {
      const { autoplay } = this.model();
      const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
      if (!autoplay || !this.turning() || still) return;
      const timer = setInterval(() => {
        const row = this.row().nativeElement;
        // Nobody loses what they are looking at.
        if (!row.matches(':hover, :focus-within')) this.turn(1);
      }, autoplay * 1000);
      gone.onDestroy(() => clearInterval(timer));
    });
  }

  /** One view further, in the direction in which the page is read; from the end back to the beginning. */
  protected turn(by: 1 | -1): void {
    const row = this.row().nativeElement;
    const last = row.scrollWidth - row.clientWidth;
    const at = Math.abs(row.scrollLeft);
    const direction = getComputedStyle(row).direction === 'rtl' ? -1 : 1;
    const wanted = at + by * row.clientWidth;
    const to = by > 0 && at >= last - 2 ? 0 : by < 0 && at <= 2 ? last : Math.min(last, Math.max(0, wanted));
    const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
    row.scrollTo({ left: direction * to, behavior: still ? 'auto' : 'smooth' });
  }
}
