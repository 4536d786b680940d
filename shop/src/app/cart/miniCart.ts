import { ChangeDetectionStrategy, Component, computed, ElementRef, inject } from '@angular/core';
import { ShopState } from '../state/shopState';
import { CartPanel } from './cartPanel';
import { CartState } from './cartState';

/** In the shop's head: the way to the cart, and once something is put in, what is in it. */
@Component({
  selector: 'shop-mini-cart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CartPanel],
  host: { '(keydown.escape)': 'close()' },
  template: `
    <a class="site-cart" [href]="page()">
      {{ words().cartLink }}
      @if (carts.cart()?.count; as count) {
        <b>{{ count }}</b>
      }
    </a>
    <div class="unseen" role="status">
      @if (carts.added(); as title) {
        {{ words().addedToCart(title) }}
      }
    </div>
    @if (carts.open()) {
      <section class="mini-cart" [class.away]="away()" [attr.aria-label]="words().cart">
        @defer (on immediate) {
          <shop-cart-panel />
        }
      </section>
    }
  `,
})
export class MiniCart {
  protected readonly carts = inject(CartState);
  private readonly state = inject(ShopState);
  protected readonly words = this.state.words;
  private readonly place: HTMLElement = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  /** Whether the head is out of sight when the cart opens: then it stands in view all the same. */
  protected readonly away = computed(
    () => this.carts.open() && this.place.getBoundingClientRect().bottom < 0,
  );
  protected readonly page = computed(() => this.state.plain('/cart'));

  protected close(): void {
    this.carts.open.set(false);
  }
}
