import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { CartFault, GalleryModel, ProductFacts } from '@fond/core';
import { Badges } from '../card/badges';
import { Price } from '../card/price';
import { Rating } from '../card/rating';
import { cartFaultText } from '../cart/cartFaultText';
import { CartState } from '../cart/cartState';
import { Compared, SCALES } from '../cart/compared';
import { HEART, Wishes } from '../cart/wishes';
import { shopHref, ShopState } from '../state/shopState';
import { Gallery } from './gallery';

/** A product with its pictures, what can be known of it, and the way into the cart. */
@Component({
  selector: 'shop-product-facts',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Badges, Gallery, Price, Rating],
  host: { class: 'product' },
  template: `
    @let one = product();
    <shop-gallery [product]="one" [settings]="gallery()" />
    <div class="product-words">
      <shop-badges [badges]="one.badges" />
      @if (quick()) {
        <h2 class="product-name" id="quick-name">{{ one.title }}</h2>
      } @else {
        <h1>{{ one.title }}</h1>
      }
      @if (one.rating; as rated) {
        @if (reviews(); as said) {
          <a class="rating-link" [href]="said"><shop-rating [stars]="rated" [lang]="lang()" /></a>
        } @else {
          <shop-rating [stars]="rated" [lang]="lang()" />
        }
      }
      <shop-price [price]="one.price" [was]="one.was" [lang]="lang()" />
      <p [class]="'card-stock stock-' + one.stock.state">{{ one.stock.text }}</p>
      <div class="product-buy">
        @if (one.price) {
          <form method="post" [action]="cart()">
            <input type="hidden" name="sku" [value]="one.sku" />
            @if (one.pieces > 1) {
              <label
                ><span class="unseen">{{ words().pieces }}</span>
                <input type="number" name="quantity" min="1" [max]="one.pieces" value="1" />
              </label>
            }
            <button class="button" [disabled]="!one.pieces">
              {{ one.pieces ? words().addToCart : words().soldOut }}
            </button>
          </form>
        }
        <form class="card-wish" method="post" [action]="wish()">
          <button name="sku" [value]="one.sku" [attr.aria-pressed]="wishes.has(one.sku)">
            <svg viewBox="0 0 24 24" aria-hidden="true"><path [attr.d]="heart" /></svg>
            {{ words().wish }}
          </button>
        </form>
        <p class="card-compare">
          <a
            [href]="compared.hrefWith(one.slug)"
            rel="nofollow"
            [attr.data-compare]="one.slug"
            [attr.data-title]="one.title"
            [class.on]="compared.has(one.slug)"
          >
            <svg viewBox="0 0 24 24" aria-hidden="true"><path [attr.d]="scales" /></svg>
            {{ compared.has(one.slug) ? words().compared : words().compare }}
          </a>
        </p>
      </div>
      @if (carts.fault(); as fault) {
        <p class="cart-fault" role="alert">{{ faultText(fault) }}</p>
      } @else if (carts.added() === one.title) {
        <p class="product-added">
          {{ words().addedToCart(one.title) }} <a [href]="cart()">{{ words().toCart }}</a>
        </p>
      }
      @if (one.description) {
        <div class="prose" [innerHTML]="one.description"></div>
      }
      @if (quick()) {
        <p>
          <a class="whole-product" [href]="href(one.href)">{{ words().wholeProduct }}</a>
        </p>
      } @else {
        <h2>{{ words().details }}</h2>
        <dl class="details">
          @for (attribute of one.attributes; track attribute.key) {
            <div>
              <dt>{{ attribute.label }}</dt>
              <dd>
                @for (link of attribute.links; track link.href; let last = $last) {
                  <a [href]="href(link.href)">{{ link.title }}</a>{{ last ? '' : ', ' }}
                } @empty {
                  {{ attribute.text }}
                }
              </dd>
            </div>
          }
          <div>
            <dt>{{ words().sku }}</dt>
            <dd>{{ one.sku }}</dd>
          </div>
        </dl>
        @if (one.tags.length) {
          <ul class="chips">
            @for (tag of one.tags; track tag.href) {
              <li>
                <a [href]="href(tag.href)">{{ tag.title }}</a>
              </li>
            }
          </ul>
        }
      }
    </div>
  `,
})
export class ProductFactsView {
  readonly product = input.required<ProductFacts>();
  /** Over an aisle: the chief things alone. */
  readonly quick = input(false);
  /** Where what shoppers say of it stands on the page. */
  readonly reviews = input<string | null>(null);
  /** How its pictures stand; null where no page says it. */
  readonly gallery = input<GalleryModel | null>(null);
  private readonly state = inject(ShopState);
  protected readonly wishes = inject(Wishes);
  protected readonly carts = inject(CartState);
  protected readonly compared = inject(Compared);
  protected readonly heart = HEART;
  protected readonly scales = SCALES;
  protected readonly words = this.state.words;
  protected readonly lang = computed(() => this.state.model().frame.lang);
  protected readonly cart = computed(() => this.state.plain('/cart'));
  protected readonly wish = computed(() => this.state.plain('/wishes'));
  protected readonly href = shopHref;

  protected faultText(fault: CartFault): string {
    return cartFaultText(fault, this.words());
  }
}
