import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Frame, Page } from 'puppeteer-core';
import { atAllWidths } from '@fond/core';
import { button, frameOf, press, says, type TestBrowser } from '../support/browser';
import { readPlan, savePlan, withShelf } from '../support/plans';
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

/** A page that shoppers see, in a frame; it doesn't know of the desk. */
const livePage = async (page: Page, which: number): Promise<Frame> =>
  (await (await page.waitForSelector(
    `desk-before-after figure:nth-of-type(${which}) iframe`,
  ))!.contentFrame())!;

describe('two states of the shop', () => {
  it('are chosen, told in words, by products of an aisle and as pages, and turned round', async () => {
    const { plan, version } = await readPlan(desk, 'house');
    const changed = withShelf(plan, { columns: atAllWidths(5) });
    await savePlan(
      desk,
      withShelf(changed, {
        range: {
          ...changed.fixtures.find((one) => one.type === 'shelf')!.range,
          clauses: [{ kind: 'featured' }],
        },
      }),
      version,
    );
    const page = await browser.desk('/compare');
    await page.waitForSelector('optgroup[label="Drafts"] option[value="house"]');
    await page.select('.sides label:nth-of-type(2) select', 'house');
    await says(page, 'desk-sides-difference', '5 columns');
    await press(page, 'desk-aisle-moves button::-p-text(Cookware)');
    await says(page, '.moves', 'go');
    await says(page, 'desk-before-after', 'Draft of');
    const shown = await frameOf(page, 'desk-before-after figure:nth-of-type(2) iframe');
    await shown.waitForSelector('.cards .card');
    await press(page, button('The other way round'));
    await says(page, '.moves', 'come');
    const query = new URL(page.url()).searchParams;
    expect([query.get('from'), query.get('to'), query.get('path')]).toEqual(['house', 'live', '/cookware']);
    await page.reload();
    await says(page, '.moves', 'come');
  });

  it('may be two orders and two widths of one page, laid over one another, with a product marked in both', async () => {
    const page = await browser.desk('/compare?from=live&to=live&path=/cookware');
    await says(page, 'section[aria-label^="In "]', 'The same products stand at the same places');
    await page.select('[aria-label="Order of the second page"]', 'price');
    await says(page, '.moves', 'move');
    await page.select('[aria-label="Width of the second page"]', 'narrow');
    const second = await livePage(page, 2);
    await second.waitForSelector('.cards .card');
    expect(
      await second.evaluate(() => [innerWidth, new URLSearchParams(location.search).get('order')]),
    ).toEqual([390, 'price']);
    await says(page, 'desk-before-after figcaption', 'What is live');
    const first = await livePage(page, 1);
    await first.waitForSelector('.cards .card');
    const title = await first.$eval('.cards .card h3, .cards .card .card-name', (name) =>
      name.textContent!.trim(),
    );
    await press(page, `.moves button::-p-text(${title})`);
    await says(page, '[role="status"]', 'is marked');
    await first.waitForSelector('[data-looked-for]');
    await press(page, button('One over the other'));
    const slider = await page.waitForSelector('[aria-label="How much of each page is seen"]');
    await slider!.focus();
    await page.keyboard.press('ArrowRight');
    await page.waitForFunction(
      () => getComputedStyle(document.querySelector('.pages')!).getPropertyValue('--seen').trim() === '51%',
    );
    expect(browser.complaints).toEqual([]);
  });

  it('wear the CSS of a draft from the first page on', async () => {
    const { plan, version } = await readPlan(desk, 'house');
    await savePlan(desk, { ...plan, css: 'h1 { letter-spacing: 7px }' }, version);
    const page = await browser.desk('/shop/cookware?draft=house');
    await page.waitForFunction(() => getComputedStyle(document.querySelector('h1')!).letterSpacing === '7px');
    await page.close();
  });
});
