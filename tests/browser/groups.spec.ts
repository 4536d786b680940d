import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { button, choose, eventually, press, says, textOf, type TestBrowser } from '../support/browser';
import { openShop } from '../support/story';

let browser: TestBrowser;
beforeAll(async () => {
  ({ browser } = await openShop());
});
afterAll(() => browser.close());

const linesBecome = (page: Page, expected: (lines: string[]) => boolean): Promise<string[]> =>
  eventually(
    page,
    () => [...document.querySelectorAll('.tree li a')].map((line) => line.textContent.trim()),
    expected,
  );

describe('the tree of categories at the desk', () => {
  it('takes a new one, moves it by keys with all its addresses, takes that back, and forgets it', async () => {
    const page = await browser.desk('/categories');
    await page.waitForSelector('.tree li');
    await page.locator('[aria-label="A new category"]').fill('Outdoor cooking');
    await page.keyboard.press('Enter');
    await says(page, '.way', '/outdoor-cooking');
    const before = await linesBecome(page, (lines) => lines.includes('Outdoor cooking'));
    expect(before.at(-1)).toBe('Outdoor cooking');
    const own = '.tree li.current a';
    await page.focus(own);
    await page.keyboard.down('Alt');
    await page.keyboard.press('ArrowUp');
    await page.keyboard.up('Alt');
    await linesBecome(page, (lines) => lines.at(-1) !== 'Outdoor cooking');
    await press(page, button('Undo'));
    await linesBecome(page, (lines) => lines.at(-1) === 'Outdoor cooking');

    const address = 'section .line input:not([type=color])';
    await page.locator(address).fill('campfire');
    await page.keyboard.press('Tab');
    await says(page, '.way', '/campfire');
    const shopper = await browser.page();
    await shopper.goto(`${browser.baseUrl}/shop/outdoor-cooking`);
    expect(new URL(shopper.url()).pathname).toBe('/shop/campfire');
    await press(page, button('Delete it'));
    const after = await linesBecome(page, (lines) => lines.length === before.length - 1);
    expect(after).toEqual(before.slice(0, -1));
  });

  it('says beside the field which address is taken', async () => {
    const page = await browser.desk('/categories');
    await press(page, '.tree li a::-p-text(Pots)');
    await page.locator('section .line input:not([type=color])').fill('pans');
    await page.keyboard.press('Tab');
    await says(page, '.trouble', 'another category has the address “pans” there');
  });
});

describe('tags at the desk', () => {
  it('are merged as told before, and taken back in one step', async () => {
    const page = await browser.desk('/tags');
    await press(page, '.tree li a::-p-text(For two)');
    const had = Number(/(\d+)/.exec(await says(page, 'section .line', 'have it'))![1]);
    await choose(page, 'desk-group-move select', 'For a crowd');
    await says(page, 'desk-group-move', `${had} products change`);
    await press(page, button('Do it'));
    await says(page, 'section .line', '0 products have it');
    await press(page, button('Undo'));
    await says(page, 'section .line', `${had} products have it`);
    expect(await textOf(page, 'desk-group-uses')).toContain('names it');
  });
});
