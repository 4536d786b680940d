import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { violations } from '../support/axe';
import { press, textOf, type TestBrowser } from '../support/browser';
import { openBrowser } from '../support/story';

let browser: TestBrowser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const shop = (path: string): string => `${browser.baseUrl}/shop${path}`;

describe('a comparison', () => {
  it('is gathered from product to product, and told in a table', async () => {
    const page = await browser.page();
    await page.goto(shop('/cookware/pans'));
    const hrefs = await page.$$eval('#products .card-name a', (links) =>
      links.slice(0, 5).map((link) => (link as HTMLAnchorElement).href),
    );
    for (const [at, href] of hrefs.entries()) {
      await page.goto(href);
      await page.waitForSelector('.product .card-wish [aria-pressed]');
      await press(page, '.product [data-compare]');
      if (at < 4) await page.waitForSelector('.product [data-compare].on');
    }
    await page.waitForSelector('.compare-tray p:not(.unseen)');
    expect(await textOf(page, '.compare-tray p')).toContain('Four products');
    await press(page, '.compare-tray li:last-child button');
    await press(page, '.compare-tray .button');
    await page.waitForSelector('.compare-sheet');
    expect(await page.$('.compare-tray')).toBeNull();
    expect(await page.$$eval('.compare-sheet thead th', (heads) => heads.length)).toBe(3);

    const lines = (): Promise<number> =>
      page.$$eval(
        '.compare-sheet tbody tr',
        (rows) => rows.filter((row) => (row as HTMLElement).offsetHeight > 0).length,
      );
    const all = await lines();
    await press(page, '.only-different');
    expect(await lines()).toBeLessThan(all);

    // The address is the comparison: it can be sent to somebody.
    const other = await browser.page(390, 844);
    await other.setJavaScriptEnabled(false);
    await other.goto(page.url());
    expect(await other.$$eval('.compare-sheet thead th', (heads) => heads.length)).toBe(3);
    expect(
      await other.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
    ).toBe(0);
    await Promise.all([other.waitForNavigation(), other.click('.compare-out')]);
    expect(await other.$$eval('.compare-sheet thead th', (heads) => heads.length)).toBe(2);
    expect(await violations(page)).toEqual([]);
  });

  it('leads from a product to others like it without JavaScript', async () => {
    const page = await browser.page();
    await page.setJavaScriptEnabled(false);
    await page.goto(shop('/cookware/pans'));
    await Promise.all([page.waitForNavigation(), page.click('#products .card-name a')]);
    await Promise.all([page.waitForNavigation(), page.click('.product [data-compare]')]);
    await Promise.all([page.waitForNavigation(), page.click('.compare-offered a')]);
    expect(await page.$$eval('.compare-sheet thead th', (heads) => heads.length)).toBe(2);
  });
});

describe('the orders of a shelf', () => {
  it('stay in reach beside the filters while a narrow page is scrolled', async () => {
    const phone = await browser.page(390, 844);
    await phone.goto(shop('/cookware/pans'));
    await phone.waitForFunction(() => !document.querySelector('shop-root[ngh]'));
    await phone.evaluate(() => scrollTo(0, 1500));
    await press(phone, '.filters-sort summary');
    await press(phone, '.filters-sort a[href*="order=price-desc"]');
    await phone.waitForFunction(() => location.search.includes('order=price-desc'));
    expect(await phone.$eval('.toolbar shop-sort', (one) => getComputedStyle(one).display)).toBe('none');
  });
});
