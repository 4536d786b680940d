import { computed, inject, Injectable } from '@angular/core';
import { CartState } from './cartState';

/** Which products the shopper wishes for. */
@Injectable({ providedIn: 'root' })
export class Wishes {
  private readonly cart = inject(CartState).cart;
  private readonly skus = computed(() => new Set(this.cart()?.wishes));

  /** `true` or `false` as a pressed button says it; null while nothing is known. */
  has(sku: string): 'true' | 'false' | null {
    return this.cart() ? (this.skus().has(sku) ? 'true' : 'false') : null;
  }
}
