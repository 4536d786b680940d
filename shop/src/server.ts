import { AngularAppEngine, createRequestHandler } from '@angular/ssr';
import type { ShopModel } from '@fond/core';

const engine = new AngularAppEngine();

/**
 * A model as a whole HTML document. The renderer is handed a request of our own making: which host a shopper asked
 * for, and through which proxy, makes no difference to a page.
 */
export async function render(address: string, model: ShopModel): Promise<string> {
  const response = await engine.handle(new Request(`http://localhost/shop${address}`), { model });
  if (response?.status !== 200)
    throw new Error(`The shop’s renderer answered ${response?.status ?? 'nothing'} for ${address}.`);
  return response.text();
}

/** The build asks for a handler of this name; pages are rendered through `render`. */
export const reqHandler = createRequestHandler(() => null);
