import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  button,
  eventually,
  planFor,
  pressWord,
  publishOpen,
  says,
  TestBrowser,
  textOf,
  press,
} from '../support/browser';
import { openBrowser } from '../support/story';

let browser: TestBrowser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const shop = (path: string): string => `${browser.baseUrl}/shop${path}`;
const found = (page: Page): Promise<string> => textOf(page, '.found strong');
const box = (text: string): string => `desk-panel-lines label::-p-text(${text}) input`;

describe('the filters of a plan', () => {
  it('get a search box, a heading and dead values in the desk, and shoppers use them', async () => {
    const { page } = await planFor(browser, '/textiles', 'Textiles plan');
    await pressWord(page, 'facets');
    await press(page, button('Search here'));
    await press(page, box('a heading'));
    await press(page, box('values that lead nowhere'));
    await pressWord(page, 'grid');
    await press(page, button('all of them'));
    await eventually(
      page,
      () => document.querySelector('[data-slip="grid"]')!.textContent!,
      (text) => text.includes('all of them on one page'),
    );
    await publishOpen(page);

    const visitor = await browser.page();
    await visitor.goto(shop('/textiles'));
    await visitor.waitForFunction(() => !document.querySelector('shop-root[ngh]'));
    expect(await textOf(visitor, '.filters-head')).toBe('Filters');
    const all = Number((await found(visitor)).split(' ')[0]);
    expect(await visitor.$$eval('.card', (cards) => cards.length)).toBe(all);
    expect(await visitor.$('.pager')).toBeNull();

    await visitor.locator('.query input[type=search]').fill('apron');
    await press(visitor, button('Find'));
    await visitor.waitForFunction(() => location.search === '?q=apron');
    const aprons = await eventually(
      visitor,
      () => Number.parseInt(document.querySelector('.found strong')!.textContent!),
      (count) => count < all,
    );
    expect(aprons).toBeGreaterThan(0);
    await says(visitor, '.chips a', '“apron”');
    const dead = await visitor.$$eval('.dead', (values) => values.map((value) => value.hasAttribute('href')));
    expect(dead.length).toBeGreaterThan(0);
    expect(dead).not.toContain(true);

    await press(visitor, '.chips a');
    await visitor.waitForFunction((count) => document.querySelectorAll('.card').length === count, {}, all);
    expect(await visitor.evaluate(() => location.search)).toBe('');
  });
});

describe('numbers from … to', () => {
  it('are set with two handles, by keyboard too, which can’t pass one another', async () => {
    const page = await browser.page();
    await page.goto(shop('/cookware'));
    const handles = '.slider input[type=range]';
    await page.waitForSelector(handles);
    const all = await found(page);
    const [low, high] = await page.$$(handles);
    await high.focus();
    let until = Infinity;
    for (let n = 0; n < 3; n++) {
      await page.keyboard.press('PageDown');
      // Every press has an address, and the field beside the handles says the same.
      const bound = await eventually(
        page,
        () => {
          const { value } = document.querySelector<HTMLInputElement>('input[name="price.to"]')!;
          return location.search === `?price=..${value}` ? value : '';
        },
        (value) => value !== '' && Number(value) < until,
      );
      until = Number(bound);
    }
    await eventually(
      page,
      () => document.querySelector('.found strong')!.textContent!,
      (text) => text !== all,
    );
    await low.focus();
    await page.keyboard.press('End');
    await page.waitForFunction((bound) => location.search === `?price=${bound}..${bound}`, {}, until);
    // Back at its end of the scale a handle lets its bound go.
    await (await page.$$(handles))[0].focus();
    await page.keyboard.press('Home');
    await page.waitForFunction((bound) => location.search === `?price=..${bound}`, {}, until);
    await (await page.$$(handles))[1].focus();
    await page.keyboard.press('End');
    await page.waitForFunction(() => location.search === '');
    await page.waitForFunction(
      (text) => document.querySelector('.found strong')!.textContent === text,
      {},
      all,
    );
  });

  it('are two fields and a button without JavaScript', async () => {
    const page = await browser.page();
    await page.setJavaScriptEnabled(false);
    await page.goto(shop('/cookware'));
    expect(await page.$('.slider input')).toBeNull();
    await page.type('input[name="price.from"]', '40');
    await page.type('input[name="price.to"]', '90');
    await Promise.all([page.waitForNavigation(), page.click('.range button')]);
    expect(page.url()).toBe(shop('/cookware?price=40..90'));
    await says(page, '.chips a', '€40.00 – €90.00');
  });
});

describe('the attributes of the catalogue', () => {
  it('become something else, unless a value keeps them from it, which is named', async () => {
    const page = await browser.desk('/attributes');
    await page.waitForSelector('[aria-label="Kind: material"]');
    await page.select('[aria-label="Kind: material"]', 'number');
    await says(page, '.trouble', 'are no numbers');
    expect(
      await page.$eval('[aria-label="Kind: material"]', (field) => (field as HTMLSelectElement).value),
    ).toBe('text');
  });
});
