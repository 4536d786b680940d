import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { ProductModel } from '@fond/core';
import { Cards, type CardsModel } from '../card/cards';
import { shopHref, ShopState } from '../state/shopState';
import { ProductFactsView } from './productFactsView';

@Component({
  selector: 'shop-product',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cards, ProductFactsView],
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
        <shop-product-facts [product]="one" />
      </article>
      @if (related(); as shelf) {
        <section class="related">
          <h2>{{ one.related?.heading }}</h2>
          <shop-cards [model]="shelf" />
        </section>
      }
    </div>
  `,
})
export class ProductPage {
  private readonly state = inject(ShopState);
  protected readonly href = shopHref;
  protected readonly product = computed(() => this.state.model() as ProductModel);
  protected readonly related = computed((): CardsModel | null => {
    const { related } = this.product();
    return related && { ...related, form: 'grid' };
  });
}
