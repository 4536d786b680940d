import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { PageModel, ShelfModel } from '@fond/core';
import { PageViews } from '../state/pageViews';
import { linkHref, shopHref, ShopState } from '../state/shopState';
import { nothingWordsIn } from '../words/nothingWords';

/** What stands in place of products where there are none: words, ways on, and products of the shop's choice. */
@Component({
  selector: 'shop-shelf-nothing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgComponentOutlet],
  template: `
    @let one = shelf().nothing;
    @if (one?.shelfFirst) {
      <ng-container [ngComponentOutlet]="chosen()" [ngComponentOutletInputs]="{ model: one!.shelf }" />
    }
    <div class="nothing">
      <h2>{{ one?.heading || own().nothing }}</h2>
      <p>{{ one?.words || usual() }}</p>
      @if (page().clearHref; as clear) {
        <p>
          <a class="button" [href]="shopHref(clear)">{{ words().clearAll }}</a>
        </p>
      }
      @if (links().length) {
        <nav [attr.aria-label]="own().otherShelves">
          <p>{{ own().otherShelves }}</p>
          <ul>
            @for (link of links(); track link.href) {
              <li>
                <a [href]="href(link.href)">{{ link.title }}</a>
              </li>
            }
          </ul>
        </nav>
      }
    </div>
    @if (one && !one.shelfFirst) {
      <ng-container [ngComponentOutlet]="chosen()" [ngComponentOutletInputs]="{ model: one.shelf }" />
    }
  `,
})
export class ShelfNothing {
  readonly shelf = input.required<ShelfModel>();
  readonly page = input.required<PageModel>();
  private readonly state = inject(ShopState);
  private readonly views = inject(PageViews);
  protected readonly words = this.state.words;
  protected readonly own = computed(() => nothingWordsIn(this.page().frame.lang));
  protected readonly href = linkHref;
  protected readonly shopHref = shopHref;

  /** What draws the products of the shop's choice; null where it has chosen none. */
  protected readonly chosen = computed(() =>
    this.shelf().nothing?.shelf ? this.views.of('promotion') : null,
  );

  /** Those of the shop's choice, then the shelves that it names on every page. */
  protected readonly links = computed(() => [
    ...(this.shelf().nothing?.links ?? []),
    ...(this.page().clearHref ? [] : this.page().frame.navigation),
  ]);

  protected usual(): string {
    const { q, clearHref } = this.page();
    if (q) return this.own().nothingFound(q);
    return clearHref ? this.own().nothingHint : this.own().nothingYet;
  }
}
