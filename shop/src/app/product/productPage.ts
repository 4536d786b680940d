import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import type { ProductModel, CardImage } from '@fond/core';
import { Badges } from '../card/badges';
import { NoPicture } from '../card/noPicture';
import { pictureAt, srcset } from '../card/picture';
import { ProductCard } from '../card/productCard';
import { gridStyle } from '../card/gridStyle';
import { Price } from '../card/price';
import { Rating } from '../card/rating';
import { shopHref, ShopState } from '../state/shopState';

@Component({
  selector: 'shop-product',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Badges, NoPicture, Price, ProductCard, Rating],
  template: `
    @let one = product();
    <div class="page">
      <nav class="trail" aria-label="Breadcrumb">
        <ol>
          @for (link of one.trail; track link.href) {
            <li>
              <a [href]="href(link.href)">{{ link.title }}</a>
            </li>
          }
        </ol>
      </nav>
      <article class="product" id="products" tabindex="-1">
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
            <shop-no-picture [lang]="one.frame.lang" />
          }
          @if (one.images.length > 1) {
            <ul>
              @for (image of one.images; track image.hash; let place = $index) {
                <li>
                  <button
                    type="button"
                    (click)="shown.set(place)"
                    [attr.aria-pressed]="shown() === place"
                    [attr.aria-label]="words().view(place + 1)"
                  >
                    <img [src]="at(image.hash, 240)" width="120" height="135" alt="" loading="lazy" />
                  </button>
                </li>
              }
            </ul>
          }
        </div>
        <div class="product-words">
          <shop-badges [badges]="one.badges" />
          <h1>{{ one.title }}</h1>
          @if (one.rating; as rated) {
            <shop-rating [rating]="rated.rating" [ratings]="rated.ratings" [lang]="one.frame.lang" />
          }
          <shop-price [price]="one.price" [was]="one.was" [lang]="one.frame.lang" />
          <p [class]="'card-stock stock-' + one.stock.state">{{ one.stock.text }}</p>
          @if (one.description) {
            <div class="prose" [innerHTML]="one.description"></div>
          }
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
        </div>
      </article>
      @if (one.related; as shelf) {
        <section class="related">
          <h2>{{ shelf.heading }}</h2>
          <div class="cards" [style]="grid()">
            @for (card of shelf.cards; track card.id) {
              <shop-card
                [card]="card"
                [sizes]="shelf.pictureSizes"
                [widths]="one.frame.pictureWidths"
                [lang]="one.frame.lang"
              />
            }
          </div>
        </section>
      }
    </div>
  `,
})
export class ProductPage {
  private readonly state = inject(ShopState);
  protected readonly words = this.state.words;
  protected readonly href = shopHref;
  protected readonly at = pictureAt;
  protected readonly product = computed(() => this.state.model() as ProductModel);
  protected readonly shown = linkedSignal({ source: () => this.product().id, computation: () => 0 });

  protected readonly grid = computed(() => {
    const shelf = this.product().related;
    return shelf && gridStyle(shelf);
  });

  protected set(image: CardImage): string {
    return srcset(image, this.product().frame.pictureWidths);
  }
}
