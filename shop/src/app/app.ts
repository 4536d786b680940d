import { NgComponentOutlet } from '@angular/common';
import {
  afterNextRender,
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
} from '@angular/core';
import type { ShopModel } from '@fond/core';
import { CardLooks } from './card/cardLooks';
import { SiteFooter } from './layout/siteFooter';
import { SiteHeader } from './layout/siteHeader';
import { CompareTray } from './cart/compareTray';
import { Compared } from './cart/compared';
import { CartState } from './cart/cartState';
import { Navigation } from './state/navigation';
import { PageViews } from './state/pageViews';
import { PreviewFrame } from './state/previewFrame';
import { shopHref, ShopState } from './state/shopState';

/** The product that a page shows large, or lies over it; null for none. */
function lookedAtSku(model: ShopModel): string | null {
  if (model.kind === 'product') return model.sku;
  return model.kind === 'listing' && model.quick ? model.quick.product.sku : null;
}

/** Named apart so that they come with the first script: a part that can't be fetched later would take the page's away. */
const PARTS = [CardLooks, NgComponentOutlet, SiteFooter, SiteHeader];

@Component({
  selector: 'shop-root',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PARTS, CompareTray],
  template: `
    <a class="skip" [href]="here()">{{ state.words().skip }}</a>
    @if (state.busy()) {
      <div class="progress" role="progressbar"></div>
    }
    @if (state.model().kind !== 'bench') {
      @defer (on immediate; hydrate on idle; hydrate when state.awake()) {
        <shop-header [frame]="state.model().frame" [q]="q()" />
      }
    }
    <main id="main" tabindex="-1" [attr.aria-busy]="state.busy()">
      <ng-container *ngComponentOutlet="view()" />
    </main>
    <shop-card-looks />
    @defer (when compared.seen()) {
      <shop-compare-tray />
    }
    @if (state.model().kind !== 'bench') {
      @defer (on immediate; hydrate on viewport; hydrate when state.awake()) {
        <shop-footer [frame]="state.model().frame" />
      }
    }
  `,
})
export class App {
  protected readonly state = inject(ShopState);
  protected readonly compared = inject(Compared);
  private readonly views = inject(PageViews);
  protected readonly view = computed(() => this.views.of(this.state.model().kind));

  constructor() {
    const frame = inject(PreviewFrame);
    const injector = inject(Injector);
    const navigation = inject(Navigation);
    const carts = inject(CartState);
    afterRenderEffect(() => {
      const sku = lookedAtSku(this.state.model());
      if (sku !== null && !frame.inside)
        void import('./state/lookedAt').then(({ LookedAt }) => injector.get(LookedAt).note(sku));
    });
    afterNextRender(() => {
      // What a page does besides being one comes later: a card has been seen after a second at the earliest.
      const wait = frame.start() ? 0 : 1_000;
      setTimeout(() => void import('./state/beside').then(({ goBeside }) => goBeside(injector)), wait);
      this.compared.start();
      navigation.start();
      carts.start();
      // Whoever was quicker than the script is in the field already.
      const hear = (field: Element | null): void => {
        if (field?.matches('.site-search input'))
          void import('./layout/suggestions').then(({ suggestIn }) => suggestIn(field as HTMLInputElement));
      };
      document.addEventListener('focusin', ({ target }) => hear(target as Element));
      hear(document.activeElement);
    });
  }

  /** Within the document itself: with a base address, a bare fragment would lead to the front. */
  protected here(): string {
    const model = this.state.model();
    const { languages, meta } = model.frame;
    const place =
      model.kind === 'product' || model.kind === 'cart' || this.state.shelf() ? '#products' : '#main';
    const href = languages.find((language) => language.current)?.href ?? '/';
    return (meta.canonical === null ? this.state.asked() : shopHref(href)) + place;
  }

  protected q(): string {
    const model = this.state.model();
    // The head searches the whole shop; what is searched for within an aisle stands in the aisle's own box.
    return model.kind === 'listing' && model.aisle.kind === 'search' ? model.q : '';
  }
}
