import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  DEVICE_WIDTHS,
  READY_LOOKS,
  roomsOf,
  USUAL_LAYOUT,
  widthIn,
  WIDTH_NAMES,
  type Fixture,
  type Plan,
} from '@fond/core';
import { freshFixture, type AddedType } from '../../desk/src/app/draft/fixtureEdits';
import {
  addFixture,
  eventually,
  frameOf,
  press,
  pressWord,
  publishOpen,
  says,
  type TestBrowser,
} from '../support/browser';
import { readPlan } from '../support/plans';
import { scene, withBehind } from '../support/scene';
import type { Desk } from '../support/server';
import { openShop } from '../support/story';

const PATH = '/baking/tins';

let browser: TestBrowser;
let desk: Desk;
beforeAll(async () => {
  const opened = await openShop();
  ({ browser } = opened);
  desk = await opened.server.signIn();
});
afterAll(() => browser.close());

const label = (name: string): string => `[aria-label="${name}"]`;

/** A fixture as it begins, with what a story says otherwise, in a place of a container where one is named. */
const fresh = (
  type: AddedType,
  more: object = {},
  inside: Fixture['inside'] = null,
  id: string = type,
): Fixture => ({ ...freshFixture(type, id), ...more, inside }) as Fixture;

const COLUMNS = fresh('columns', {
  columns: [
    { id: 'side', width: { by: 'share', share: 30 }, medium: null, stuck: true },
    { id: 'main', width: { by: 'share', share: 70 }, medium: null, stuck: false },
  ],
});
const main = { fixture: 'columns', slot: 'main' };
const hiddenOnNarrow = { ...USUAL_LAYOUT, hidden: { wide: false, medium: null, narrow: true } };

/** Columns with the tree beside the shelf, a banner that narrow pages leave out, and tabs; in a look of its own. */
function built(plan: Plan): Plan {
  const tabs = fresh(
    'tabs',
    {
      tabs: [
        { id: 'new', label: { en: 'New in' } },
        { id: 'care', label: { en: 'Care' } },
      ],
    },
    main,
  );
  const whole = withBehind(
    plan,
    'title',
    COLUMNS,
    fresh('navigation', { form: 'list', of: 'tree' }, { fixture: 'columns', slot: 'side' }, 'tree'),
    fresh('banner', { heading: { en: 'Tins that let go' }, layout: hiddenOnNarrow }, main),
    tabs,
    fresh('promotion', {}, { fixture: 'tabs', slot: 'new' }),
    fresh('words', { html: { en: '<p>Grease them well.</p>' } }, { fixture: 'tabs', slot: 'care' }),
  );
  return {
    ...whole,
    fixtures: whole.fixtures.map((fixture) =>
      fixture.type === 'shelf' ? { ...fixture, inside: main } : fixture,
    ),
    look: READY_LOOKS.garden,
    css: 'h1, a { letter-spacing: 3px }',
  };
}

/** The plan of the scene, on the desk. */
async function opened(change?: ((plan: Plan) => Plan) | null): Promise<Page> {
  const id = await scene(desk, PATH, change);
  const page = await browser.desk(`/plans/${id}?aisle=${PATH}`);
  await page.waitForSelector('desk-tally li');
  return page;
}

const lines = (page: Page): Promise<string[]> =>
  page.$$eval('[data-line]', (sections) => sections.map((section) => section.getAttribute('data-line')!));
const visit = async (width: number, script: boolean): Promise<Page> => {
  const visitor = await browser.page(width, 900);
  await visitor.setJavaScriptEnabled(script);
  await visitor.goto(`${browser.baseUrl}/shop${PATH}`);
  return visitor;
};

describe('a page built from its fixtures', () => {
  it('gets columns with the tree beside the shelf, tabs and a banner, each where it shall stand', async () => {
    const page = await opened();
    const add = (where: string, what: string): Promise<void> => addFixture(page, where, what);
    await add('Add behind title title', 'columns');
    await page.waitForSelector('desk-columns-slip');
    await press(page, label('Column 1 stays in view'));
    await add('Add at the top of column 1 of columns', 'navigation');
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
    const page = await opened((plan) => withBehind(plan, 'title', fresh('words')));
    await page.waitForSelector('#handle-words');
    const before = await lines(page);
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
    const page = await opened((plan) => withBehind(plan, 'title', COLUMNS, fresh('banner')));
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
    const page = await opened(null);
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
    const page = await opened();
    await pressWord(page, 'look');
    await press(page, 'desk-look-slip summary::-p-text(CSS of its own)');
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
    const page = await opened(built);
    await publishOpen(page);
    expect(
      await page.$$eval('desk-plan .state', (states) => states.map((one) => one.textContent)),
    ).not.toContain('○ differs from live');
    const id = new URL(page.url()).pathname.split('/').at(-1)!;
    const plan = (await readPlan(desk, id)).live!;
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
    await scene(desk, PATH, built, { live: true });
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
