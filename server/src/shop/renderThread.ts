import { AsyncLocalStorage } from 'node:async_hooks';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { pino } from 'pino';
import { workerData } from 'piscina';
import type { ShopModel } from '@fond/core';

/** What a thread is given: where the built shop lies, and what is worth logging. */
export interface RenderThreadData {
  dist: string;
  log: string;
}

const { dist, log: level } = workerData as RenderThreadData;
const log = pino({ level, name: 'pages' });
const rendering = new AsyncLocalStorage<ShopModel['kind']>();
const shop = (await import(pathToFileURL(path.join(dist, 'shop', 'server', 'server.mjs')).href)) as {
  render: (model: ShopModel) => Promise<string>;
};

// The renderer takes a page down after it has handed it out, when nobody is left who could catch what that throws. All
// other pages are as they were, so the thread goes on; of an error from elsewhere nobody knows what it left behind.
process.on('uncaughtException', (error) => {
  const page = rendering.getStore();
  if (page) log.error({ err: error, page }, 'A page threw after it had been rendered');
  else {
    log.error({ err: error }, 'A thread for pages ends');
    process.exit(1);
  }
});

/** A model, as JSON, as a whole HTML document. */
export function render(json: string): Promise<string> {
  const model = JSON.parse(json) as ShopModel;
  return rendering.run(model.kind, () => shop.render(model));
}
