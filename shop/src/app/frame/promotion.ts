import { NgTemplateOutlet } from '@angular/common';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import type { FixtureModel } from '@fond/core';
import { Cards } from '../card/cards';
import { linkHref, ShopState } from '../state/shopState';

/**
 * A shelf beside the aisle's own. A carousel is a row that scrolls and snaps, so it can be swiped, turned by keyboard and
 * read whole without JavaScript; with it there are buttons, and it moves on by itself if it shall and readers let it.
 */
@Component({
  selector: 'shop-promotion',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cards, NgTemplateOutlet],
  template: `
    @let one = model();
    <section class="promotion" [attr.aria-label]="one.heading || null">
      @if (one.heading || one.more || moves()) {
        <div class="promotion-head">
          @if (one.heading) {
            <h2>{{ one.heading }}</h2>
          }
          @if (one.more; as more) {
            <a class="all" [href]="href(more.href)" [attr.aria-label]="told(more.title)">{{
              more.title || words().seeAll
            }}</a>
          }
          <p class="turns">
            @if (moves()) {
              <button
                type="button"
                (click)="moving.set(!moving())"
                [attr.aria-label]="moving() ? words().pause : words().goOn"
              >
                <svg viewBox="0 0 24 24" aria-hidden="true">
                  <path [attr.d]="moving() ? bars : triangle" />
                </svg>
              </button>
            }
            @if (turning() && one.arrows) {
              <ng-container [ngTemplateOutlet]="arrows" />
            }
          </p>
        </div>
      } @else if (turning() && one.arrows) {
        <p class="turns at-sides"><ng-container [ngTemplateOutlet]="arrows" /></p>
      }
      <ng-template #arrows>
        <button type="button" (click)="turn(-1)" [attr.aria-label]="words().previous">
          <svg viewBox="0 0 24 24" aria-hidden="true"><path d="m15 5-7 7 7 7" /></svg>
        </button>
        <button type="button" (click)="turn(1)" [attr.aria-label]="words().next">
          <svg viewBox="0 0 24 24" aria-hidden="true"><path d="m9 5 7 7-7 7" /></svg>
        </button>
      </ng-template>
      <shop-cards
        #row
        [model]="one"
        [attr.tabindex]="turning() ? 0 : null"
        [attr.role]="turning() ? 'group' : null"
        [attr.aria-label]="turning() ? one.heading || null : null"
        (scroll)="follow()"
        (pointerdown)="grip($event)"
        (dragstart)="hold($event)"
        (click)="letGo($event)"
      />
      @if (turning() && one.dots) {
        <p class="dots">
          @for (view of views(); track view) {
            <button
              type="button"
              [attr.aria-label]="words().view(view + 1)"
              [attr.aria-current]="view === at() ? 'true' : null"
              (click)="show(view)"
            ></button>
          }
        </p>
      }
    </section>
  `,
})
export class Promotion {
  readonly model = input.required<Extract<FixtureModel, { type: 'promotion' }>>();
  protected readonly state = inject(ShopState);
  protected readonly words = this.state.words;
  protected readonly href = linkHref;
  private readonly row = viewChild.required<unknown, ElementRef<HTMLElement>>('row', { read: ElementRef });
  /** Whether there is more than one view of it. */
  protected readonly turning = computed(() => {
    const { form, cards, columns } = this.model();
    return form === 'carousel' && cards.length > Math.min(columns.wide, columns.medium, columns.narrow);
  });

  /** Whether it moves on by itself at present, as far as its readers let it. */
  protected readonly moving = signal(false);
  /** Whether it can: then there is a way to stop it. */
  protected readonly moves = signal(false);
  protected readonly bars = 'M8 5v14M16 5v14';
  protected readonly triangle = 'm8 5 10 7-10 7Z';

  /** Views of the row as it is laid out, and the one that is seen; known once it has been. */
  protected readonly views = signal<readonly number[]>([0]);
  protected readonly at = signal(0);
  /** A mouse has dragged the row, so its click means nothing. */
  private dragged = false;

  constructor() {
    const gone = inject(DestroyRef);
    afterNextRender(() => {
      const measure = new ResizeObserver(() => this.follow());
      measure.observe(this.row().nativeElement);
      gone.onDestroy(() => measure.disconnect());
      const { autoplay } = this.model();
      const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
      if (!autoplay || !this.turning() || still) return;
      this.moves.set(true);
      this.moving.set(true);
      const timer = setInterval(() => {
        const row = this.row().nativeElement;
        // Nobody loses what they are looking at.
        if (this.moving() && !row.matches(':hover, :focus-within')) this.turn(1);
      }, autoplay * 1000);
      gone.onDestroy(() => clearInterval(timer));
    });
  }

  /** What the way to all says, with what it leads to all of, as it may stand on a page more than once. */
  protected told(title: string): string | null {
    const { heading } = this.model();
    return heading ? `${title || this.words().seeAll}: ${heading}` : null;
  }

  /** How far the row can be scrolled, and is. */
  private reach(): { row: HTMLElement; last: number; at: number } {
    const row = this.row().nativeElement;
    return { row, last: row.scrollWidth - row.clientWidth, at: Math.abs(row.scrollLeft) };
  }

  protected follow(): void {
    const { row, last, at } = this.reach();
    const count = Math.max(1, Math.ceil(row.scrollWidth / Math.max(1, row.clientWidth) - 0.05));
    if (count !== this.views().length) this.views.set(Array.from({ length: count }, (_, view) => view));
    this.at.set(at >= last - 2 ? count - 1 : Math.round(at / Math.max(1, row.clientWidth)));
  }

  /** One view further; from the end back to the beginning where it goes round. */
  protected turn(by: 1 | -1): void {
    const { row, last, at } = this.reach();
    const { loop } = this.model();
    const wanted = at + by * row.clientWidth;
    if (loop && by > 0 && at >= last - 2) this.scrollTo(0);
    else if (loop && by < 0 && at <= 2) this.scrollTo(last);
    else this.scrollTo(wanted);
  }

  protected show(view: number): void {
    this.scrollTo(view * this.reach().row.clientWidth);
  }

  /** In the direction in which the page is read. */
  private scrollTo(wanted: number): void {
    const { row, last } = this.reach();
    const direction = getComputedStyle(row).direction === 'rtl' ? -1 : 1;
    const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
    row.scrollTo({
      left: direction * Math.min(last, Math.max(0, wanted)),
      behavior: still ? 'auto' : 'smooth',
    });
  }

  /** A mouse drags the row as a finger swipes it. */
  protected grip(event: PointerEvent): void {
    // Whoever moves it by hand keeps it where it is.
    this.moving.set(false);
    if (event.pointerType !== 'mouse' || event.button !== 0 || !this.turning()) return;
    const { row } = this.reach();
    const [from, left] = [event.clientX, row.scrollLeft];
    const released = new AbortController();
    this.dragged = false;
    row.addEventListener(
      'pointermove',
      (move) => {
        if (!this.dragged && Math.abs(move.clientX - from) < 6) return;
        this.dragged = true;
        row.setPointerCapture(move.pointerId);
        row.classList.add('dragged');
        row.scrollLeft = left - (move.clientX - from);
      },
      released,
    );
    const end = (): void => {
      released.abort();
      row.classList.remove('dragged');
      // The click that ends a drag comes at once, or not at all.
      setTimeout(() => (this.dragged = false));
    };
    row.addEventListener('pointerup', end, released);
    row.addEventListener('pointercancel', end, released);
  }

  protected letGo(event: Event): void {
    if (this.dragged) event.preventDefault();
  }

  /** Browsers drag links and pictures by themselves, and would take the row away from the mouse. */
  protected hold(event: Event): void {
    if (this.turning()) event.preventDefault();
  }
}
