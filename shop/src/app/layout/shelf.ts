import { NgComponentOutlet } from '@angular/common';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  viewChild,
  type ElementRef,
  type TemplateRef,
} from '@angular/core';
import type { FixtureModel, PageModel, ShelfModel } from '@fond/core';
import { Cards } from '../card/cards';
import { TurnedCards } from '../card/turnedCards';
import { StateFields } from '../facet/stateFields';
import { Typed } from '../forms/typed';
import { Sort } from '../facet/sort';
import { Navigation } from '../state/navigation';
import { PageViews } from '../state/pageViews';
import { shopHref, ShopState } from '../state/shopState';

/** With more pages than this, the one that is wanted can be typed. */
const JUMP_FROM = 7;

@Component({
  selector: 'shop-shelf',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cards, NgComponentOutlet, Sort, StateFields, TurnedCards, Typed],
  template: `
    @let model = shelf();
    <section id="products" tabindex="-1" [attr.aria-label]="words().products(model.total)">
      @if (model.answer; as answer) {
        <ng-container *ngComponentOutlet="views.of('answer'); inputs: { answer }" />
      }
      <div class="toolbar">
        <p class="found" role="status">
          <strong>{{ words().products(model.total) }}</strong>
          @if (model.pages > 1) {
            <span>{{ words().shown(model.from, model.to, model.total) }}</span>
          }
        </p>
        @if (model.views; as views) {
          <p class="views">
            @for (one of views; track one.view) {
              <a
                [href]="href(one.href)"
                rel="nofollow"
                [attr.aria-current]="one.selected ? 'true' : null"
                (click)="remember(one.view)"
                >{{ one.view === 'list' ? words().asList : words().asGrid }}</a
              >
            }
          </p>
        }
        <shop-sort [shelf]="model" />
      </div>
      @if (page().applied.length) {
        <ul class="chips">
          @for (applied of page().applied; track applied.key + applied.value) {
            <li>
              <a [href]="href(applied.href)" rel="nofollow" [attr.aria-label]="words().remove(applied.label)">
                {{ applied.label }}<span aria-hidden="true"> ×</span>
              </a>
            </li>
          }
          @if (model.clearAll) {
            <li>
              <a class="clear-all" [href]="href(page().clearHref ?? '/')">{{ words().clearAll }}</a>
            </li>
          }
        </ul>
      }
      @if (model.earlier; as earlier) {
        <p class="further">
          <a class="button in-paging" rel="prev" [href]="href(earlier)">{{ words().showEarlier }}</a>
        </p>
      }
      @if (model.cards.length) {
        <h2 class="unseen">{{ words().products(model.total) }}</h2>
        @if (model.form === 'carousel') {
          @defer (on immediate; hydrate on viewport; hydrate when awake()) {
            <shop-turned-cards [model]="model" [lead]="lead()" [list]="list()" />
          }
        } @else if (model.inserts || model.form === 'folding') {
          <ng-container
            *ngComponentOutlet="
              views.of('mixed');
              inputs: { model, first: model.from, lead: lead(), list: list() }
            "
          />
        } @else {
          <shop-cards
            [model]="model"
            [first]="model.from"
            [lead]="lead()"
            [class.last-centre]="model.lastRow === 'centre'"
            [class.last-stretch]="model.lastRow === 'stretch'"
          />
        }
      } @else {
        <ng-container *ngComponentOutlet="views.of('nothing'); inputs: { shelf: model, page: page() }" />
      }
      @if (model.more; as more) {
        <p class="further">
          <span>{{ words().shown(model.from, model.to, model.total) }}</span>
          <a #further class="button in-paging" rel="next" [href]="href(more.href)">{{
            words().showMore(more.count)
          }}</a>
        </p>
      }
      @if (model.pages > 1 && model.paging.form === 'numbered') {
        <nav class="pager" [attr.aria-label]="words().pages">
          @if (model.previous; as previous) {
            <a class="step" rel="prev" [href]="href(previous)">{{ words().previous }}</a>
          }
          <ol>
            @for (link of model.pager; track link?.page ?? -$index) {
              <li>
                @if (link) {
                  <a
                    [href]="href(link.href)"
                    [attr.aria-current]="link.current ? 'page' : null"
                    [attr.aria-label]="words().page(link.page)"
                    >{{ link.page }}</a
                  >
                } @else {
                  <span class="gap">…</span>
                }
              </li>
            }
          </ol>
          @if (model.next; as next) {
            <a class="step" rel="next" [href]="href(next)">{{ words().next }}</a>
          }
          @if (model.pages > jumpFrom) {
            <form class="jump" method="get" [action]="path()">
              <shop-state-fields [page]="page()" leave="page" />
              <label
                >{{ words().jumpTo }}
                <input
                  type="number"
                  name="page"
                  min="1"
                  [max]="model.pages"
                  [shopValue]="model.page"
                  required
                />
              </label>
              {{ words().of(model.pages) }}
              <button>{{ words().goThere }}</button>
            </form>
          }
        </nav>
      }
    </section>
  `,
})
export class Shelf {
  readonly shelf = input.required<ShelfModel>();
  readonly page = input.required<PageModel>();
  /** It has the first picture of the page, which is waited for. */
  readonly lead = input(false);
  /** How fixtures that stand among its products are listed; handed in, as what lists them lists shelves too. */
  readonly list = input<TemplateRef<{ $implicit: readonly FixtureModel[] }>>();
  private readonly state = inject(ShopState);
  protected readonly views = inject(PageViews);
  protected readonly words = this.state.words;
  protected readonly awake = this.state.awake;
  protected readonly href = shopHref;
  protected readonly jumpFrom = JUMP_FROM;
  protected readonly path = computed(() => shopHref(this.page().href.split('?')[0]));
  private readonly navigation = inject(Navigation);
  private readonly further = viewChild<ElementRef<HTMLElement>>('further');

  constructor() {
    // Pages add themselves before their readers come to the end, but for every so many pages that wait for the button.
    afterRenderEffect((onCleanup) => {
      const button = this.further()?.nativeElement;
      const { paging, page, firstPage, more } = this.shelf();
      if (!button || !more || paging.form !== 'scroll' || (page - firstPage + 1) % paging.stop === 0) return;
      const watcher = new IntersectionObserver(
        (seen) => {
          // Readers who scroll while the page is waking are told of twice at once: out of sight, then in sight.
          if (!seen.some((one) => one.isIntersecting)) return;
          watcher.disconnect();
          this.navigation.add(shopHref(more.href));
        },
        { rootMargin: '0px 0px 800px' },
      );
      watcher.observe(button);
      onCleanup(() => watcher.disconnect());
    });
  }

  /** For the other aisles; pages that are updated in place come without a cookie of the server's. */
  protected remember(view: 'grid' | 'list'): void {
    document.cookie = `fond.view=${view}; path=/; max-age=31536000; samesite=lax`;
  }
}
