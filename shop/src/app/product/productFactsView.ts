import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import type { CardImage, CartFault, ProductFacts } from '@fond/core';
import { Badges } from '../card/badges';
import { NoPicture } from '../card/noPicture';
import { pictureAt, srcset } from '../picture/picture';
import { Price } from '../card/price';
import { Rating } from '../card/rating';
import { cartFaultText } from '../cart/cartFaultText';
import { CartState } from '../cart/cartState';
import { Wishes } from '../cart/wishes';
import { shopHref, ShopState } from '../state/shopState';

/** A product with its pictures, what can be known of it, and the way into the cart. */
@Component({
  selector: 'shop-product-facts',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Badges, NoPicture, Price, Rating],
  host: { class: 'product' },
  template: `
    @let one = product();
    <div class="gallery">
      @if (one.images[shown()]; as image) {
        <img
          class="gallery-main"
          [src]="at(image.hash, 720)"
          [attr.srcset]="set(image)"
          sizes="(min-width: 1024px) 600px, (min-width: 640px) 50vw, 100vw"
          [width]="image.width"
          [height]="image.height"
          [alt]="one.title"
          fetchpriority="high"
        />
      } @else {
        <shop-no-picture [lang]="lang()" />
      }
      @if (one.images.length > 1) {
        <ul>
          @for (image of one.images; track image.hash; let place = $index) {
            <li>
              <a
                [href]="at(image.hash, largest())"
                (click)="show($event, place)"
                [attr.aria-current]="shown() === place ? 'true' : null"
                [attr.aria-label]="words().view(place + 1)"
              >
                <img [src]="at(image.hash, 240)" width="120" height="135" alt="" loading="lazy" />
              </a>
            </li>
          }
        </ul>
      }
    </div>
    <div class="product-words">
      <shop-badges [badges]="one.badges" />
      @if (quick()) {
        <h2 class="product-name" id="quick-name">{{ one.title }}</h2>
      } @else {
        <h1>{{ one.title }}</h1>
      }
      @if (one.rating; as rated) {
        <shop-rating [stars]="rated" [lang]="lang()" />
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
            {{ words().wish }}
          </button>
        </form>
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
  private readonly state = inject(ShopState);
  protected readonly wishes = inject(Wishes);
  protected readonly carts = inject(CartState);
  protected readonly words = this.state.words;
  protected readonly lang = computed(() => this.state.model().frame.lang);
  protected readonly cart = computed(() => this.state.plain('/cart'));
  protected readonly wish = computed(() => this.state.plain('/wishes'));
  protected readonly href = shopHref;
  protected readonly at = pictureAt;
  protected readonly largest = computed(() => Math.max(...this.state.model().frame.pictureWidths));
  protected readonly shown = linkedSignal({ source: () => this.product().id, computation: () => 0 });

  /** Without a script the link opens the picture by itself. */
  protected show(event: Event, place: number): void {
    event.preventDefault();
    this.shown.set(place);
  }

  protected faultText(fault: CartFault): string {
    return cartFaultText(fault, this.words());
  }

  protected set(image: CardImage): string {
    return srcset(image, this.state.model().frame.pictureWidths);
  }
}
