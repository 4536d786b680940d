import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  eventually,
  frameOf,
  planFor,
  pressWord,
  publishOpen,
  says,
  TestBrowser,
  press,
} from '../support/browser';
import { openBrowser } from '../support/story';

let browser: TestBrowser;
let page: Page;
beforeAll(async () => {
  browser = await openBrowser();
  ({ page } = await planFor(browser, '/cookware/pots', 'Pots badges'));
});
afterAll(() => browser.close());

const label = (name: string): string => `[aria-label="${name}"]`;

describe('badges', () => {
  it('are added with words of their own, and seen on real cards at once', async () => {
    await pressWord(page, 'badges');
    await says(page, '[data-badge="sale"] .evidence', 'in the shop');
    await press(page, 'desk-badges-slip button::-p-text(Add a badge)');
    await page.locator(label('What the badge says, en')).fill('From {rating} stars');
    // Every product that is rated shall carry it.
    await press(page, 'desk-badge-fields [aria-label="Take away: are featured"]');
    await press(page, 'desk-badge-fields button::-p-text(bottom, at the end)');
    const frame = await frameOf(page);
    await says(frame, '.at-bottom-end .badge', 'From ');
    await page.waitForSelector('desk-badge-example figure span.at-bottom-end');
  });

  it('are told to be hard to read while their colours are chosen', async () => {
    await page.select(label('Ground, by name'), 'ink');
    await says(page, 'desk-badges-slip', 'hard to read on their ground');
    await page.select(label('Words, by name'), 'ground');
    await eventually(
      page,
      () => document.querySelector('desk-badges-slip')!.textContent!,
      (text) => !text.includes('hard to read'),
    );
  });

  it('that meet on one product are told, and ranked, so that the first one stays', async () => {
    const frame = await frameOf(page);
    await press(page, label('Less: Badges on one card'));
    await press(page, label('Less: Badges on one card'));
    await says(page, 'desk-badges-slip', 'more than may stand on one card');
    const first = (): Promise<string> =>
      page.$eval('desk-badges-slip tbody tr:first-child td', (cell) => cell.textContent!.trim());
    expect(await first()).not.toContain('stars');
    for (let n = 0; n < 3; n++) await press(page, label('Up: From {rating} stars'));
    await eventually(
      page,
      () => document.querySelector('desk-badges-slip tbody tr:first-child td')!.textContent!.trim(),
      (text) => text.includes('stars'),
    );
    await eventually(
      frame,
      () =>
        [...document.querySelectorAll('.card')].filter((card) => card.querySelectorAll('.badge').length > 1)
          .length,
      (cards) => cards === 0,
    );
  });

  it('survive a reload, and are what shoppers get without JavaScript', async () => {
    await page.waitForSelector('.saving.saved');
    await page.reload();
    await says(page, '[data-slip="badges"]', 'at most 1 on a card');
    await publishOpen(page);
    const shopper = await browser.page(390, 844);
    await shopper.setJavaScriptEnabled(false);
    await shopper.goto(`${browser.baseUrl}/shop/cookware/pots`);
    expect(await shopper.$$eval('.at-bottom-end .badge', (all) => all.length)).toBeGreaterThan(0);
    const within = await shopper.$$eval('.card-picture:has(.badge)', (pictures) =>
      pictures.every((picture) => {
        const [outer, inner] = [picture, picture.querySelector('.badge')!].map((one) =>
          one.getBoundingClientRect(),
        );
        return inner.left >= outer.left && inner.right <= outer.right && inner.bottom <= outer.bottom;
      }),
    );
    expect(within, 'no badge leaves its picture').toBe(true);
    expect(browser.complaints).toEqual([]);
  });
});
