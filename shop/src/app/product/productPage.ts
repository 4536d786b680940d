import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { ProductModel } from '@fond/core';
import { Cards, type CardsModel } from '../card/cards';
import { shopHref, ShopState } from '../state/shopState';
import { ProductFactsView } from './productFactsView';

/** Named apart so that they come with the page's script: a part that can't be fetched later would take the page's away. */
const VIEWS = [Cards, ProductFactsView];

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
          <shop-product-facts [product]="one" />
        }
      </article>
      @if (related(); as shelf) {
        <section class="related">
          @defer (on immediate; hydrate on viewport; hydrate when awake()) {
            <h2>{{ one.related?.heading }}</h2>
            <shop-cards [model]="shelf" />
          }
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
  protected readonly related = computed((): CardsModel | null => {
    const { related } = this.product();
    return related && { ...related, form: 'grid' };
  });
}
