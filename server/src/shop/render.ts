import { AsyncLocalStorage } from 'node:async_hooks';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import type { ShopModel } from '@fond/core';

/** What the built shop exports: renders a model as a whole HTML document. */
export type RenderShop = (model: ShopModel) => Promise<string>;

const rendering = new AsyncLocalStorage<ShopModel['kind']>();

/** Loads the built shop. */
export async function loadShop(dist: string): Promise<RenderShop> {
  const bundle = (await import(pathToFileURL(path.join(dist, 'shop', 'server', 'server.mjs')).href)) as {
    render: RenderShop;
  };
  return marked(bundle.render);
}

/** The renderer takes a page down after it has handed it out, when nobody is left who could catch what that throws. */
export const marked =
  (render: RenderShop): RenderShop =>
  (model) =>
    rendering.run(model.kind, () => render(model));

/** Within the handler of an error that nobody caught: the kind of page whose rendering threw it, null where none did. */
export const pageAtFault = (): ShopModel['kind'] | null => rendering.getStore() ?? null;
