import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { ProductModel } from '@fond/core';
import { Promotion } from '../frame/promotion';
import { shopHref, ShopState } from '../state/shopState';
import { productWordsIn } from '../words/productWords';
import { ProductFactsView } from '../product/productFactsView';
import { ReviewList } from '../product/reviewList';

/** Named apart so that they come with the page's script: a part that can't be fetched later would take the page's away. */
const VIEWS = [ProductFactsView, Promotion, ReviewList];

@Component({
  selector: 'shop-product',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: VIEWS,
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
      <article id="products" tabindex="-1">
        @defer (on immediate; hydrate on viewport; hydrate when awake()) {
          <shop-product-facts
            [product]="one"
            [gallery]="one.gallery"
            [reviews]="one.reviews?.total ? here() + '#reviews' : null"
          />
        }
      </article>
      @for (shelf of one.shelves; track shelf.id) {
        <div class="related" [attr.data-shelf]="shelf.id">
          @defer (on immediate; hydrate on viewport; hydrate when awake()) {
            <shop-promotion [model]="shelf" />
          }
        </div>
      }
      @if (one.reviews; as said) {
        <section class="related" id="reviews" aria-labelledby="reviews-head">
          <h2 id="reviews-head">{{ own().reviews(said.total) }}</h2>
          @if (said.away) {
            <p>{{ own().reviewsAway }}</p>
          } @else if (said.total) {
            <shop-review-list [reviews]="said.shown" />
          } @else {
            <p>{{ own().noReviews }}</p>
          }
          <p>
            <a [href]="href(said.href)">{{
              said.total > said.shown.length ? own().allReviews(said.total) : own().writeReview
            }}</a>
          </p>
        </section>
      }
    </div>
  `,
})
export class ProductPage {
  private readonly state = inject(ShopState);
  protected readonly awake = this.state.awake;
  protected readonly href = shopHref;
  protected readonly product = computed(() => this.state.model() as ProductModel);
  protected readonly own = computed(() => productWordsIn(this.product().frame.lang));
  protected readonly here = computed(() => shopHref(this.product().href));
}
