import { afterRenderEffect, ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { CompareModel } from '@fond/core';
import { Compared } from '../cart/compared';
import { HEART, Wishes } from '../cart/wishes';
import { CartState } from '../cart/cartState';
import { Price } from '../card/price';
import { Rating } from '../card/rating';
import { pictureAt } from '../picture/picture';
import { shopHref, ShopState } from '../state/shopState';
import { compareWordsIn } from '../words/compareWords';

/** Products in columns, what is known of them in lines. */
@Component({
  selector: 'shop-compare',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Price, Rating],
  template: `
    @let model = page();
    <div class="page compare" id="products" tabindex="-1">
      <h1>{{ own().sideBySide }}</h1>
      @if (model.products.length) {
        <p class="compare-tools">
          @if (model.products.length > 1) {
            <label><input type="checkbox" class="only-different" /> {{ own().onlyDifferent }}</label>
          }
          <a [href]="href(model.clear)" rel="nofollow">{{ own().clearCompared }}</a>
        </p>
        <div class="compare-sheet" tabindex="0" role="region" [attr.aria-label]="own().sideBySide">
          <table>
            <thead>
              <tr>
                <td></td>
                @for (one of model.products; track one.sku) {
                  <th scope="col">
                    <a class="compare-picture" [href]="href(one.href)" tabindex="-1" aria-hidden="true">
                      @if (one.image; as image) {
                        <img [src]="at(image.hash)" width="160" height="180" alt="" />
                      } @else {
                        <span class="cart-blank"></span>
                      }
                    </a>
                    <a [href]="href(one.href)">{{ one.title }}</a>
                    <a class="compare-out" [href]="href(one.without)" rel="nofollow"
                      >{{ own().withoutIt }}<span class="unseen">: {{ one.title }}</span></a
                    >
                  </th>
                }
              </tr>
            </thead>
            <tbody>
              <tr class="compare-buy">
                <td></td>
                @for (one of model.products; track one.sku) {
                  <td>
                    <shop-price [price]="one.price" [was]="one.was" [lang]="lang()" />
                    @if (one.rating; as stars) {
                      <shop-rating [stars]="stars" [lang]="lang()" />
                    }
                    <p [class]="'card-stock stock-' + one.stock.state">{{ one.stock.text }}</p>
                    @if (one.price) {
                      <form method="post" [action]="cart()">
                        <button class="button" name="sku" [value]="one.sku" [disabled]="!one.pieces">
                          @if (carts.just() === one.sku) {
                            <span aria-hidden="true">✓ </span>{{ words().inCart }}
                          } @else {
                            {{ one.pieces ? words().addToCart : words().soldOut }}
                          }
                          <span class="unseen">: {{ one.title }}</span>
                        </button>
                      </form>
                    }
                    <form class="card-wish" method="post" [action]="wish()">
                      <button name="sku" [value]="one.sku" [attr.aria-pressed]="wishes.has(one.sku)">
                        <svg viewBox="0 0 24 24" aria-hidden="true"><path [attr.d]="heart" /></svg>
                        {{ words().wish }}<span class="unseen">: {{ one.title }}</span>
                      </button>
                    </form>
                  </td>
                }
              </tr>
              @for (row of model.rows; track row.key) {
                <tr [class.same]="!row.differs">
                  <th scope="row">{{ row.label }}</th>
                  @for (text of row.texts; track $index) {
                    <td>{{ text || '–' }}</td>
                  }
                </tr>
              }
            </tbody>
          </table>
        </div>
      } @else {
        <p>{{ own().compareNone }}</p>
        <p>
          <a class="button" [href]="front()">{{ words().missingLink }}</a>
        </p>
      }
      @if (model.offered.length) {
        <section class="compare-offered">
          <h2>{{ own().compareWith }}</h2>
          <ul>
            @for (link of model.offered; track link.href) {
              <li>
                <a [href]="href(link.href)" rel="nofollow">{{ link.title }}</a>
              </li>
            }
          </ul>
        </section>
      }
    </div>
  `,
})
export class ComparePage {
  private readonly state = inject(ShopState);
  protected readonly compared = inject(Compared);
  protected readonly wishes = inject(Wishes);
  protected readonly carts = inject(CartState);
  protected readonly words = this.state.words;
  protected readonly href = shopHref;
  protected readonly heart = HEART;
  protected readonly page = computed(() => this.state.model() as CompareModel);
  protected readonly lang = computed(() => this.page().frame.lang);
  protected readonly own = computed(() => compareWordsIn(this.lang()));
  protected readonly cart = computed(() => this.state.plain('/cart'));
  protected readonly wish = computed(() => this.state.plain('/wishes'));
  protected readonly front = computed(() => this.state.plain('/'));

  constructor() {
    // An address that somebody sent is as good as what was chosen here.
    afterRenderEffect(() => this.compared.show(this.page().products));
  }

  protected at(hash: string): string {
    return pictureAt(hash, this.page().frame.pictureWidths[1]);
  }
}
