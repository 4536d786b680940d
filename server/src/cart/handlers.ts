import type { Call, Handlers } from '../http/handler';
import { refuseStrangers } from '../http/strangers';
import type { Services } from '../services';
import type { CartCall } from './cart';

type Own = 'cart' | 'addToCart' | 'setInCart' | 'setWish';

/** The cart for the shop's own pages and other shop fronts. */
export function cartHandlers({ carts, host }: Services): Handlers<Own> {
  /** A change, which only the shop's own pages can ask for. */
  const asked = ({ request, response, query }: Call<Exclude<Own, 'cart'>>): CartCall => {
    refuseStrangers(request);
    const { snapshot } = host.serving();
    return { request, response, snapshot, lang: query.lang };
  };
  return {
    cart: ({ request, query }) => carts.read(request, host.serving().snapshot, query.lang),
    addToCart: (call) => carts.add(asked(call), call.body.sku, call.body.quantity),
    setInCart: (call) => carts.set(asked(call), call.params.sku, call.body.quantity),
    setWish: (call) => carts.wish(asked(call), call.params.sku, call.body.wished),
  };
}
