import type { Cart, CartFault } from '@fond/core';
import { callApi } from '../state/callApi';

/** What is asked of the cart. */
export interface CartWish {
  operation: 'addToCart' | 'setInCart' | 'setWish';
  params?: { sku: string };
  body: object;
}

/** What the server says of a change that it did not make. */
interface Refusal {
  type: string;
  available?: number;
}

/** The cart as it is now, or why it wasn't changed. */
export async function changeCart(
  { operation, ...asked }: CartWish,
  lang: string,
): Promise<{ cart: Cart } | { fault: CartFault }> {
  const answer = await callApi(operation, { ...asked, query: { lang } }).catch(() => null);
  if (answer?.ok) return { cart: (await answer.json()) as Cart };
  const refusal = answer && ((await answer.json().catch(() => null)) as Refusal | null);
  switch (refusal?.type.split('/').at(-1)) {
    case 'not-enough-stock':
      return { fault: { kind: 'short', available: refusal?.available ?? 0 } };
    case 'cart-full':
      return { fault: { kind: 'full' } };
    case 'too-many-tries':
      return { fault: { kind: 'busy' } };
    case 'not-found':
      return { fault: { kind: 'gone' } };
    default:
      return { fault: { kind: 'away' } };
  }
}
