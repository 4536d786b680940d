import type { OperationName } from '@fond/contract/operations';
import type { CatalogueHost } from '../catalogue/catalogueHost';
import type { Call, Handler } from '../http/mount';
import { refuseStrangers } from '../http/strangers';
import { standOf } from '../shop/pages';
import type { CartCall, CartService } from './cart';

type CartOperation = Extract<OperationName, 'cart' | 'addToCart' | 'setInCart' | 'setWish'>;

/** The cart for the shop's own pages and other shop fronts. */
export function cartHandlers(carts: CartService, host: CatalogueHost): Record<CartOperation, Handler> {
  const langOf = ({ query }: Call): string | undefined => (query as { lang?: string }).lang;
  /** A change, which only the shop's own pages can ask for. */
  const asked = (call: Call): CartCall => {
    refuseStrangers(call.request);
    const { snapshot } = standOf(host);
    return { request: call.request, response: call.response, snapshot, lang: langOf(call) };
  };
  const skuOf = ({ params }: Call): string => (params as { sku: string }).sku;
  return {
    cart: (call) => carts.read(call.request, standOf(host).snapshot, langOf(call)),
    addToCart: (call) => {
      const { sku, quantity } = call.body as { sku: string; quantity: number };
      return carts.add(asked(call), sku, quantity);
    },
    setInCart: (call) => carts.set(asked(call), skuOf(call), (call.body as { quantity: number }).quantity),
    setWish: (call) => carts.wish(asked(call), skuOf(call), (call.body as { wished: boolean }).wished),
  };
}
