import type { CartFault } from '@fond/core';
import type { ShopWords } from '../words/shopWords';

/** Why a change of the cart was not made, in the shop's words. */
export function cartFaultText(fault: CartFault, words: ShopWords): string {
  switch (fault.kind) {
    case 'short':
      return words.shortOf(fault.available);
    case 'full':
      return words.cartFull;
    case 'gone':
      return words.productGone;
    case 'busy':
      return words.cartBusy;
    case 'away':
      return words.cartAway;
  }
}
