import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { choose, eventually, holdNext, TestBrowser, textOf, press } from '../support/browser';
import { openBrowser } from '../support/story';

let browser: TestBrowser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const button = (text: string): string => `section button::-p-text(${text}):not([disabled])`;
const label = (name: string): string => `[aria-label="${name}"]`;

async function newCollection(title: string): Promise<Page> {
  const page = await browser.desk('/collections');
  await press(page, 'button::-p-text(New collection)');
  await page.waitForFunction(() => /^\/collections\/\d+$/.test(location.pathname));
  await page.locator(label('Title, en')).fill(title);
  return page;
}

const listed = (page: Page, title: string): Promise<string> =>
  eventually(
    page,
    `[...document.querySelectorAll('.list li')].find((line) => line.querySelector('a').textContent === ${JSON.stringify(title)})?.textContent.replace(/\\s+/g, ' ') ?? ''`,
    (text: string) => text !== '',
  );

describe('a collection in the desk', () => {
  it('is put together by hand, and its aisle is in the shop as soon as it is saved', async () => {
    const page = await newCollection('Slow breakfast');
    for (const sought of ['teapot', 'French press']) {
      await page.locator('desk-product-picker input').fill(sought);
      await page.waitForSelector(`desk-product-picker li::-p-text(${sought})`);
      await press(page, 'desk-product-picker li button:not([disabled])');
    }
    await page.waitForFunction(() => {
      const lines = [...document.querySelectorAll('desk-named-products .entries .grow')];
      return lines.length === 2 && lines.every((line) => !line.textContent.includes('…'));
    });
    const [first, second] = await page.$$eval('desk-named-products .entries .grow', (lines) =>
      lines.map((line) => line.firstChild!.textContent!.trim()),
    );
    await press(page, label(`Up: ${second}`));
    await page.locator(label('Address')).fill('slow-breakfast');
    await press(page, button('Save'));
    expect(await listed(page, 'Slow breakfast')).toContain('2 products, by hand');

    const visitor = await browser.page();
    await visitor.goto(`${browser.baseUrl}/shop/collections/slow-breakfast`);
    expect(await textOf(visitor, 'h1')).toBe('Slow breakfast');
    expect(await textOf(visitor, '.found strong')).toBe('2 products');

    await page.reload();
    await page.waitForSelector('desk-named-products .entries .grow small');
    await eventually(
      page,
      () =>
        [...document.querySelectorAll('desk-named-products .entries .grow')].map((line) =>
          line.firstChild!.textContent!.trim(),
        ),
      (titles) => titles.join() === [second, first].join(),
    );
  });

  it('follows a rule, with the count left after every clause, and comes back when its deletion is undone', async () => {
    const page = await newCollection('Bargains');
    // The count of the whole shop, which no clause narrows yet, is answered last.
    const letGo = await holdNext(page, '/api/explain/range');
    await press(page, 'label::-p-text(by a rule) input');
    await choose(page, label('Add a clause'), 'on sale');
    const count = await eventually(
      page,
      () => Number(document.querySelector('desk-clauses li b')?.textContent),
      (left) => left > 0,
    );
    await letGo();
    await page.waitForNetworkIdle();
    expect(await textOf(page, '.sentence')).toBe(`products of the whole shop that are on sale: ${count}`);
    expect(
      await page.$$eval('option', (options) => options.map((one) => one.textContent!.trim())),
    ).not.toContain('collection');
    await press(page, button('Save'));
    expect(await listed(page, 'Bargains')).toContain(`${count} products, by rule`);

    await press(page, button('Delete'));
    await page.waitForFunction(() => location.pathname === '/collections');
    await press(page, 'mat-snack-bar-container button');
    await page.waitForFunction(() => /^\/collections\/\d+$/.test(location.pathname));
    expect(await listed(page, 'Bargains')).toContain(`${count} products, by rule`);
  });

  it('tells beside the field why it was not saved, and loses nothing', async () => {
    const page = await newCollection('Second winter');
    await page.locator(label('Address')).fill('winter-sale');
    await press(page, button('Save'));
    await page.waitForSelector('.fault');
    expect(await textOf(page, '.fault')).toContain(
      '“winter-sale” is the address of another collection already',
    );
    expect(await page.$eval(label('Title, en'), (field) => (field as HTMLInputElement).value)).toBe(
      'Second winter',
    );
  });
});

describe('the console', () => {
  it('tells of nothing but the refusal', () => {
    expect(browser.complaints.filter((complaint) => !complaint.includes('400'))).toEqual([]);
  });
});
