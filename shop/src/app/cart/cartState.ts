import { inject, Injectable, signal } from '@angular/core';
import type { Cart, CartFault, CartModel } from '@fond/core';
import { keepFocus } from '../state/navigation';
import { callApi } from '../state/callApi';
import { PreviewFrame } from '../state/previewFrame';
import { ShopState } from '../state/shopState';
import type { CartWish } from './cartChange';

/** A card says for so many milliseconds that its product is in the cart. */
const SAID_FOR = 4_000;

/**
 * The shopper's cart and wish list in the browser. Pages are the same for everybody and kept, so what is a shopper's own
 * is asked for once a page runs; until then, and without JavaScript, the forms lead to the cart's own page.
 */
@Injectable({ providedIn: 'root' })
export class CartState {
  private readonly state = inject(ShopState);
  private readonly frame = inject(PreviewFrame);
  /** Null until it is known. */
  readonly cart = signal<Cart | null>(null);
  /** What happened last, for a line that is read out; empty before anything has. */
  readonly fault = signal<CartFault | null>(null);
  /** Title of what was put into the cart last. */
  readonly added = signal<string | null>(null);
  /** Title of what was taken out last. */
  readonly takenOut = signal<string | null>(null);
  /** Article number of what was put in last, for its card to say so; null again after a while. */
  readonly just = signal<string | null>(null);
  private forgetting: ReturnType<typeof setTimeout> | undefined;
  /** What was put in last, and how many pieces of it the cart held before. */
  private lastAdded: { sku: string; before: number } | null = null;
  /** Whether the small cart in the shop's head is open. */
  readonly open = signal(false);

  /** Asks for the cart, and takes over the forms that change it. */
  start(): void {
    document.addEventListener('submit', (event) => this.onSubmit(event));
    if (!this.frame.inside) void this.load();
  }

  private async load(): Promise<void> {
    const answer = await callApi('cart', { query: this.lang() }).catch(() => null);
    if (answer?.ok) this.take((await answer.json()) as Cart);
  }

  private lang(): { lang: string } {
    return { lang: this.state.model().frame.lang };
  }

  private onSubmit(event: SubmitEvent): void {
    const form = event.target;
    if (event.defaultPrevented || !(form instanceof HTMLFormElement) || form.method !== 'post') return;
    const { pathname } = new URL(form.action);
    if (pathname !== '/shop/cart' && pathname !== '/shop/wishes') return;
    const fields = new FormData(form, event.submitter);
    const sku = fields.get('sku');
    if (typeof sku !== 'string') return;
    event.preventDefault();
    // In the desk's window nothing is bought.
    if (this.frame.inside) return;
    const params = { sku };
    if (pathname === '/shop/wishes')
      void this.change(
        { operation: 'setWish', params, body: { wished: !this.cart()?.wishes.includes(sku) } },
        form,
      );
    else if (fields.has('pieces'))
      void this.change(
        { operation: 'setInCart', params, body: { quantity: Number(fields.get('pieces')) } },
        form,
      );
    else {
      const body = { sku, quantity: Number(fields.get('quantity') ?? 1) };
      void this.change({ operation: 'addToCart', body }, form, body);
    }
  }

  /** The cart as it was before something was put into it. */
  undo(): void {
    if (!this.lastAdded) return;
    const { sku, before } = this.lastAdded;
    this.lastAdded = null;
    this.just.set(null);
    void this.change({ operation: 'setInCart', params: { sku }, body: { quantity: before } }, null);
  }

  private async change(
    wish: CartWish,
    form: HTMLFormElement | null,
    adds: { sku: string; quantity: number } | null = null,
  ): Promise<void> {
    this.fault.set(null);
    this.added.set(null);
    // Most pages are looked at alone, so what changes a cart comes once somebody wants that.
    const done = await import('./cartChange').then(
      ({ changeCart }) => changeCart(wish, this.lang().lang),
      () => ({ fault: { kind: 'away' } as const }),
    );
    if ('fault' in done) {
      this.fault.set(done.fault);
      this.unfold();
      // What was typed, and was not taken, makes room for what holds.
      form?.reset();
      return;
    }
    this.take(done.cart);
    if (!adds) return;
    const line = done.cart.lines.find(({ sku }) => sku === adds.sku);
    this.added.set(line?.title ?? null);
    this.just.set(adds.sku);
    // By what the server holds now: what it held before may never have been known here.
    this.lastAdded = { sku: adds.sku, before: (line?.quantity ?? adds.quantity) - adds.quantity };
    clearTimeout(this.forgetting);
    this.forgetting = setTimeout(() => this.just.set(null), SAID_FOR);
    this.unfold();
  }

  /** A product's own page, and a quick look, say themselves what has come of it. */
  private unfold(): void {
    const model = this.state.model();
    this.open.set(model.kind !== 'product' && !(model.kind === 'listing' && model.quick));
  }

  private take(cart: Cart): void {
    const before = this.cart()?.lines ?? [];
    const gone = before.find(({ sku }) => !cart.lines.some((line) => line.sku === sku));
    this.takenOut.set(gone?.title ?? null);
    this.cart.set(cart);
    const model = this.state.model();
    if (model.kind !== 'cart') return;
    const kept = new Set(cart.wishes);
    const wished = model.wished && {
      ...model.wished,
      cards: model.wished.cards.filter(({ sku }) => kept.has(sku)),
    };
    this.state.model.set({
      ...model,
      cart,
      fault: null,
      wished: wished?.cards.length ? wished : null,
    } satisfies CartModel);
    keepFocus('products');
  }
}
