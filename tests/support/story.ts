import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { TestBrowser } from './browser';
import { startShop, type TestServer } from './server';

let opened: TestBrowser | null = null;

/** A demo shop that the stories of one file have to themselves, and a browser on it; the shop goes when that is closed. */
export const openShop = async (): Promise<{ server: TestServer; browser: TestBrowser }> =>
  openOn(await startShop({ shareRenditions: true }));

/** A browser on a server of the caller's; the server goes when it is closed. */
export async function openOn(server: TestServer): Promise<{ server: TestServer; browser: TestBrowser }> {
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
  return { server, browser: opened };
}

export const openBrowser = async (): Promise<TestBrowser> => (await openShop()).browser;

/** The one that was opened last. */
export const openedBrowser = (): TestBrowser | null => opened;
