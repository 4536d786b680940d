import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ProductRows } from '@fond/contract';
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

async function table(address = '/products'): Promise<Page> {
  const page = await browser.desk(address);
  await page.waitForSelector('[role="grid"] .face');
  return page;
}

/** The cell of a row and a column, both from 0. */
const cellAt = (row: number, column: number): string => `#cell-${row}-${column}`;
const cellSays = (page: Page, row: number, column: number, text: string): Promise<string> =>
  says(page, `${cellAt(row, column)} .face`, text.replace(/\s+/g, ' '));
const cellsIn = async (sku: string, ...columns: string[]): Promise<readonly string[]> => {
  const { body } = await desk.post('/api/catalogue/rows', { q: sku, columns, from: 0, count: 5 });
  return (body as ProductRows).rows.find((row) => row.sku === sku)!.cells;
};
async function goTo(page: Page, row: number, column: number): Promise<string> {
  await page.click(cellAt(row, column));
  await page.waitForSelector(`${cellAt(row, column)}.active`);
  return textOf(page, `${cellAt(row, 0)} a`);
}
/** What somebody copied elsewhere, pasted by the keys. */
const paste = (page: Page, text: string): Promise<void> =>
  page.$eval(
    '[role="grid"]',
    (grid, pasted) => {
      const clipboardData = new DataTransfer();
      clipboardData.setData('text/plain', pasted);
      grid.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
    },
    text,
  );
/** Columns of the table as it begins: 1 name, 2 categories, 3 price, 4 before, 5 stock, 6 featured, 7 tags. */
const [NAME, PRICE, STOCK, FEATURED] = [1, 3, 5, 6];

describe('the products table', () => {
  it('is found, sorted and narrowed, each with an address that comes back', async () => {
    const page = await table();
    await page.locator('[aria-label="Find products"]').fill('kettle');
    await page.waitForFunction(() => new URLSearchParams(location.search).get('q') === 'kettle');
    await says(page, 'header p', 'of this list');
    await press(page, '.head button::-p-text(Price)');
    await page.waitForSelector('[aria-sort="ascending"]');
    await press(page, '.head button::-p-text(Price)');
    await page.waitForSelector('[aria-sort="descending"]');
    const sorting = { by: 'price', down: true };
    const { body } = await desk.post('/api/catalogue/rows', {
      q: 'kettle',
      columns: ['title'],
      sorting,
      from: 0,
      count: 1,
    });
    const dearest = (body as ProductRows).rows[0].title;
    await cellSays(page, 0, NAME, dearest);
    await page.reload();
    await cellSays(page, 0, NAME, dearest);
    expect(browser.complaints).toEqual([]);
  });

  it('takes what is typed at once: shoppers see it, a reload keeps it, and keys take it back and do it again', async () => {
    const page = await table('/products?q=saucepan');
    const sku = await goTo(page, 0, NAME);
    const [before, slug] = await cellsIn(sku, 'title', 'slug');
    await page.keyboard.type('Saucepan Nova');
    await page.keyboard.press('Enter');
    await says(page, 'footer', 'Stored');
    await page.waitForSelector(`${cellAt(1, NAME)}.active`);
    const shopper = await browser.page();
    await shopper.goto(`${browser.baseUrl}/shop/products/${slug}`);
    expect(await textOf(shopper, 'h1')).toBe('Saucepan Nova');
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await cellSays(page, 0, NAME, before);
    await page.keyboard.down('Control');
    await page.keyboard.press('y');
    await page.keyboard.up('Control');
    await cellSays(page, 0, NAME, 'Saucepan Nova');
    expect(await cellsIn(sku, 'title')).toEqual(['Saucepan Nova']);
  });

  it('leaves a cell as it was with Escape, marks a product without a save step, and walks by Tab', async () => {
    const page = await table('/products?q=teapot');
    const sku = await goTo(page, 0, STOCK);
    const [stock, featured] = await cellsIn(sku, 'stock', 'featured');
    await page.keyboard.type('99');
    await page.keyboard.press('Escape');
    await cellSays(page, 0, STOCK, stock);
    await page.keyboard.press('Tab');
    await page.waitForSelector(`${cellAt(0, FEATURED)}.active`);
    await page.keyboard.press('Space');
    await eventually(
      page,
      `document.querySelector('${cellAt(0, FEATURED)} button').getAttribute('aria-pressed')`,
      (pressed: string) => pressed === String(featured !== 'yes'),
    );
    await says(page, 'footer', 'Stored');
    expect(await cellsIn(sku, 'featured', 'stock')).toEqual([featured === 'yes' ? 'no' : 'yes', stock]);
  });

  it('takes a block from a spreadsheet, and fills one cell down', async () => {
    const page = await table('/products?q=stockpot');
    const skus = [await goTo(page, 0, NAME), await textOf(page, `${cellAt(1, 0)} a`)];
    await goTo(page, 0, PRICE);
    await paste(page, '12,50 €\t15,00\t7\r\n13,50\t\t8\r\n');
    await says(page, 'footer', 'cells stored');
    expect(await cellsIn(skus[0], 'price', 'was', 'stock')).toEqual(['12.50', '15.00', '7']);
    expect(await cellsIn(skus[1], 'price', 'was', 'stock')).toEqual(['13.50', '', '8']);
    await goTo(page, 0, STOCK);
    await page.keyboard.down('Shift');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.up('Shift');
    await page.keyboard.down('Control');
    await page.keyboard.press('d');
    await page.keyboard.up('Control');
    await cellSays(page, 1, STOCK, '7');
    await says(page, 'footer', 'Stored');
    expect(await cellsIn(skus[1], 'stock')).toEqual(['7']);
  });

  it('tells what can’t be stored and keeps what was typed, until it is mended or dropped', async () => {
    const page = await table('/products?q=knife');
    const sku = await goTo(page, 0, PRICE);
    const [before] = await cellsIn(sku, 'price');
    await page.keyboard.type('cheap');
    await page.keyboard.press('Enter');
    await says(page, 'footer .refused', `Price of ${sku}, “cheap”`);
    await page.waitForSelector(`${cellAt(0, PRICE)}.refused`);
    await cellSays(page, 0, PRICE, 'cheap');
    await press(page, button('Drop what was typed'));
    await cellSays(page, 0, PRICE, before);
  });

  it('tells what somebody else wrote meanwhile, with both values, and writes over it only when told to', async () => {
    const page = await table('/products?q=whisk');
    const sku = await goTo(page, 0, STOCK);
    const [seen] = await cellsIn(sku, 'stock');
    await desk.post('/api/catalogue/edits', { cells: [{ sku, column: 'stock', value: '41', seen }] });
    await page.keyboard.type('42');
    await page.keyboard.press('Enter');
    await says(page, 'footer .refused', 'yours “42”, theirs “41”');
    expect(await cellsIn(sku, 'stock')).toEqual(['41']);
    await press(page, button('Write mine over it'));
    await says(page, 'footer', 'Stored');
    expect(await cellsIn(sku, 'stock')).toEqual(['42']);
  });

  it('changes many at once as it told before, and one undo takes it back', async () => {
    const page = await table('/products?q=teapot');
    const sku = await goTo(page, 0, NAME);
    const [before] = await cellsIn(sku, 'tags');
    await press(page, button('Change many'));
    await page.locator('desk-bulk-fields label:nth-of-type(4) input').fill('Festive');
    await press(page, button('What would change?'));
    const told = await says(page, '.told p', 'change');
    const count = Number(/(\d+) change/.exec(told)![1]);
    expect(count).toBeGreaterThan(0);
    await press(page, button(`Change ${count} product`));
    await says(page, 'desk-bulk-fields', `Done: ${count} products changed`);
    expect(await cellsIn(sku, 'tags')).toEqual([before ? `${before}|Festive` : 'Festive']);
    await press(page, '[aria-label="Undo"]');
    await says(page, 'footer', 'Taken back');
    expect(await cellsIn(sku, 'tags')).toEqual([before]);
  });
});

describe('the sheet of a product', () => {
  it('has everything of it, stored field by field, and says where it stands', async () => {
    const page = await table('/products?q=casserole');
    const sku = await goTo(page, 0, NAME);
    await press(page, `${cellAt(0, 0)} a`);
    await page.waitForFunction((end) => location.pathname.endsWith(end), {}, sku);
    await page.waitForSelector('aside li');
    await page.locator('[aria-label="Name, French"]').fill('Cocotte d’essai');
    await page.keyboard.press('Tab');
    await says(page, '.said', 'Stored');
    const tags = '[aria-label^="Add one: Tags"]';
    await page.locator(tags).fill('Slow food');
    await page.keyboard.press('Enter');
    await says(page, 'aside', 'Slow food');
    expect(await cellsIn(sku, 'title@fr')).toEqual(['Cocotte d’essai']);
    expect((await cellsIn(sku, 'tags'))[0]).toMatch(/Slow food$/);
    await press(page, '[aria-label="Undo"]');
    await eventually(
      page,
      () => document.querySelector('aside')!.textContent!.includes('Slow food'),
      (there) => !there,
    );
  });

  it('takes pictures, puts them in order, and the first stands on cards', async () => {
    const folder = await mkdtemp(path.join(tmpdir(), 'fond-pictures-'));
    const files = await Promise.all(
      ['#b05030', '#3050b0'].map(async (background, at) => {
        const file = path.join(folder, `essai-é-${at}.png`);
        await writeFile(
          file,
          await sharp({ create: { width: 900, height: 900, channels: 3, background } })
            .png()
            .toBuffer(),
        );
        return file;
      }),
    );
    const made = await desk.post('/api/catalogue/products', { sku: 'PIC-1', title: 'Pictured', from: null });
    expect(made.status).toBe(201);
    const page = await browser.desk('/products/PIC-1');
    await says(page, 'desk-product-pictures', 'No picture yet');
    const field = (await page.waitForSelector(
      'desk-product-pictures input[type=file]',
    )) as ElementHandle<HTMLInputElement>;
    await field.uploadFile(...files);
    await page.waitForFunction(() => document.querySelectorAll('desk-product-pictures img').length === 2);
    await press(page, '[aria-label="Up: essai-é-1.png"]');
    await says(page, 'desk-product-pictures li:first-child', 'essai-é-1.png');
    await page.select('[aria-label="Its standing"]', 'live');
    await says(page, 'aside', 'In no aisle of its own');
    expect(await cellsIn('PIC-1', 'image')).toEqual(['essai-é-1.png|essai-é-0.png']);
  });

  it('is made as a copy that no shopper sees', async () => {
    const page = await table('/products?open=make');
    await page.locator('desk-new-product input[formcontrolname="sku"]').fill('COPY-1');
    await page.locator('desk-new-product input[formcontrolname="title"]').fill('A copy of a kettle');
    await press(page, 'desk-new-product summary');
    await page.locator('desk-product-picker input').fill('kettle');
    await press(page, 'desk-product-picker li button:not([disabled])');
    await press(page, button('Make it as a draft'));
    await page.waitForFunction(() => location.pathname === '/products/COPY-1');
    await says(page, '.sentence', 'shoppers don’t see it yet');
    const visitor = await browser.page();
    const answer = await visitor.goto(`${browser.baseUrl}/shop/products/a-copy-of-a-kettle`);
    expect(answer!.status()).toBe(404);
  });
});
