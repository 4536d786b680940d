import { computed, inject, Injectable } from '@angular/core';
import { CartState } from './cartState';

/** The outline of a heart, in a square of 24. */
export const HEART = 'M12 20 4.5 12.6a4.8 4.8 0 0 1 7.5-6 4.8 4.8 0 0 1 7.5 6Z';

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
