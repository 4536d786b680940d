import { inject } from 'vitest';
import { TestBrowser } from './browser';

let opened: TestBrowser | null = null;

/** A browser on the application that the stories of this worker have to themselves. */
export async function openBrowser(): Promise<TestBrowser> {
  opened = await TestBrowser.launch(inject('baseUrls')[Number(process.env['VITEST_POOL_ID']) - 1]);
  return opened;
}

/** The one that was opened last. */
export const openedBrowser = (): TestBrowser | null => opened;
