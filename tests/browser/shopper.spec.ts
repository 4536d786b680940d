import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { cardRooms, DEVICE_WIDTHS, shelfOf, shelfRooms, widthIn, WIDTH_NAMES, type Plan } from '@fond/core';
import { eventually, TestBrowser, textOf, press } from '../support/browser';
import { openBrowser } from '../support/story';

let browser: TestBrowser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const shop = (path: string): string => `${browser.baseUrl}/shop${path}`;
const found = (page: Page): Promise<string> => textOf(page, '.found strong');
const value = (label: string): string => `.values a::-p-text(${label})`;
const cards = (page: Page): Promise<string[]> =>
  page.$$eval('.card-name', (names) => names.map((name) => name.textContent!.trim()));

describe('a shopper with JavaScript', () => {
  it('filters in place, and every state has an address that leads to it', async () => {
    const page = await browser.page();
    await page.goto(shop('/cookware'));
    await page.waitForFunction(() => !document.querySelector('shop-root[ngh]'));
    await page.evaluate(() => ((window as unknown as { mark: number }).mark = 1));
    const all = await found(page);
    await press(page, value('Copper'));
    await page.waitForFunction(() => location.search === '?material=copper');
    await eventually(
      page,
      () => document.querySelector('.found strong')!.textContent!,
      (text) => text !== '86 products',
    );
    const copper = await found(page);
    expect(await page.$$eval('.chips a', (chips) => chips.length)).toBe(2);
    expect(await page.evaluate(() => (window as unknown as { mark: number }).mark)).toBe(1);

    const other = await browser.page();
    await other.goto(page.url());
    expect(await found(other)).toBe(copper);
    expect(await cards(other)).toEqual(await cards(page));

    await page.goBack();
    await eventually(
      page,
      () => document.querySelector('.found strong')!.textContent!,
      (text) => text === '86 products',
    );
    expect(await found(page)).toBe(all);
    expect(await page.evaluate(() => location.search)).toBe('');
  });

  it('sorts in place, and folds the choices away', async () => {
    const page = await browser.page();
    await page.goto(shop('/cookware'));
    await page.waitForFunction(() => !document.querySelector('shop-root[ngh]'));
    await page.evaluate(() => ((window as unknown as { mark: number }).mark = 1));
    await press(page, '.toolbar .sort summary');
    await press(page, '.toolbar .sort a[href*="order=price-desc"]');
    await page.waitForFunction(() => location.search === '?order=price-desc');
    await eventually(
      page,
      () => document.querySelector('.toolbar .sort summary')!.textContent!,
      (text) => text.includes('high to low'),
    );
    expect(await page.$eval('.toolbar .sort', (list) => (list as HTMLDetailsElement).open)).toBe(false);
    expect(await page.evaluate(() => (window as unknown as { mark: number }).mark)).toBe(1);
  });

  it('turns pages by real links and lands at the products', async () => {
    const page = await browser.page();
    await page.goto(shop('/cookware'));
    await page.waitForFunction(() => !document.querySelector('shop-root[ngh]'));
    const first = await cards(page);
    await press(page, '.pager a[rel=next]');
    await page.waitForFunction(() => location.search === '?page=2');
    const second = await cards(page);
    expect(second.some((name) => first.includes(name))).toBe(false);
    await eventually(
      page,
      () => document.activeElement?.id ?? '',
      (id) => id === 'products',
    );
  });

  it('narrows the price with two numbers', async () => {
    const page = await browser.page();
    await page.goto(shop('/table?material=stoneware'));
    await page.waitForFunction(() => !document.querySelector('shop-root[ngh]'));
    await page.locator('input[name="price.to"]').fill('15');
    await press(page, '.range button');
    await page.waitForFunction(() => location.search === '?material=stoneware&price=..15');
    const prices = await page.$$eval('.card-price strong', (all) =>
      all.map((price) => parseFloat(price.textContent!.slice(1))),
    );
    expect(Math.max(...prices)).toBeLessThanOrEqual(15);
  });

  it('sees on a phone that there are more aisles at the top, up to the last one', async () => {
    const page = await browser.page(390, 844);
    await page.goto(shop('/'));
    const arrow = (): string =>
      getComputedStyle(document.querySelector('.site-aisles ul')!, '::after').display;
    const room = await page.$eval('.site-aisles', (nav) => [nav.scrollWidth, nav.clientWidth]);
    expect(room[0]).toBeGreaterThan(room[1]);
    await eventually(page, arrow, (display) => display === 'flex');
    await page.$eval('.site-aisles', (nav) => nav.scrollTo({ left: nav.scrollWidth }));
    await eventually(page, arrow, (display) => display === 'none');
    const wide = await browser.page();
    await wide.goto(shop('/'));
    expect(await wide.evaluate(arrow)).toBe('none');
  });

  it('meets no layout shift and little JavaScript', async () => {
    const page = await browser.page();
    let scripts = 0;
    const client = await page.createCDPSession();
    await client.send('Network.enable');
    client.on('Network.responseReceived', ({ response, requestId, type }) => {
      if (type === 'Script')
        client.on('Network.loadingFinished', (event) => {
          if (event.requestId === requestId) scripts += event.encodedDataLength;
        });
      void response;
    });
    await page.evaluateOnNewDocument(() => {
      const counted = window as unknown as { shift: number };
      counted.shift = 0;
      new PerformanceObserver((list) => {
        for (const entry of list.getEntries()) counted.shift += (entry as unknown as { value: number }).value;
      }).observe({ type: 'layout-shift', buffered: true });
    });
    await page.goto(shop('/cookware/pans'), { waitUntil: 'networkidle0' });
    expect(await page.evaluate(() => (window as unknown as { shift: number }).shift)).toBe(0);
    expect(scripts).toBeGreaterThan(10_000);
    // 80 kB of script, and what HTTP says about it.
    expect(scripts).toBeLessThan(82_000);
  });
});

describe('a shopper without JavaScript', () => {
  async function plainPage(): Promise<Page> {
    const page = await browser.page();
    await page.setJavaScriptEnabled(false);
    return page;
  }

  it('filters, sorts, pages, searches and narrows the price', async () => {
    const page = await plainPage();
    await page.goto(shop('/cookware'));
    const follow = async (selector: string): Promise<void> => {
      await Promise.all([page.waitForNavigation(), page.click(selector)]);
    };
    await follow('.values a[href*="material=copper"]');
    const copper = await found(page);
    expect(copper).not.toBe('86 products');
    await page.click('.toolbar .sort summary');
    await follow('.toolbar .sort a[href*="order=price-desc"]');
    expect(await found(page)).toBe(copper);
    const prices = await page.$$eval('.card-price strong', (all) =>
      all.map((price) => parseFloat(price.textContent!.slice(1))),
    );
    expect(prices).toEqual([...prices].sort((a, b) => b - a));
    await page.type('input[name="price.from"]', '100');
    await follow('.range button');
    expect(new URL(page.url()).search).toBe('?material=copper&order=price-desc&price=100..');
    await page.type('input[type=search]', 'teapot');
    await follow('.site-search button');
    expect(await textOf(page, 'h1')).toBe('Results for “teapot”');
    expect((await cards(page))[0]).toContain('teapot');
  });

  it('finds a product behind every card, and a page of its own where nothing is', async () => {
    const page = await plainPage();
    await page.goto(shop('/textiles?lang=fr'));
    const [name] = await cards(page);
    await Promise.all([page.waitForNavigation(), page.click('.card-name a')]);
    expect(await textOf(page, 'h1')).toBe(name);
    expect(await page.$eval('html', (html) => html.lang)).toBe('fr');
    const missing = await page.goto(shop('/textiles/curtains'));
    expect(missing!.status()).toBe(404);
    expect(await textOf(page, 'h1')).toBe('There is nothing at this address');
    expect(await page.$eval('meta[name=robots]', (meta) => meta.getAttribute('content'))).toBe(
      'noindex,follow',
    );
  });

  it('is shown the aisle even when a filter can’t be read', async () => {
    const page = await plainPage();
    const answer = await page.goto(shop('/cookware?price=80..20&rating=good&page=zero'));
    expect(answer!.status()).toBe(200);
    expect(await found(page)).toBe('86 products');
  });
});

describe('the arithmetic of widths', () => {
  it('is what the browser measures at every width', async () => {
    const desk = await browser.desk('/floor');
    const plan = (await desk.evaluate(
      async () => (await (await fetch('/api/plans/house')).json()).live,
    )) as Plan;
    const shelf = shelfOf(plan)!;
    const rooms = cardRooms(shelfRooms(plan.fixtures, shelf), shelf.columns, shelf.gap);
    for (const name of WIDTH_NAMES) {
      const page = await browser.page(DEVICE_WIDTHS[name], 900);
      await page.goto(shop('/cookware'));
      const measured = await page.$eval('.card', (card) => card.getBoundingClientRect().width);
      expect(measured, name).toBeCloseTo(widthIn(rooms, DEVICE_WIDTHS[name]), 1);
      const scrolls = await page.evaluate(() => document.documentElement.scrollWidth > innerWidth);
      expect(scrolls, `${name} scrolls sideways`).toBe(false);
    }
  });
});

describe('the console', () => {
  it('stayed silent', () => {
    expect(browser.complaints.filter((complaint) => !complaint.includes('404'))).toEqual([]);
  });
});
