import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { DEVICE_WIDTHS, roomsOf, widthIn, WIDTH_NAMES, type Plan } from '@fond/core';
import {
  addFixture,
  eventually,
  frameOf,
  planFor,
  pressWord,
  publishOpen,
  says,
  TestBrowser,
  press,
} from '../support/browser';
import { openBrowser } from '../support/story';

const PATH = '/baking/tins';

let browser: TestBrowser;
let page: Page;
let id: string;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const label = (name: string): string => `[aria-label="${name}"]`;

const add = (where: string, what: string): Promise<void> => addFixture(page, where, what);
const lines = (): Promise<string[]> =>
  page.$$eval('[data-line]', (sections) => sections.map((section) => section.getAttribute('data-line')!));
const visit = async (width: number, script: boolean): Promise<Page> => {
  const visitor = await browser.page(width, 900);
  await visitor.setJavaScriptEnabled(script);
  await visitor.goto(`${browser.baseUrl}/shop${PATH}`);
  return visitor;
};

describe('a page built from its fixtures', () => {
  it('gets columns with the tree beside the shelf, tabs and a banner, each where it shall stand', async () => {
    const floor = await browser.desk('/floor');
    const aisles = await floor.evaluate(async () => (await (await fetch('/api/floor')).json()).aisles);
    expect(aisles.some(({ path }: { path: string }) => path === PATH)).toBe(true);
    ({ page, id } = await planFor(browser, PATH, 'Tins plan'));
    await add('Add behind title title', 'columns');
    await page.waitForSelector('desk-columns-slip');
    await press(page, label('Column 1 stays in view'));
    await add('Add at the top of column 1 of columns', 'category navigation');
    await press(page, 'desk-navigation-slip button::-p-text(as a list)');
    await press(page, 'desk-navigation-slip button::-p-text(the whole tree)');
    await says(page, '[data-slip="fixture:navigation-2"]', 'the whole tree, as a list');

    await add('Add at the top of column 2 of columns', 'banner');
    await page.locator(label('Heading, en')).fill('Tins that let go');
    await says(page, '[data-slip="fixture:banner"]', '“Tins that let go”');
    await add('Add behind banner banner', 'tabs');
    await page.locator(label('Tab 1, en')).fill('New in');
    await add('Add at the top of tab “New in” of tabs', 'promoting shelf');
    await says(page, 'desk-promotion-slip', 'a carousel');
    await add('Add at the top of tab “Second” of tabs', 'words');
    await page.locator('desk-words-slip [role=textbox]').fill('Grease them well.');
    await says(page, '[data-slip="fixture:words"]', '“Grease them well.”');

    await pressWord(page, 'place:shelf');
    await page.waitForSelector(`${label('Stands in')} option[value="columns/main"]`);
    await page.select(label('Stands in'), 'columns/main');
    const frame = await frameOf(page);
    await frame.waitForFunction(
      () => document.querySelectorAll('.columns > div:nth-child(2) .with-panel .card').length > 3,
    );
    await says(frame, '.banner h2', 'Tins that let go');
    // Filters of the page itself don’t stand beside a shelf within a column.
    expect(await frame.$('.columns .panel-place')).toBeNull();
  });

  it('is moved, copied and taken away by keyboard, and undone', async () => {
    const before = await lines();
    await page.focus('#handle-title');
    await page.keyboard.down('Alt');
    await page.keyboard.press('ArrowUp');
    await page.keyboard.up('Alt');
    await eventually(
      page,
      () => [...document.querySelectorAll('[data-line]')].map((one) => one.getAttribute('data-line')).join(),
      (order) => order.startsWith('title,breadcrumb'),
    );
    await page.focus('#handle-words');
    await page.keyboard.down('Control');
    await page.keyboard.press('c');
    await page.keyboard.press('v');
    await page.keyboard.up('Control');
    await page.waitForSelector('[data-line="words-2"]');
    await page.focus('#handle-words-2');
    await page.keyboard.press('Delete');
    await page.waitForFunction(() => !document.querySelector('[data-line="words-2"]'));
    for (let step = 0; step < 3; step++) await press(page, label('Undo'));
    await eventually(
      page,
      () => [...document.querySelectorAll('[data-line]')].map((one) => one.getAttribute('data-line')).join(),
      (order) => order === before.join(),
    );
  });

  it('has a narrow page of its own, and sums that are not whole are told', async () => {
    await pressWord(page, 'place:banner');
    await press(page, label('Hidden, narrow'));
    await says(page, '[data-slip="place:banner"]', 'hidden on narrow');
    await pressWord(page, 'fixture:columns');
    await press(page, label('More: Share of column 1'));
    await says(page, 'desk-columns-slip [role=alert]', 'add up to 101');
    await press(page, label('Less: Share of column 2'));
    await page.waitForFunction(() => !document.querySelector('desk-columns-slip [role=alert]'));
    await page.waitForSelector('.saving.saved');
  });

  it('is drawn with a look of its own, which says where words are hard to read', async () => {
    await pressWord(page, 'look');
    await press(page, 'desk-look-slip button::-p-text(Garden)');
    await says(page, '[data-slip="look"]', 'Fraunces and Source Serif');
    const frame = await frameOf(page);
    await frame.waitForFunction(() => document.documentElement.style.getPropertyValue('--radius') === '22px');
    await page.$eval(label('Colour of quiet words'), (field) => {
      (field as HTMLInputElement).value = '#cccccc';
      field.dispatchEvent(new Event('input'));
    });
    await says(page, 'desk-look-slip [role=alert]', 'hard to read');
    await press(page, label('Undo'));
    await page.waitForFunction(() => !document.querySelector('desk-look-slip [role=alert]'));
    await says(page, 'desk-origin', 'colour of words');
  });

  it('wears CSS of its own on its content alone, and says what may not stand in it', async () => {
    await press(page, 'desk-look-slip summary');
    await page.locator(label('CSS of its own')).fill('@import "x"; h1 { color: red }');
    await says(page, 'desk-look-slip [role=alert]', '@import');
    await page.locator(label('CSS of its own')).fill('h1, a { letter-spacing: 3px }');
    const frame = await frameOf(page);
    const spacing = (selector: string): string =>
      `getComputedStyle(document.querySelector(${JSON.stringify(selector)})).letterSpacing`;
    await eventually(frame, spacing('h1'), (value) => value === '3px');
    expect(await frame.evaluate(spacing('.site-aisles a'))).toBe('normal');
    await page.waitForSelector('.saving.saved');
  });

  it('is what shoppers get at three widths, with JavaScript and without, as wide as it was counted', async () => {
    await publishOpen(page);
    expect(
      await page.$$eval('desk-plan .state', (states) => states.map((one) => one.textContent)),
    ).not.toContain('○ differs from live');
    const plan = (await page.evaluate(
      async (plan) => (await (await fetch(`/api/plans/${plan}`)).json()).live,
      id,
    )) as Plan;
    const shelf = plan.fixtures.find(({ type }) => type === 'shelf')!;
    for (const name of WIDTH_NAMES)
      for (const script of [true, false]) {
        const visitor = await visit(DEVICE_WIDTHS[name], script);
        const found = await visitor.$$eval(
          'h1, .banner h2, .nav-list [aria-current], .tab-bar label, .card',
          (elements) => elements.map((element) => element.checkVisibility()),
        );
        expect(found.filter(Boolean).length, `${name}, ${script}`).toBeGreaterThan(6);
        const radius = await visitor.$eval('html', (root) => root.style.getPropertyValue('--radius'));
        expect(radius).toBe('22px');
        const spacing = await visitor.$eval('h1', (title) => getComputedStyle(title).letterSpacing);
        expect(spacing).toBe('3px');
        const banner = await visitor.$eval('.banner', (element) => element.checkVisibility());
        expect(banner, name).toBe(name !== 'narrow');
        const width = await visitor.$eval(
          '.columns #products',
          (element) => element.getBoundingClientRect().width,
        );
        expect(width, name).toBeCloseTo(widthIn(roomsOf(plan.fixtures, shelf), DEVICE_WIDTHS[name]), 0);
        const scrolls = await visitor.evaluate(() => document.documentElement.scrollWidth > innerWidth);
        expect(scrolls, `${name} scrolls sideways`).toBe(false);
        await visitor.close();
      }
  });

  it('turns its tabs by keyboard and its carousel by buttons', async () => {
    const visitor = await visit(1280, true);
    await visitor.focus('.tab-bar input');
    await visitor.keyboard.press('ArrowRight');
    expect(
      await visitor.$$eval('.tab-panels > div', (panels) => panels.map((one) => one.checkVisibility())),
    ).toEqual([false, true]);
    await visitor.keyboard.press('ArrowLeft');
    await visitor.$eval('.form-carousel', (row) => row.scrollIntoView());
    await press(visitor, '.turns button:last-child');
    await eventually(
      visitor,
      () => document.querySelector('.form-carousel')!.scrollLeft,
      (left) => left > 100,
    );
  });

  it('never met an error in the console on the way', () => {
    expect(browser.complaints.filter((complaint) => !/400|401/.test(complaint))).toEqual([]);
  });
});
