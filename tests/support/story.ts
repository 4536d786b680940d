import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { inject } from 'vitest';
import { TestBrowser } from './browser';
import { startTestServer } from './server';

const DIST = path.resolve(import.meta.dirname, '../../dist');

let opened: TestBrowser | null = null;

/** A browser on a demo shop that the stories of one file have to themselves; it goes when the browser is closed. */
export async function openBrowser(): Promise<TestBrowser> {
  const server = await startTestServer(inject('databaseServer'), {
    demo: true,
    dist: DIST,
    shareRenditions: true,
  });
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
