import express, { type Express, type Request, type Response } from 'express';
import { cartOf, CART_PATH, composeCart, languageOf, MAX_PIECES, type CartFault } from '@fond/core';
import type { ServingHost } from '../serving/servingHost';
import { seenEdition } from '../shop/shopper';
import { readParameters } from '../http/parameters';
import { isDatabaseAway, ProblemError } from '../problem/problem';
import { refuseStrangers } from '../http/strangers';
import type { RenderShop } from '../shop/renderers';
import type { CartCall, CartService } from './cart';

const CART = `/shop${CART_PATH}`;

interface Options {
  carts: CartService;
  host: ServingHost;
  render: RenderShop;
}

/** The shop's cart page, and the plain forms of all cards and products: nothing of it needs JavaScript. */
export function mountCart(app: Express, { carts, host, render }: Options): void {
  const language = (request: Request): string | undefined => readParameters(request.originalUrl)['lang'];
  const show = async (
    request: Request,
    response: Response,
    fault: CartFault | null,
    status = 200,
  ): Promise<void> => {
    const serving = host.serving();
    const { snapshot } = serving;
    const edition = seenEdition(request, serving);
    const lang = language(request);
    const cart = await carts.read(request, snapshot, lang).catch((error: unknown) => {
      if (!isDatabaseAway(error)) throw error;
      return null;
    });
    if (!cart) {
      const nothing = cartOf(snapshot, { lines: [], wishes: [] }, languageOf(snapshot, lang));
      const away = composeCart(snapshot, edition, lang, nothing, { kind: 'away' });
      response
        .status(503)
        .set('Cache-Control', 'no-store')
        .type('html')
        .send(await render(away));
      return;
    }
    response
      .status(status)
      .set('Cache-Control', 'no-store')
      .type('html')
      .send(await render(composeCart(snapshot, edition, lang, cart, fault)));
  };
  /** A form that was sent: what it asks for, then the cart page; or the page with the reason why not. */
  const form =
    (change: (call: CartCall, fields: Record<string, unknown>) => Promise<unknown>, place: string) =>
    async (request: Request, response: Response): Promise<void> => {
      refuseStrangers(request);
      const lang = language(request);
      try {
        const call = { request, response, snapshot: host.serving().snapshot, lang };
        await change(call, (request.body ?? {}) as Record<string, unknown>);
      } catch (error) {
        const fault = faultOf(error);
        if (!fault) throw error;
        await show(request, response, fault.fault, fault.status);
        return;
      }
      response.redirect(303, CART + (lang ? `?lang=${encodeURIComponent(lang)}` : '') + place);
    };
  const fields = express.urlencoded({ extended: false, limit: '4kb' });
  const text = (value: unknown): string => (typeof value === 'string' ? value.slice(0, 64) : '');

  app.get(CART, (request, response) => show(request, response, null));
  app.post(
    CART,
    fields,
    form(
      (call, { sku, quantity, pieces }) =>
        // A card or a product adds to the cart; the cart itself says how many there shall be.
        pieces === undefined
          ? carts.add(call, text(sku), piecesIn(quantity, 1))
          : carts.set(call, text(sku), piecesIn(pieces, 0)),
      '',
    ),
  );
  app.post(
    '/shop/wishes',
    fields,
    form(async (call, { sku }) => {
      const { wishes } = await carts.read(call.request, call.snapshot, call.lang);
      return carts.wish(call, text(sku), !wishes.includes(text(sku)));
    }, '#wishes'),
  );
}

/** What a shopper is told of a change that was not made; null for what is nobody's to mend but ours. */
function faultOf(error: unknown): { fault: CartFault; status: number } | null {
  if (isDatabaseAway(error)) return { fault: { kind: 'away' }, status: 503 };
  if (!(error instanceof ProblemError)) return null;
  const { status } = error;
  switch (error.problemName) {
    case 'not-enough-stock':
      return { fault: { kind: 'short', available: Number(error.more['available']) }, status };
    case 'too-many-tries':
      return { fault: { kind: 'busy' }, status };
    case 'cart-full':
      return { fault: { kind: 'full' }, status };
    case 'not-found':
      return { fault: { kind: 'gone' }, status };
    default:
      return null;
  }
}

/** A number of pieces as a form sends it; what can't be read is the least there can be. */
function piecesIn(value: unknown, least: number): number {
  const number = Math.floor(Number(value));
  return Number.isFinite(number) ? Math.min(MAX_PIECES, Math.max(least, number)) : least;
}
