import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { button, choose, eventually, pressWord, says, TestBrowser, textOf, press } from '../support/browser';
import { openBrowser } from '../support/story';

let browser: TestBrowser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const visit = async (address: string): Promise<Page> => {
  const visitor = await browser.page();
  await visitor.goto(`${browser.baseUrl}/shop${address}`);
  return visitor;
};

describe('a free page', () => {
  it('stands in for an aisle once it is open, and gives it back when it is deleted', async () => {
    const page = await browser.desk('/pages');
    await press(page, button('New page'));
    await page.locator('[aria-label="Title, en"]').fill('Tea, and what to make it in');
    await page.locator('[aria-label="Address"]').fill('/tea-now');
    await press(page, 'input[name=place]:not(:checked)');
    await choose(page, '[aria-label="Stands in for"]', 'Teapots');
    await press(page, 'label::-p-text(open to shoppers) input');
    await press(page, button('Save'));
    await says(page, '.actions small', 'version 2');

    const visitor = await visit('/kettles-and-coffee/teapots');
    expect(await textOf(visitor, 'h1')).toBe('Tea, and what to make it in');
    await page.goto(`${browser.baseUrl}/floor?q=teapots`);
    await says(page, 'tbody', 'Tea, and what to make it in stands in');

    await press(page, 'a::-p-text(stands in)');
    await says(page, '.hint', '/kettles-and-coffee/teapots');
    await press(page, button('Delete'));
    await page.waitForFunction(() => location.pathname === '/pages');
    await visitor.reload();
    expect(await textOf(visitor, 'h1')).toBe('Teapots');
  });

  it('is told beside the field why it was not saved, and loses nothing', async () => {
    const page = await browser.desk('/pages');
    await press(page, button('New page'));
    await page.locator('[aria-label="Address"]').fill('/cookware');
    await press(page, button('Save'));
    await says(page, '.fault', 'The address “/cookware” is the address of another aisle already.');
    expect(await page.$eval('[aria-label="Address"]', (field) => (field as HTMLInputElement).value)).toBe(
      '/cookware',
    );
  });
});

describe('the reach of a plan', () => {
  it('is drawn on the map, and changed there', async () => {
    const page = await browser.desk('/floor?q=tools');
    await press(page, '[aria-label="Details: Tools"]');
    await press(page, 'button::-p-text(Give it and the)');
    await pressWord(page, 'reach');
    await press(page, button('On the map'));
    await says(page, 'desk-map-legend', 'gained');
    const gained = (): Promise<number> =>
      page.$eval('desk-treemap [role=img]', (map) =>
        Number(/(\d+) gained/.exec(map.getAttribute('aria-label') ?? '')?.[1] ?? 0),
      );
    const before = await gained();
    // The area of Cookware, found by its words.
    await page.waitForSelector('desk-treemap g.slice');
    await page.evaluate(() => {
      const slices = [...document.querySelectorAll('desk-treemap g.slice')];
      const area = slices.find((slice) => slice.textContent?.includes('Cookware'))!;
      const { x, y, width } = area.querySelector('path')!.getBoundingClientRect();
      const at = { bubbles: true, clientX: x + width / 2, clientY: y + 8, view: window };
      area.querySelector('path')!.dispatchEvent(new MouseEvent('click', at));
    });
    await says(page, 'desk-reach-map [role=status]', 'Cookware');
    await press(page, button('Serve it and all below'));
    await says(page, '[data-slip="reach"]', 'Cookware and all below it');
    await eventually(
      page,
      () => document.querySelector('desk-treemap [role=img]')?.getAttribute('aria-label') ?? '',
      (told) => Number(/(\d+) gained/.exec(told)?.[1] ?? 0) > before,
    );
  });
});

describe('an attribute', () => {
  it('gets an aisle for each value in the desk, and shoppers find it from a product', async () => {
    const page = await browser.desk('/attributes');
    await press(page, '[aria-label="has aisles: made-in"]');
    await page.waitForSelector('td a[href*="made-in"]');
    await press(page, 'td a[href*="made-in"]');
    await page.waitForSelector('tbody .aisle-link');
    const count = await page.$$eval('tbody .aisle-link', (links) => links.length);
    expect(count).toBeGreaterThan(2);

    const visitor = await visit('/knives-and-boards');
    await press(visitor, '.card-name');
    await press(visitor, '.details a[href*="/shop/by/made-in/"]');
    await visitor.waitForFunction(() => location.pathname.startsWith('/shop/by/made-in/'));
    await visitor.waitForSelector('.card');

    await page.goto(`${browser.baseUrl}/attributes`);
    await press(page, '[aria-label="has aisles: made-in"]');
    await press(page, 'button::-p-text(Undo)');
    await page.waitForSelector('td a[href*="made-in"]');
    await press(page, '[aria-label="has aisles: made-in"]');
    await page.waitForFunction(() => !document.querySelector('td a[href*="made-in"]'));
  });
});

describe('a shopper', () => {
  it('signs in without JavaScript', async () => {
    const visitor = await browser.page();
    await visitor.setJavaScriptEnabled(false);
    await visitor.goto(`${browser.baseUrl}/shop`);
    await Promise.all([visitor.waitForNavigation(), visitor.click('.site-account')]);
    await visitor.type('input[type=email]', 'shopper@pellmere.example');
    await visitor.type('input[type=password]', 'wooden-spoon');
    await Promise.all([visitor.waitForNavigation(), visitor.click('main button[type=submit]')]);
    expect(await visitor.content()).toContain('You are signed in as');
  });

  it('never met an error in the console on the way', () => {
    expect(browser.complaints.filter((complaint) => !/400|401/.test(complaint))).toEqual([]);
  });
});
