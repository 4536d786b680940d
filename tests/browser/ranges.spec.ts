import type { Frame, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  button,
  choose,
  eventually,
  frameOf,
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

const label = (name: string): string => `[aria-label="${name}"]`;
const open = (page: Page, slip: string) => press(page, `[data-slip="${slip}"]`);

async function planPage(address: string): Promise<Page> {
  const page = await browser.desk(address);
  await page.waitForSelector('desk-tally li');
  return page;
}

const count = (page: Page, wanted: (count: number) => boolean): Promise<number> =>
  eventually(page, () => Number(document.querySelector('desk-brief .count')!.textContent), wanted);
const sentence = (page: Page, slip: string): Promise<string> => textOf(page, `[data-slip="${slip}"]`);
const names = (place: Page | Frame): Promise<string[]> =>
  place.$$eval('.card-name', (cards) => cards.map((card) => card.textContent!.trim()));

describe('a range in the desk', () => {
  it('is built until the sieve shows the mistake, and mended where it stands', async () => {
    const page = await planPage('/plans/house?aisle=%2Ftable');
    const frame = await frameOf(page);
    const all = await count(page, (left) => left > 0);
    await open(page, 'range');
    await choose(page, label('Add a clause'), 'on sale');
    const onSale = await count(page, (left) => left > 0 && left < all);
    expect(await sentence(page, 'range')).toBe('the aisle’s products that are on sale');

    // A clause left over from another shelf takes the rest away, and says so.
    await choose(page, label('Add a clause'), 'category');
    await choose(page, label('Category'), 'Knives and boards');
    await count(page, (left) => left === 0);
    await page.waitForSelector('desk-clauses li.all');
    const help = await eventually(
      page,
      () => document.querySelector('.empty')?.textContent?.replace(/\s+/g, ' ') ?? '',
      (text) => text.includes('Drop “are in Knives and boards”'),
    );
    expect(help).toContain(`without this clause ${onSale} would be left`);
    await eventually(
      frame,
      () => document.querySelector('.found strong')!.textContent!,
      (text) => text === '0 products',
    );

    await press(page, button('Drop “are in Knives'));
    await count(page, (left) => left === onSale);
    expect(await page.$('.empty')).toBeNull();

    // The other way about: everything but what is on sale.
    await press(page, label('Not: are on sale'));
    await count(page, (left) => left === all - onSale);
    expect(await sentence(page, 'range')).toBe('the aisle’s products that are not on sale');
    await press(page, label('Take away: are not on sale'));
    await count(page, (left) => left === all);
  });

  it('that is empty because nothing is featured is repaired by marking a product on the spot', async () => {
    const page = await planPage('/plans/house?aisle=%2Ftable%2Fbowls');
    await count(page, (left) => left > 0);
    await open(page, 'range');
    await choose(page, label('Add a clause'), 'featured');
    await count(page, (left) => left === 0);
    await press(page, button('Choose products to mark'));
    await press(page, 'desk-product-picker .star');
    await count(page, (left) => left === 1);
    await press(page, label('Take away: are featured'));
    await count(page, (left) => left > 1);
  });

  it('says of any product which clause keeps it off', async () => {
    const page = await planPage('/plans/house?aisle=%2Fcookware%2Fpans');
    await open(page, 'range');
    await choose(page, label('Add a clause'), 'on sale');
    await count(page, (left) => left > 0 && left < 50);
    await press(page, '.why summary');
    await page.locator('.why input[type=search]').fill('PK-1001');
    await press(page, '.why li .choice');
    const answer = await eventually(
      page,
      () => document.querySelector('.answer')?.textContent?.replace(/\s+/g, ' ') ?? '',
      (text) => text.includes('are on sale'),
    );
    expect(answer).toMatch(/is not here|stands at place/);
    expect(answer).toMatch(/✓ meets|✗ fails/);
    await press(page, label('Take away: are on sale'));
    await count(page, (left) => left === 50);
  });

  it('is saved under a name, linked at once, and listed with where it is used', async () => {
    const page = await planPage('/plans/knives?aisle=%2Fknives-and-boards');
    await open(page, 'range');
    await choose(page, label('Add a clause'), 'in stock');
    const inStock = await count(page, (left) => left > 0 && left < 36);
    await press(page, button('Save as a range'));
    await page.locator(label('Name of the range')).fill('Ready to send');
    await press(page, button('Save it'));
    await eventually(
      page,
      () => document.querySelector('[data-slip="range"]')!.textContent!,
      (text) => text === 'the range “Ready to send”',
    );
    await count(page, (left) => left === inStock);
    await page.waitForSelector('.saving.saved');

    await page.goto(`${browser.baseUrl}/ranges`);
    await press(page, 'a::-p-text(Ready to send)');
    await eventually(
      page,
      () => document.querySelector('.touches')?.textContent ?? '',
      (text) => text.includes('Knives, four across'),
    );
    await says(page, '.sentence', 'the aisle’s products that are in stock');
  });
});

describe('arranging', () => {
  it('drags a card to place 2, publishes, and shoppers see it there', async () => {
    const page = await planPage('/plans/knives?aisle=%2Fknives-and-boards%2Fcutting-boards');
    const frame = await frameOf(page);
    await press(page, button('Arrange'));
    await frame.waitForSelector('[data-place="4"]');
    const before = await names(frame);
    // The browser's own dragging can't be played without a hand, but what it tells the page can.
    await frame.evaluate(() => {
      const at = (place: number): Element =>
        document.querySelector(`[data-place="${place}"] img, [data-place="${place}"]`)!;
      const data = new DataTransfer();
      const send = (type: string, place: number): boolean =>
        at(place).dispatchEvent(new DragEvent(type, { bubbles: true, cancelable: true, dataTransfer: data }));
      send('dragstart', 4);
      send('dragover', 2);
      send('drop', 2);
    });
    await frame.waitForSelector('.pin-ticket');
    const wanted = [before[0], before[3], before[1], before[2]];
    await eventually(
      frame,
      () => [...document.querySelectorAll('.card-name')].slice(0, 4).map((card) => card.textContent!.trim()),
      (four) => JSON.stringify(four) === JSON.stringify(wanted),
    );
    expect(await sentence(page, 'order')).toContain('1 pin');

    // By keyboard one place further, and back.
    await frame.focus('[data-place="2"]');
    await page.keyboard.down('Alt');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.up('Alt');
    await eventually(
      frame,
      () => document.querySelector('.pin-ticket')?.textContent ?? '',
      (text) => text.includes('Pinned at 3'),
    );
    await press(page, label('Undo'));
    await eventually(
      frame,
      () => document.querySelector('.pin-ticket')?.textContent ?? '',
      (text) => text.includes('Pinned at 2'),
    );

    await publishOpen(page);
    const shopper = await browser.page();
    await shopper.setJavaScriptEnabled(false);
    await shopper.goto(`${browser.baseUrl}/shop/knives-and-boards/cutting-boards`);
    expect((await names(shopper)).slice(0, 2)).toEqual([before[0], before[3]]);
  });
});

describe('filters in the desk', () => {
  it('come with advice for the aisle, and the recommended ones are put in at once', async () => {
    const page = await planPage('/plans/knives?aisle=%2Fknives-and-boards%2Fknives');
    await open(page, 'facets');
    await press(page, button('Which filters help here?'));
    await page.waitForSelector('desk-facet-advice tbody tr');
    const advised = await page.$$eval('desk-facet-advice tr.use', (rows) => rows.length);
    expect(advised).toBeGreaterThan(0);
    const before = await page.$$eval('desk-facets-slip .entries > li', (entries) => entries.length);
    await press(page, 'desk-facet-advice button.add');
    await eventually(
      page,
      () => document.querySelector('desk-facet-advice button.add')!.textContent!.trim(),
      (text) => text === 'All recommended ones are in',
    );
    expect(await page.$$eval('desk-facets-slip .entries > li', (entries) => entries.length)).toBeGreaterThan(
      before,
    );
    await press(page, label('Undo'));
    await eventually(
      page,
      () => document.querySelectorAll('desk-facets-slip .entries > li').length,
      (entries) => entries === before,
    );
  });
});

describe('the desk’s pages', () => {
  it('complained of nothing', () => {
    expect(browser.complaints).toEqual([]);
  });
});
