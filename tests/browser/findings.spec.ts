import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { button, press, says, textOf, typeDay, type TestBrowser } from '../support/browser';
import { openShop } from '../support/story';

let browser: TestBrowser;
beforeAll(async () => {
  ({ browser } = await openShop());
});
afterAll(() => browser.close());

describe('the findings of the shop', () => {
  it('are narrowed, lead to where they are mended, and are put off with a reason, and told again', async () => {
    const page = await browser.desk('/findings');
    const section = 'section[aria-label="Products without a picture"]';
    await says(page, section, 'has no picture');
    await page.select('[aria-label="Only one kind"]', 'product-pictureless');
    await page.waitForFunction(() => document.querySelectorAll('section').length === 1);
    expect(new URL(page.url()).searchParams.get('kind')).toBe('product-pictureless');
    const first = await textOf(page, `${section} li b`);
    await press(page, `${section} li button`);
    await typeDay(page, 'Left out until', '24 Dec 2999');
    await page.locator('[aria-label="Why it is put off"]').fill('It is on its way');
    await press(page, button('Leave it out'));
    await says(page, 'details', '1 put off');
    await says(page, 'details', 'It is on its way');
    expect(await textOf(page, section)).not.toContain(first);
    await page.reload();
    await says(page, 'details', 'It is on its way');
    await press(page, 'details summary');
    await press(page, button('Tell it again'));
    await says(page, section, first);
    await press(page, `${section} li a`);
    await page.waitForFunction(() => location.pathname.startsWith('/products/'));
    expect(browser.complaints).toEqual([]);
  });

  it('are told on the floor beside their aisle, and lead back to it', async () => {
    const page = await browser.desk('/floor?found=1');
    await page.waitForSelector('td.found a');
    const shown = await page.$$eval('tbody tr th', (rows) => rows.length);
    const all = await browser.desk('/floor');
    await all.waitForSelector('tbody tr th');
    expect(shown).toBeLessThan(await all.$$eval('tbody tr th', (rows) => rows.length));
    await press(page, 'td.found a');
    await says(page, '.tools', 'in ');
    await page.waitForSelector('section li');
    expect(browser.complaints).toEqual([]);
  });
});
