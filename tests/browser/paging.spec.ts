import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { eventually, planFor, publishOpen, says, TestBrowser, press } from '../support/browser';
import { openBrowser } from '../support/story';

const PATH = '/tags/ready-for-induction';
let browser: TestBrowser;
let desk: Page;
let plan: string;
let shopper: Page;
beforeAll(async () => {
  browser = await openBrowser();
  ({ page: desk, id: plan } = await planFor(browser, PATH, 'Induction plan'));
  shopper = await browser.page(1280, 900);
});
afterAll(() => browser.close());

const cards = (page: Page): Promise<string[]> =>
  page.$$eval('#products .card h3 a', (all) => all.map((one) => (one as HTMLAnchorElement).pathname));
const countIs = (page: Page, count: number): Promise<number> =>
  eventually(
    page,
    () => document.querySelectorAll('#products .card').length,
    (found) => found === count,
  );
const choosePaging = async (name: string): Promise<void> => {
  await desk.goto(`${browser.baseUrl}/plans/${plan}?open=grid&aisle=${PATH}`);
  await press(desk, `desk-grid-slip [aria-label="Further pages"] button::-p-text(${name})`);
};

describe('further pages', () => {
  it('come by a button where the plan says so, each product once, and the one who pressed goes on there', async () => {
    await choosePaging('a button');
    await says(desk, '[data-slip="grid"]', 'more by a button');
    await publishOpen(desk);
    await shopper.goto(`${browser.baseUrl}/shop${PATH}`);
    expect(await cards(shopper)).toHaveLength(12);
    await press(shopper, '.further a[rel="next"]');
    await countIs(shopper, 24);
    const two = await cards(shopper);
    expect(new Set(two).size).toBe(24);
    expect(new URL(shopper.url()).search).toBe('?page=2&from=1');
    await eventually(
      shopper,
      () => (document.activeElement as HTMLAnchorElement | null)?.pathname ?? '',
      (path) => path === two[12],
    );
    await says(shopper, '.found', '1–24 of');
  });

  it('are there again at the same place when somebody comes Back from a product', async () => {
    const two = await cards(shopper);
    await shopper.$eval('#products .card:nth-child(20)', (card) => card.scrollIntoView({ block: 'center' }));
    const place = await shopper.evaluate(() => Math.round(window.scrollY));
    expect(place).toBeGreaterThan(1000);
    await shopper.$eval('#products .card:nth-child(20) h3 a', (link) => (link as HTMLElement).click());
    await shopper.waitForFunction(() => location.pathname.startsWith('/shop/products/'));
    await shopper.waitForSelector('shop-product');
    await shopper.goBack();
    await countIs(shopper, 24);
    expect(await cards(shopper)).toEqual(two);
    await eventually(
      shopper,
      () => window.scrollY,
      (now) => Math.abs(now - place) < 3,
    );
    // The aisle is one step of the history, however many pages were added to it.
    await shopper.reload();
    expect(await cards(shopper)).toEqual(two);
  });

  it('have addresses that work without JavaScript, with those before one press away', async () => {
    const plain = await browser.page(390, 844);
    await plain.setJavaScriptEnabled(false);
    await plain.goto(`${browser.baseUrl}/shop${PATH}?page=2`);
    expect(await cards(plain)).toHaveLength(12);
    await plain.$eval('.further a[rel="prev"]', (link) => (link as HTMLElement).click());
    await plain.waitForNavigation();
    expect(await cards(plain)).toEqual(await cards(shopper));
  });

  it('come by scrolling up to the button, so that the foot of the page can be reached', async () => {
    await choosePaging('scrolling');
    await says(desk, '[data-slip="grid"]', 'more while scrolling');
    await publishOpen(desk);
    await shopper.goto(`${browser.baseUrl}/shop${PATH}`);
    const down = (): Promise<void> => shopper.evaluate(() => window.scrollTo(0, document.body.scrollHeight));
    await down();
    await countIs(shopper, 24);
    await down();
    await countIs(shopper, 36);
    await down();
    // Three pages stand there; the next one waits for the button, and the foot is in view.
    await shopper.waitForFunction(
      () => document.querySelector('footer')!.getBoundingClientRect().top < innerHeight,
    );
    await says(shopper, '.further', 'more');
    expect(await cards(shopper)).toHaveLength(36);
    await shopper.$eval('.further a[rel="next"]', (link) => (link as HTMLElement).click());
    await eventually(
      shopper,
      () => document.querySelectorAll('#products .card').length,
      (found) => found > 36,
    );
    expect(browser.complaints).toEqual([]);
  });
});
