import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { violations } from '../support/axe';
import { button, eventually, press, says, textOf, type TestBrowser } from '../support/browser';
import type { Desk } from '../support/server';
import { openShop } from '../support/story';

let browser: TestBrowser;
let desk: Desk;
beforeAll(async () => {
  const opened = await openShop();
  ({ browser } = opened);
  desk = await opened.server.signIn();
});
afterAll(() => browser.close());

const FIELD = '.site-search input[type=search]';
const OPTIONS = '.suggestions [role=option]';
async function typed(text: string, address = '/shop', width = 1280): Promise<Page> {
  const page = await browser.page(width, 800);
  await page.goto(`${browser.baseUrl}${address}`);
  await page.focus(FIELD);
  await page.waitForSelector(`${FIELD}[role=combobox]`);
  await page.keyboard.type(text);
  return page;
}

describe('suggestions in the shop', () => {
  it('come while one types, walk by arrows, follow by Enter, and close by Escape', async () => {
    const page = await typed('sauce');
    await page.waitForSelector(OPTIONS);
    expect(await page.$eval(FIELD, (field) => field.getAttribute('aria-expanded'))).toBe('true');
    await says(page, '.suggestions', 'See all');
    expect(await violations(page)).toEqual([]);
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowUp');
    const named = await page.$eval(FIELD, (field) => field.getAttribute('aria-activedescendant'));
    expect(await page.$eval(`#${named}`, (one) => one.getAttribute('aria-selected'))).toBe('true');
    const href = await page.$eval(`#${named}`, (one) => one.getAttribute('href')!);
    await page.keyboard.press('Escape');
    await page.waitForSelector('.suggestions[hidden]');
    await page.keyboard.press('ArrowDown');
    await page.waitForSelector(`${OPTIONS}`, { visible: true });
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Enter');
    await page.waitForFunction((path) => location.pathname === path, {}, href);
  });

  it('are chosen with a finger on a phone, in the page’s language, and stay within the screen', async () => {
    const page = await typed('poele', '/shop?lang=fr', 390);
    await page.waitForSelector(OPTIONS, { visible: true });
    await says(page, '.suggestions', 'Produits');
    const [left, right] = await page.$eval('.suggestions', (list) => {
      const box = list.getBoundingClientRect();
      return [box.left, box.right];
    });
    expect(left).toBeGreaterThanOrEqual(0);
    expect(right).toBeLessThanOrEqual(390);
    await press(page, '.suggestions > a');
    await page.waitForFunction(() => location.pathname === '/shop/search');
    expect(new URL(page.url()).searchParams.get('lang')).toBe('fr');
  });

  it('drop an answer that comes too late, and the field searches where none comes at all', async () => {
    const page = await browser.page(1280, 800);
    await page.goto(`${browser.baseUrl}/shop`);
    await page.focus(FIELD);
    await page.waitForSelector(`${FIELD}[role=combobox]`);
    await page.setRequestInterception(true);
    page.on('request', (request) => {
      if (request.url().includes('/api/shop/suggestions')) void request.abort();
      else void request.continue();
    });
    await page.keyboard.type('kettle');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => location.pathname === '/shop/search');
    expect(await page.$(`${OPTIONS}`)).toBeNull();
  });
});

describe('what means the same', () => {
  it('is tried before it is saved, saved, found by shoppers, and taken back', async () => {
    const page = await browser.desk('/search');
    await press(page, button('Words that mean the same'));
    await page.locator('[aria-label="Words of group 1"]').fill('skillet, frying pan');
    await page.keyboard.press('Tab');
    await page.locator('[aria-label="What a shopper types"]').fill('skillets');
    await says(page, '.sentence', '“skillets” also as frying pan.');
    await says(page, '.found', 'by a synonym (frying pan)');
    expect(await textOf(page, '.sentence')).toMatch(/0\s+as it is saved/);
    await press(page, button('Save'));
    await says(page, 'section small', 'by Ines Marlow');
    const total = async (): Promise<number> =>
      ((await desk.get('/api/shop/listing?aisle=/search&q=skillets')).body as { total: number }).total;
    expect(await total()).toBeGreaterThan(5);
    await press(page, 'mat-snack-bar-container button::-p-text(Undo)');
    await eventually(
      page,
      () => document.querySelectorAll('desk-synonym-list input').length,
      (groups) => groups === 0,
    );
    expect(await total()).toBe(0);
  });
});

describe('the pages', () => {
  it('complained of nothing but what was broken off on purpose', () => {
    expect(browser.complaints.filter((one) => !one.includes('ERR_FAILED'))).toEqual([]);
  });
});
