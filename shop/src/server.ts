import { AngularAppEngine, createRequestHandler } from '@angular/ssr';
import type { ShopModel } from '@fond/core';

const engine = new AngularAppEngine();

/**
 * A model as a whole HTML document. The model says everything, so the renderer is always handed the same request: what
 * a shopper asked for, of which host and through which proxy, makes no difference to it.
 */
export async function render(model: ShopModel): Promise<string> {
  const response = await engine.handle(new Request('http://localhost/shop'), { model });
  if (response?.status !== 200)
    throw new Error(`The shop’s renderer answered ${response?.status ?? 'nothing'}.`);
  return response.text();
}

/** The build asks for a handler of this name; pages are rendered through `render`. */
export const reqHandler = createRequestHandler(() => null);
