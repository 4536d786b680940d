import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { ShopFrame } from '@fond/core';
import { CartState } from '../cart/cartState';
import { HEART } from '../cart/wishes';
import { MiniCart } from '../cart/miniCart';
import { Typed } from '../forms/typed';
import { shopHref, ShopState } from '../state/shopState';
import { shopWordsIn } from '../words/words';

@Component({
  selector: 'shop-header',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MiniCart, Typed],
  template: `
    <header class="site">
      <div class="site-top">
        <a class="site-name" [href]="home()">
          @if (frame().logo; as hash) {
            <img [src]="'/pictures/' + hash + '-' + logoWidth()" alt="" width="32" height="32" />
          }
          <span>{{ frame().title }}</span>
        </a>
        <form class="site-search" role="search" method="get" action="/shop/search">
          @if (!ownLanguage()) {
            <input type="hidden" name="lang" [value]="frame().lang" />
          }
          <input
            type="search"
            name="q"
            maxlength="200"
            [shopValue]="q()"
            [placeholder]="frame().searchHint"
            [attr.aria-label]="words().search"
          />
          <button type="submit">{{ words().search }}</button>
        </form>
        <div class="site-side">
          <a class="site-wishes" [href]="wishes()">
            <span class="unseen">{{ words().wishes }}</span>
            <svg viewBox="0 0 24 24" aria-hidden="true"><path [attr.d]="heart" /></svg>
            @if (carts.cart()?.wishes?.length; as count) {
              <b>{{ count }}</b>
            }
          </a>
          <shop-mini-cart />
          <a class="site-account" [href]="account()">{{ words().accountLink }}</a>
          <nav class="site-languages" aria-label="Language">
            @for (language of frame().languages; track language.lang) {
              <a
                [href]="href(language.href)"
                [attr.lang]="language.lang"
                [attr.hreflang]="language.lang"
                [attr.aria-current]="language.current ? 'true' : null"
                [attr.aria-label]="language.lang + ' – ' + words().language[language.lang]"
                >{{ language.lang }}</a
              >
            }
          </nav>
        </div>
      </div>
      <nav class="site-aisles" [attr.aria-label]="frame().title">
        <ul>
          @for (item of frame().navigation; track item.href) {
            <li>
              <a
                [href]="href(item.href)"
                [attr.aria-current]="item.current ? 'true' : null"
                [style.--own]="item.colour"
                >{{ item.title }}</a
              >
            </li>
          }
        </ul>
      </nav>
    </header>
  `,
})
export class SiteHeader {
  readonly frame = input.required<ShopFrame>();
  readonly q = input('');
  protected readonly href = shopHref;
  protected readonly logoWidth = computed(() => Math.min(...this.frame().pictureWidths));
  protected readonly words = computed(() => shopWordsIn(this.frame().lang));
  protected readonly ownLanguage = computed(() => this.frame().languages[0]?.lang === this.frame().lang);
  private readonly state = inject(ShopState);
  protected readonly carts = inject(CartState);
  protected readonly heart = HEART;
  protected readonly wishes = computed(() => `${this.state.plain('/cart')}#wishes`);
  protected readonly home = computed(() => this.state.plain('/'));
  protected readonly account = computed(() => this.state.plain('/account'));
}
