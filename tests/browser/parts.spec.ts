import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  addFixture,
  choose,
  frameOf,
  planFor,
  pressWord,
  publishChosen,
  publishOpen,
  putAside,
  says,
  TestBrowser,
  textOf,
  press,
} from '../support/browser';
import { openBrowser } from '../support/story';

let browser: TestBrowser;
let whisks: Page;
let graters: Page;
let partAddress: string;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const label = (name: string): string => `[aria-label="${name}"]`;
/** What shoppers get without JavaScript. */
async function shopper(path: string): Promise<Page> {
  const page = await browser.page();
  await page.setJavaScriptEnabled(false);
  await page.goto(`${browser.baseUrl}/shop${path}`);
  return page;
}
const headings = (page: Page): Promise<string[]> =>
  page.$$eval('.promotion h2', (all) => all.map((one) => one.textContent!.trim()));

/** A mouse drags the front's carousel over its cards, which are links, and no link is followed. */
async function dragged(page: Page): Promise<void> {
  await page.goto(`${browser.baseUrl}/shop`);
  await page.$eval('.form-carousel', (row) => row.scrollIntoView());
  await page.waitForSelector('.dots button:nth-child(2)');
  const card = await page.waitForSelector('.form-carousel .card:nth-child(3) a');
  await card!.scrollIntoView();
  const { x, y, width, height } = (await card!.boundingBox())!;
  await page.mouse.move(x + width / 2, y + height / 2);
  await page.mouse.down();
  await page.mouse.move(x + width / 2 - 300, y + height / 2, { steps: 12 });
  await page.mouse.up();
  await page.waitForFunction(() => document.querySelector('.form-carousel')!.scrollLeft >= 200);
  expect(new URL(page.url()).pathname).toBe('/shop');
}

describe('a part', () => {
  it('is kept from a fixture of a plan, which links to it from then on', async () => {
    ({ page: whisks } = await planFor(browser, '/tools/whisks', 'Whisks plan'));
    await addFixture(whisks, 'Add behind title title', 'promoting shelf');
    await whisks.locator(label('Heading, en')).fill('From the whole shop');
    await choose(whisks, `desk-promotion-slip ${label('Source')}`, 'of the whole shop');
    await says(whisks, '[data-slip="fixture:promotion"]', 'products of the whole shop');
    await press(whisks, label('More: promoting shelf promotion'));
    await press(whisks, 'button[mat-menu-item]::-p-text(Keep as a part)');
    await says(whisks, '[data-line="promotion"]', 'Part. “From the whole shop”');
    await whisks.waitForSelector('.saving.saved');
    partAddress = await whisks.$eval('desk-part-slip a', (link) => (link as HTMLAnchorElement).href);
    const frame = await frameOf(whisks);
    await says(frame, '.promotion h2', 'From the whole shop');
  });

  it('is shown by another plan under another heading with other products, and published along', async () => {
    ({ page: graters } = await planFor(browser, '/tools/graters', 'Graters plan'));
    const adder = label('Add behind title title');
    await graters.waitForSelector(adder);
    await graters.focus(adder);
    await graters.keyboard.press('Enter');
    await press(graters, 'button[mat-menu-item]::-p-text(part)');
    await press(graters, 'button[mat-menu-item]::-p-text(From the whole shop)');
    await graters.waitForFunction(() => !document.querySelector('.cdk-overlay-backdrop'));
    await press(graters, 'desk-part-slip label::-p-text(another heading)');
    await graters.locator(`desk-part-slip ${label('Heading, en')}`).fill('On sale for you');
    await press(graters, 'desk-part-slip label::-p-text(other products)');
    await choose(graters, 'desk-part-slip desk-clauses select', 'on sale');
    await says(graters, '[data-line="part"]', 'with another heading and other products');
    await says(await frameOf(graters), '.promotion h2', 'On sale for you');

    await graters.waitForSelector('.saving.saved');
    await press(graters, 'desk-plan button::-p-text(Publish …)');
    await says(
      graters,
      'desk-publish .trouble',
      'shows the part From the whole shop, which is not published',
    );
    await press(graters, 'desk-publish button::-p-text(Publish both together)');
    await graters.waitForFunction(
      () => document.querySelectorAll('desk-publish desk-difference').length === 2,
    );
    await publishChosen(graters);
    await publishOpen(whisks);
    const [one, other] = [await shopper('/tools/graters'), await shopper('/tools/whisks')];
    expect(await headings(one)).toEqual(['On sale for you']);
    expect(await headings(other)).toEqual(['From the whole shop']);
    expect(
      await one.$$eval('.promotion .card', (cards) => cards.every((card) => card.querySelector('s'))),
    ).toBe(true);
  });

  it('changes in all of them at once, where it is edited alone', async () => {
    const page = await browser.desk('/parts');
    await says(page, 'desk-parts tbody tr', 'From the whole shop');
    const row = await textOf(page, 'desk-parts tbody tr');
    expect(row).toContain('Whisks plan');
    expect(row).toContain('Graters plan');
    expect(row).toContain('● live');
    await press(page, 'desk-parts tbody th a');
    await page.waitForFunction((address) => location.href.startsWith(address), {}, partAddress);
    await says(page, 'desk-brief', 'Shown by');
    await pressWord(page, 'fixture:promotion');
    await press(page, 'desk-promotion-slip button::-p-text(a folding list)');
    const frame = await frameOf(page);
    await frame.waitForSelector('.form-folding details');
    expect(await frame.$('.with-panel'), 'it is seen alone').toBeNull();
    await publishOpen(page);
    for (const path of ['/tools/graters', '/tools/whisks']) {
      const visitor = await shopper(path);
      await visitor.waitForSelector('.promotion .form-folding details');
      await visitor.focus('.promotion summary');
      await visitor.keyboard.press('Enter');
      await visitor.waitForSelector('.promotion details[open] .card');
    }
  });

  it('stands in each tab of a front with other products, beside a carousel, at every width', async () => {
    // The shop's own front would be just as exact.
    await putAside(whisks, 'front');
    const { page, id } = await planFor(browser, '/', 'Front plan');
    await addFixture(page, 'Add behind title title', 'tabs');
    await page.locator(label('Tab 1, en')).fill('All');
    await page.locator(label('Tab 2, en')).fill('On sale');
    for (const [tab, link] of [
      ['All', 'part'],
      ['On sale', 'part-2'],
    ]) {
      const adder = label(`Add at the top of tab “${tab}” of tabs`);
      await page.waitForSelector(adder);
      await page.focus(adder);
      await page.keyboard.press('Enter');
      await press(page, 'button[mat-menu-item]::-p-text(part)');
      await press(page, 'button[mat-menu-item]::-p-text(From the whole shop)');
      await page.waitForSelector(`[data-line="${link}"]`);
      await page.waitForFunction(() => !document.querySelector('.cdk-overlay-backdrop'));
    }
    await press(page, 'desk-part-slip label::-p-text(other products)');
    await choose(page, 'desk-part-slip desk-clauses select', 'on sale');
    await says(page, '[data-line="part-2"]', 'with other products');
    await addFixture(page, 'Add behind tabs tabs', 'promoting shelf');
    await press(page, 'desk-promotion-slip label::-p-text(a dot for each view)');
    await says(page, '[data-line="promotion"]', 'a carousel');
    await publishOpen(page);

    for (const width of [1280, 820, 390]) {
      const plain = await browser.page(width, 900);
      await plain.setJavaScriptEnabled(false);
      await plain.goto(`${browser.baseUrl}/shop`);
      expect(await plain.$$eval('.tabs .form-folding', (all) => all.length), 'both are in the document').toBe(
        2,
      );
      expect(await plain.evaluate(() => document.documentElement.scrollWidth)).toBe(width);
      const full = await browser.page(width, 900);
      await full.goto(`${browser.baseUrl}/shop`);
      await full.$eval('.form-carousel', (row) => row.scrollIntoView());
      await full.waitForSelector('.dots button:nth-child(2)');
      await full.$eval('.dots button:nth-child(2)', (dot) => (dot as HTMLElement).click());
      await full.waitForSelector('.dots button:nth-child(2)[aria-current]');
      await full.focus('.tab-bar input');
      await full.keyboard.press('ArrowRight');
      await full.waitForFunction(() => {
        const [first, second] = [...document.querySelectorAll('.tabs .form-folding')];
        return first.getBoundingClientRect().height === 0 && second.getBoundingClientRect().height > 0;
      });
    }
    await dragged(await browser.page(1280, 900));
    // The front belongs to other stories too.
    await putAside(page, id);
  });

  it('is cut loose into a copy, which can be undone', async () => {
    await graters.goto(`${browser.baseUrl}${new URL(graters.url()).pathname}?open=fixture:part`);
    // The slip still grows as its counts arrive, so that a pointer might come too late.
    const loose = await graters.waitForSelector('desk-part-slip button::-p-text(Cut loose)');
    await loose!.focus();
    await graters.keyboard.press('Enter');
    await says(graters, '[data-line="part"]', 'Promoting shelf. “On sale for you”');
    await press(graters, label('Undo'));
    await says(graters, '[data-line="part"]', 'Part. “From the whole shop”');
    expect(browser.complaints).toEqual([]);
  });
});
