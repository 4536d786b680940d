import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ReviewPage } from '@fond/contract';
import { DEMO_SHOPPER } from '../../server/src/shopper/shoppers';
import { button, choose, frameOf, press, says, textOf, type TestBrowser } from '../support/browser';
import type { Desk } from '../support/server';
import { openShop } from '../support/story';

const SKU = 'PK-1017';

let browser: TestBrowser;
let desk: Desk;
let product: string;
beforeAll(async () => {
  const opened = await openShop();
  ({ browser } = opened);
  desk = await opened.server.signIn();
  const { cells } = (await desk.get(`/api/catalogue/products/${SKU}`)).body as {
    cells: { column: string; value: string }[];
  };
  product = `/shop/products/${cells.find(({ column }) => column === 'slug')!.value}`;
});
afterAll(() => browser.close());

const open = async (page: Page, address: string): Promise<void> => {
  await page.goto(browser.baseUrl + address);
};
/** The picture that is seen large on the page. */
const shown = (page: Page): Promise<string> =>
  page.$eval('.gallery-main', (one) => (one as HTMLImageElement).src);

describe('the pictures of a product', () => {
  it('change places by mouse and by the arrow keys, and open large over the page', async () => {
    const page = await browser.page();
    await open(page, product);
    await page.waitForSelector('.gallery li a');
    const first = await shown(page);
    await press(page, '.gallery li:nth-child(2) a');
    await page.waitForFunction(
      (before) => document.querySelector<HTMLImageElement>('.gallery-main')!.src !== before,
      {},
      first,
    );
    await page.keyboard.press('ArrowLeft');
    await page.waitForFunction(
      (before) => document.querySelector<HTMLImageElement>('.gallery-main')!.src === before,
      {},
      first,
    );
    expect(await page.evaluate(() => document.activeElement?.getAttribute('aria-current'))).toBe('true');

    await press(page, '.gallery-zoom');
    await page.waitForSelector('dialog.large[open]');
    await says(page, '.large-tools', '1 / 2');
    await page.keyboard.press('ArrowRight');
    await says(page, '.large-tools', '2 / 2');
    await press(page, `.large ${button('Full size')}`);
    await page.waitForSelector('.large-picture.whole');
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => !document.querySelector('dialog.large'));
    expect(await page.evaluate(() => document.activeElement?.className)).toBe('gallery-zoom');
    await page.close();
  });

  it('are links to the whole pictures where no script runs', async () => {
    const page = await browser.page();
    await page.setJavaScriptEnabled(false);
    await open(page, product);
    for (const link of ['.gallery-zoom', '.gallery li:nth-child(2) a']) {
      const address = await page.$eval(link, (one) => (one as HTMLAnchorElement).href);
      expect((await fetch(address)).headers.get('content-type')).toMatch(/^image\//);
    }
    await page.close();
  });
});

describe('products that go well together', () => {
  it('are linked on the product’s sheet, both ways if wished, and taken back in one step', async () => {
    const page = await browser.desk(`/products/${SKU}`);
    const [goes] = ['desk-linked-products .kinds > div:first-child'];
    await page.locator(`${goes} input[type=search]`).fill('grill pan');
    await press(page, `${goes} desk-product-picker ${button('Add')}`);
    await says(page, 'mat-snack-bar-container', 'is linked');
    const title = await textOf(page, `${goes} li a`);
    await press(page, `${goes} ${button('both ways')}`);
    await page.waitForSelector(`${goes} button[aria-pressed="true"]`);

    const shop = await browser.page();
    await open(shop, product);
    await says(shop, '[data-shelf="goes-with"]', title);
    await shop.close();

    await press(page, `${goes} li button[aria-label^="Leave out"]`);
    await says(page, goes, 'None yet.');
    await says(page, goes, 'by their own sheet');
    await press(page, `mat-snack-bar-container ${button('Undo')}`);
    await says(page, `${goes} li`, title);
    await page.close();
  });

  it('stand on shelves of the plan, each set in its sentence and seen in the window', async () => {
    const page = await browser.desk(`/plans/house?aisle=${product.slice('/shop'.length)}&open=productPage`);
    const slip = 'desk-product-page-slip';
    await page.waitForSelector(`${slip} .shelves`);
    await choose(page, `${slip} select[aria-label="Add a shelf"]`, 'the whole shop');
    await page.locator(`${slip} .fields input[aria-label="Heading, en"]`).fill('Seen in this kitchen');
    const frame = await frameOf(page);
    await says(frame, '[data-shelf="shop"] h2', 'Seen in this kitchen');
    await press(page, `${slip} button[aria-label^="Up: “Seen in this kitchen”"]`);
    await frame.waitForFunction(
      () =>
        document.querySelectorAll('[data-shelf]').length > 1 &&
        !document.querySelector('[data-shelf]:last-of-type[data-shelf="shop"]'),
    );
    await press(
      page,
      `${slip} input[type=checkbox] ::-p-xpath(ancestor::label[contains(., "shoppers read")])`,
    );
    await frame.waitForFunction(() => !document.querySelector('#reviews'));
    await says(page, '[data-slip="productPage"]', 'what is close to it');
    await page.close();
  });
});

describe('what search engines are told', () => {
  it('is written once for all products of a plan, with what is too long told as it is typed', async () => {
    const page = await browser.desk('/plans/house?aisle=/cookware/pans&open=productPage');
    const field = 'desk-pattern-fields input[aria-label="Title for search engines, en"]';
    await page.locator(field).fill('{title} · {category}, from the kitchens of {shop}');
    await says(page, 'desk-pattern-fields', 'titles are longer than 60 letters');
    await page.locator(field).fill('{title');
    await says(page, 'desk-pattern-fields [role=alert]', 'braces');
    await page.locator(field).fill('{title}');
    await press(page, `desk-pattern-fields ${button('{sku}')}`);
    expect(await page.$eval(field, (one) => (one as HTMLInputElement).value)).toBe('{title} · {sku}');
    await says(page, 'desk-pattern-fields', '1 title is longer than 60 letters');
    await page.close();
  });
});

describe('a review', () => {
  it('is written by plain forms, waits at the desk, stands, and is undone', async () => {
    const shopper = await browser.page();
    await shopper.setJavaScriptEnabled(false);
    await open(shopper, product);
    await Promise.all([shopper.waitForNavigation(), shopper.click('#reviews a')]);
    await Promise.all([shopper.waitForNavigation(), shopper.click('#yours a.button')]);
    await shopper.type('input[name=email]', DEMO_SHOPPER.email);
    await shopper.type('input[name=password]', DEMO_SHOPPER.password);
    await Promise.all([shopper.waitForNavigation(), shopper.click('main button[type=submit]')]);
    await shopper.click('input[name=stars][value="4"]');
    await shopper.type('input[name=title]', 'Keeps its heat');
    await shopper.type('textarea', 'Heavy, and worth it on a Sunday.');
    await Promise.all([shopper.waitForNavigation(), shopper.click('#yours button.button')]);
    expect(await textOf(shopper, '#yours')).toContain('We have your review');

    const page = await browser.desk('/reviews');
    await says(page, '.reviews', 'Heavy, and worth it on a Sunday.');
    await press(page, button('Answer'));
    await page.locator('.reviews textarea').fill('Thank you, Sundays are for it.');
    await press(page, button('Store the answer'));
    await says(page, '.reviews .answer', 'Thank you, Sundays are for it.');
    await press(page, button('Let it stand'));
    await says(page, '.reviews', 'Nothing waits.');
    await shopper.goto(browser.baseUrl + product);
    expect(await textOf(shopper, '#reviews')).toContain('Thank you, Sundays are for it.');

    await press(page, `mat-snack-bar-container ${button('Undo')}`);
    await says(page, '.reviews', 'Heavy, and worth it on a Sunday.');
    const { counts } = (await desk.get('/api/reviews')).body as ReviewPage;
    expect(counts).toMatchObject({ waiting: 1, standing: 0 });
    await page.close();
    await shopper.close();
  });
});

describe('the words of a picture', () => {
  it('are written beside it, and are what the page says of it', async () => {
    const page = await browser.desk(`/products/${SKU}`);
    await press(page, `desk-product-pictures li:first-child ${button('no words')}`);
    await page.locator('desk-picture-words input').fill('A dark pan with a long handle');
    await page.keyboard.press('Tab');
    await says(page, 'desk-picture-words', 'Stored.');
    await says(page, 'desk-product-pictures li:first-child', 'words');
    const shop = await browser.page();
    await open(shop, product);
    expect(await shop.$eval('.gallery-main', (one) => (one as HTMLImageElement).alt)).toBe(
      'A dark pan with a long handle',
    );
    await shop.close();
    await page.close();
  });
});
