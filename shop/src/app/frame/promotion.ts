import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  afterNextRender,
  afterRenderEffect,
  inject,
  Injector,
  input,
  signal,
  viewChild,
} from '@angular/core';
import type { FixtureModel, PromotionModel } from '@fond/core';
import { Cards } from '../card/cards';
import { MixedCards } from '../card/mixedCards';
import { callApi } from '../state/callApi';
import { LookedAt } from '../state/lookedAt';
import { linkHref, ShopState } from '../state/shopState';
import { PAUSE_SHAPES, RowTurner } from '../card/rowTurner';

/**
 * A shelf beside the aisle's own. A carousel is a row that scrolls and snaps, so it can be swiped, turned by keyboard and
 * read whole without JavaScript; with it there are buttons, and it moves on by itself if it shall and readers let it.
 */
@Component({
  selector: 'shop-promotion',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cards, MixedCards, NgTemplateOutlet],
  template: `
    @let one = shown();
    @if (one.recent === null) {
      <section class="promotion" [attr.aria-label]="one.heading || null">
        @if (!one.heading) {
          <h2 class="unseen">{{ words().products(one.cards.length) }}</h2>
        }
        @if (one.heading || one.more || turner.moves()) {
          <div class="promotion-head">
            @if (one.heading) {
              <h2>{{ one.heading }}</h2>
            }
            @if (one.more; as more) {
              <a class="all" [href]="href(more.href)" [attr.aria-label]="moreLabel(more.title)">{{
                more.title || words().seeAll
              }}</a>
            }
            <p class="turns">
              @if (turner.moves()) {
                <button
                  type="button"
                  (click)="turner.moving.set(!turner.moving())"
                  [attr.aria-label]="turner.moving() ? words().pause : words().goOn"
                >
                  <svg viewBox="0 0 24 24" aria-hidden="true">
                    <path [attr.d]="turner.moving() ? shapes.bars : shapes.triangle" />
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
          <button type="button" (click)="turner.turn(-1)" [attr.aria-label]="words().previous">
            <svg viewBox="0 0 24 24" aria-hidden="true"><path d="m15 5-7 7 7 7" /></svg>
          </button>
          <button type="button" (click)="turner.turn(1)" [attr.aria-label]="words().next">
            <svg viewBox="0 0 24 24" aria-hidden="true"><path d="m9 5 7 7-7 7" /></svg>
          </button>
        </ng-template>
        @if (one.form === 'folding') {
          <shop-mixed-cards [model]="one" />
        } @else {
          <shop-cards
            #row
            [model]="one"
            [attr.tabindex]="turning() ? 0 : null"
            [attr.role]="turning() ? 'group' : null"
            [attr.aria-label]="turning() ? one.heading || null : null"
          />
        }
        @if (turning() && one.dots) {
          <p class="dots">
            @for (view of turner.views(); track view) {
              <button
                type="button"
                [attr.aria-label]="words().view(view + 1)"
                [attr.aria-current]="view === turner.at() ? 'true' : null"
                (click)="turner.show(view)"
              ></button>
            }
          </p>
        }
      </section>
    }
  `,
})
export class Promotion {
  readonly model = input.required<Extract<FixtureModel, { type: 'promotion' }>>();
  protected readonly state = inject(ShopState);
  protected readonly words = this.state.words;
  protected readonly href = linkHref;
  private readonly row = viewChild<unknown, ElementRef<HTMLElement>>('row', { read: ElementRef });
  private readonly lookedAt = inject(LookedAt);
  private readonly injector = inject(Injector);
  /** A shelf of what the shopper has looked at, once their browser has asked for it. */
  private readonly filled = signal<PromotionModel | null>(null);
  protected readonly shown = computed(() => this.filled() ?? this.model());
  /** Whether there is more than one view of it. */
  protected readonly turning = computed(() => {
    const { form, cards, columns } = this.shown();
    return form === 'carousel' && cards.length > Math.min(columns.wide, columns.medium, columns.narrow);
  });

  protected readonly turner = new RowTurner({
    row: () => this.row()?.nativeElement ?? null,
    turning: () => this.turning(),
    loop: () => this.model().loop,
    seconds: () => this.model().autoplay,
  });
  protected readonly shapes = PAUSE_SHAPES;

  constructor() {
    afterNextRender(() => void this.fill());
    // Another form may bring another row.
    afterRenderEffect(() => {
      if (this.row()) this.turner.watch();
    });
  }

  private async fill(): Promise<void> {
    const { recent: plan, id: fixture } = this.model();
    const page = this.state.model();
    const own = page.kind === 'product' ? page.sku : null;
    const skus = this.lookedAt.list().filter((sku) => sku !== own);
    if (plan === null || !skus.length) return;
    const query = { plan, fixture, skus: skus.join('\n'), lang: page.frame.lang };
    const answer = await callApi('recent', { query }).catch(() => null);
    // Without an answer the shelf isn't there, as before.
    if (!answer?.ok) return;
    this.filled.set(((await answer.json()) as { shelf: PromotionModel | null }).shelf);
    afterNextRender(() => this.turner.watch(), { injector: this.injector });
  }

  /** What the way to all says, with what it leads to all of, as it may stand on a page more than once. */
  protected moreLabel(title: string): string | null {
    const { heading } = this.shown();
    return heading ? `${title || this.words().seeAll}: ${heading}` : null;
  }
}
