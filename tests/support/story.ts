import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { TestBrowser } from './browser';
import { startShop } from './server';

let opened: TestBrowser | null = null;

/** A browser on a demo shop that the stories of one file have to themselves; it goes when the browser is closed. */
export async function openBrowser(): Promise<TestBrowser> {
  const server = await startShop({ shareRenditions: true });
  const listening = server.application.app.listen(0, '127.0.0.1');
  await once(listening, 'listening');
  opened = await TestBrowser.launch(
    `http://127.0.0.1:${(listening.address() as AddressInfo).port}`,
    async () => {
      listening.close();
      listening.closeAllConnections();
      await server.stop();
    },
  );
  return opened;
}

/** The one that was opened last. */
export const openedBrowser = (): TestBrowser | null => opened;
