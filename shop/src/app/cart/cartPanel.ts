import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { pictureAt } from '../picture/picture';
import { shopHref, ShopState } from '../state/shopState';
import { cartFaultText } from './cartFaultText';
import { CartState } from './cartState';

/** What is in the cart, once something was put in; it comes when it is first needed. */
@Component({
  selector: 'shop-cart-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button type="button" class="mini-close" [attr.aria-label]="words().close" (click)="close()">×</button>
    @if (carts.added(); as title) {
      <p class="mini-said">
        {{ words().addedToCart(title) }}
        <button type="button" class="mini-undo" (click)="carts.undo()">{{ words().undoAdded }}</button>
      </p>
    }
    @if (carts.fault(); as fault) {
      <p class="cart-fault" role="alert">{{ faultText(fault) }}</p>
    }
    <ul>
      @for (line of carts.cart()?.lines; track line.sku) {
        <li>
          @if (line.image; as image) {
            <img [src]="small(image.hash)" width="44" height="50" alt="" />
          }
          <a [href]="href(line.href)">{{ line.title }}</a>
          <span>{{ line.quantity }} × {{ line.price?.text ?? words().noPrice }}</span>
        </li>
      } @empty {
        <li class="mini-empty">{{ words().cartEmpty }}</li>
      }
    </ul>
    <p class="mini-foot">
      @for (total of carts.cart()?.totals; track total.currency) {
        <strong>{{ total.text }}</strong>
      }
      <a class="button" [href]="page()">{{ words().toCart }}</a>
    </p>
  `,
})
export class CartPanel {
  protected readonly carts = inject(CartState);
  private readonly state = inject(ShopState);
  protected readonly words = this.state.words;
  protected readonly href = shopHref;
  protected readonly page = computed(() => this.state.plain('/cart'));

  protected small(hash: string): string {
    return pictureAt(hash, this.state.model().frame.pictureWidths[0]);
  }

  protected faultText(fault: NonNullable<ReturnType<CartState['fault']>>): string {
    return cartFaultText(fault, this.words());
  }

  protected close(): void {
    this.carts.open.set(false);
  }
}
