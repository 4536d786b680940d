import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { CartModel } from '@fond/core';
import { Cards } from '../card/cards';
import type { CardsModel } from '../card/gridStyle';
import { pictureAt } from '../picture/picture';
import { cartFaultText } from '../cart/cartFaultText';
import { CartState } from '../cart/cartState';
import { Typed } from '../forms/typed';
import { shopHref, ShopState } from '../state/shopState';

/** What a shopper has put into the cart, and below it what they wish for. Plain forms change both. */
@Component({
  selector: 'shop-cart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cards, Typed],
  template: `
    @let model = page();
    <div class="page cart" id="products" tabindex="-1">
      <h1>{{ words().cart }}</h1>
      <p class="unseen" role="status">
        @if (takenOut(); as title) {
          {{ words().takenOut(title) }}
        }
      </p>
      @if (fault(); as text) {
        <p class="cart-fault" role="alert">{{ text }}</p>
      }
      @if (model.cart.lines.length) {
        <ul class="cart-lines">
          @for (line of model.cart.lines; track line.sku) {
            <li>
              @if (line.image; as image) {
                <img [src]="at(image.hash)" width="88" height="99" alt="" />
              } @else {
                <span class="cart-blank"></span>
              }
              <div class="cart-words">
                <a [href]="href(line.href)">{{ line.title }}</a>
                <span class="figures">{{ line.price?.text ?? words().noPrice }}</span>
                @if (line.available < line.quantity) {
                  <span class="cart-short">{{ words().shortOf(line.available) }}</span>
                }
              </div>
              <form class="cart-pieces" method="post" [action]="action()">
                <input type="hidden" name="sku" [value]="line.sku" />
                <label
                  ><span class="unseen">{{ words().pieces }}: {{ line.title }}</span>
                  <input
                    type="number"
                    name="pieces"
                    min="0"
                    [max]="line.available"
                    [shopValue]="line.quantity"
                  />
                </label>
                <button>{{ words().change }}</button>
              </form>
              <form class="cart-out" method="post" [action]="action()">
                <input type="hidden" name="sku" [value]="line.sku" />
                <button name="pieces" value="0">
                  {{ words().takeOut }}<span class="unseen">: {{ line.title }}</span>
                </button>
              </form>
              <strong class="cart-sum">{{ line.sum?.text ?? '–' }}</strong>
            </li>
          }
        </ul>
        <p class="cart-total">
          {{ words().total }}
          @for (total of model.cart.totals; track total.currency) {
            <strong>{{ total.text }}</strong>
          }
        </p>
      } @else {
        <p>{{ words().cartEmpty }}</p>
        <p>
          <a class="button" [href]="front()">{{ words().missingLink }}</a>
        </p>
      }
      <section class="related" id="wishes">
        <h2>{{ words().wishes }}</h2>
        @if (wished(); as shelf) {
          <shop-cards [model]="shelf" />
        } @else {
          <p>{{ words().noWishes }}</p>
        }
      </section>
    </div>
  `,
})
export class CartPage {
  private readonly state = inject(ShopState);
  private readonly carts = inject(CartState);
  protected readonly words = this.state.words;
  protected readonly takenOut = this.carts.takenOut;
  protected readonly href = shopHref;
  protected readonly page = computed(() => this.state.model() as CartModel);
  protected readonly action = computed(() => this.state.plain('/cart'));
  protected readonly front = computed(() => this.state.plain('/'));
  protected readonly wished = computed((): CardsModel | null => {
    const { wished } = this.page();
    return wished && { ...wished, form: 'grid' };
  });
  protected readonly fault = computed(() => {
    const fault = this.carts.fault() ?? this.page().fault;
    return fault && cartFaultText(fault, this.words());
  });

  protected at(hash: string): string {
    return pictureAt(hash, this.page().frame.pictureWidths[0]);
  }
}
