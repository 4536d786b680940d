import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { darkColours, USUAL_TILES, type Fixture, type Plan } from '@fond/core';
import { freshFixture, type AddedType } from '../../desk/src/app/draft/fixtureEdits';
import { StepperHarness } from '../../desk/src/app/field/stepper.harness';
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
import { harness } from '../support/harnesses';
import { withShelf } from '../support/plans';
import { scene, withBehind } from '../support/scene';
import type { Desk } from '../support/server';
import { openShop } from '../support/story';

const PATH = '/tools';
const label = (name: string): string => `[aria-label="${name}"]`;

let browser: TestBrowser;
let desk: Desk;
beforeAll(async () => {
  const opened = await openShop();
  ({ browser } = opened);
  desk = await opened.server.signIn();
});
afterAll(() => browser.close());

const fresh = (type: AddedType, more: object = {}): Fixture =>
  ({ ...freshFixture(type, type), ...more }) as Fixture;

/** Tiles where they are put, a product large, and cards in lanes. */
const various = (plan: Plan): Plan =>
  withShelf(
    withBehind(
      plan,
      'title',
      fresh('tiles', { ...USUAL_TILES, grid: 'free' }),
      fresh('spotlight', { heading: { en: 'Best of its kind' } }),
    ),
    { form: 'staggered' },
  );

/** The plan of the scene, on the desk. */
async function opened(change: (plan: Plan) => Plan = various): Promise<Page> {
  const id = await scene(desk, PATH, change);
  const page = await browser.desk(`/plans/${id}?aisle=${PATH}`);
  await page.waitForSelector('desk-tally li');
  return page;
}

interface Box {
  top: number;
  bottom: number;
  left: number;
  right: number;
}

const boxes = (visitor: Page, selector: string): Promise<Box[]> =>
  visitor.$$eval(selector, (all) =>
    all.map((one) => {
      const { top, bottom, left, right } = one.getBoundingClientRect();
      return { top, bottom, left, right };
    }),
  );
const overlapping = (all: readonly Box[]): number =>
  all.filter((a, at) =>
    all
      .slice(at + 1)
      .some(
        (b) => a.top < b.bottom - 1 && b.top < a.bottom - 1 && a.left < b.right - 1 && b.left < a.right - 1,
      ),
  ).length;

describe('the forms of a page', () => {
  it('are chosen in the brief and seen at once: tiles where they are put, a product large, lanes of cards', async () => {
    const page = await opened((plan) => plan);
    await addFixture(page, 'Add behind title title', 'tiles');
    await press(page, 'desk-tiles-slip button::-p-text(where you put them)');
    await page.waitForSelector('desk-tile-grid .grid-stack-item');
    const frame = await frameOf(page);
    await frame.waitForSelector('.tiles-free li');
    const first = () => frame.$eval('.tiles-free li', (tile) => tile.getAttribute('style'));
    const before = await first();
    await page.focus('desk-tile-grid .grid-stack-item');
    await page.keyboard.down('Shift');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.up('Shift');
    await frame.waitForFunction(
      (style) => document.querySelector('.tiles-free li')?.getAttribute('style') !== style,
      {},
      before,
    );
    await frame.waitForFunction(() =>
      document.querySelector('.tiles-free li')?.getAttribute('style')?.includes('span 4'),
    );

    await addFixture(page, 'Add behind tiles tiles', 'featured product');
    await page.locator(label('Heading, en')).fill('Best of its kind');
    await says(frame, '.spotlight', 'Best of its kind');
    await pressWord(page, 'grid');
    await press(page, 'desk-grid-slip button::-p-text(a staggered grid)');
    await frame.waitForSelector('.with-panel .form-staggered .card');
    await says(page, '[data-slip="grid"]', 'staggered columns');
  });

  it('are told in the tally, with what is worth a word', async () => {
    const page = await opened();
    await press(page, 'desk-tally button::-p-text(fixtures)');
    await says(page, 'desk-tally .evidence', 'featured product');
    await says(page, 'desk-tally .evidence', '1200 px');
  });

  it('change at a ticket in the window, for the width of that frame alone', async () => {
    const page = await opened();
    const frame = await frameOf(page);
    const pressIn = async (selector: string): Promise<void> => {
      await frame.waitForSelector(selector);
      await frame.$eval(selector, (element) => (element as HTMLElement).click());
    };
    await pressIn('.tiles-free');
    await pressIn('.ticket-tools button::-p-text(Hide at this width)');
    await says(page, '[data-slip="place:tiles"]', 'hidden on wide');
    await press(page, label('Undo'));
    await pressIn('.toolbar .found');
    await pressIn('[data-fixture="shelf"] .ticket-tools [aria-label="Further apart here"]');
    await says(page, 'desk-shelf-sentences', 'a gap of 28 px (28 medium, 12 narrow)');
    await press(page, label('Undo'));
    await pressIn('.spotlight-heading');
    await pressIn('[data-fixture="spotlight"] .ticket-tools button::-p-text(Add below)');
    await press(page, 'button[mat-menu-item]::-p-text(divider)');
    await page.waitForSelector('[data-line="spotlight"] ~ [data-line="divider"]');
  });

  it('follow the next wider page until they are set apart, and again when that is handed back', async () => {
    const page = await opened();
    await pressWord(page, 'grid');
    const [wide, medium] = [
      await harness(page, StepperHarness.labelled('Pixels between cards, wide')),
      await harness(page, StepperHarness.labelled('Pixels between cards, medium')),
    ];
    await medium.stepUp();
    await wide.stepUp();
    const gaps = (): string =>
      [...document.querySelectorAll<HTMLInputElement>('input[aria-label^="Pixels between cards, "]')]
        .map((field) => field.value)
        .join();
    await eventually(page, gaps, (found) => found === '25,25,12');
    await press(page, label('Pixels between cards, medium: as wide'));
    await wide.stepUp();
    await eventually(page, gaps, (found) => found === '26,26,12');
    await page.keyboard.press('Escape');
  });

  it('let shoppers turn the grid into a list, which other aisles remember', async () => {
    const page = await opened();
    await pressWord(page, 'grid');
    await press(page, 'desk-grid-slip label::-p-text(turn it into a list)');
    await (await frameOf(page)).waitForSelector('.views a');
    await page.waitForSelector('.saving.saved');
  });

  it('may be dark, and change at other widths', async () => {
    const page = await opened();
    await pressWord(page, 'look');
    await press(page, 'desk-look-slip button::-p-text(dark where a device asks)');
    await page.locator(label('Wide pages from, in pixels')).fill('1100');
    await page.keyboard.press('Enter');
    const frame = await frameOf(page);
    await frame.waitForFunction(() =>
      document.querySelector('link[href*="styles-"]')?.getAttribute('href')?.endsWith('?widths=640-1100'),
    );
    await publishOpen(page);
  });

  it('are what shoppers get without JavaScript, where nothing overlaps at any width', async () => {
    const dark = (plan: Plan): Plan => {
      const { look, ...rest } = withShelf(various(plan), { listSwitch: true });
      return {
        ...rest,
        look: { ...look, dark: darkColours(look.colours), breakpoints: { medium: 640, wide: 1100 } },
      };
    };
    await scene(desk, PATH, dark, { live: true });
    const visitor = await browser.page(1280, 900);
    await visitor.setJavaScriptEnabled(false);
    for (const width of [1280, 1110, 1050, 820, 650, 390]) {
      await visitor.setViewport({ width, height: 900 });
      await visitor.goto(`${browser.baseUrl}/shop${PATH}`);
      const cards = await boxes(visitor, '.form-staggered > .card');
      expect(cards.length, `${width} px`).toBeGreaterThan(6);
      expect(overlapping(cards), `cards at ${width} px`).toBe(0);
      const tiles = await boxes(visitor, '.tiles-free > li');
      expect(overlapping(tiles), `tiles at ${width} px`).toBe(0);
      const lanes = new Set(cards.map(({ left }) => Math.round(left)));
      // Wide begins at 1100 px here.
      expect(lanes.size, `lanes at ${width} px`).toBe(width >= 1100 ? 3 : 2);
      expect(await visitor.evaluate(() => document.documentElement.scrollWidth)).toBe(width);
    }
    await visitor.goto(`${browser.baseUrl}/shop${PATH}?view=list`);
    expect(await visitor.$$eval('.form-list > .card', (cards) => cards.length)).toBeGreaterThan(6);
    await visitor.goto(`${browser.baseUrl}/shop${PATH}?page=2`);
    expect(await visitor.$('.with-panel .form-list'), 'it is remembered').not.toBeNull();
    await visitor.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'dark' }]);
    const ground = () => visitor.$eval('body', (body) => getComputedStyle(body).backgroundColor);
    const night = await ground();
    await visitor.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'light' }]);
    expect(await ground()).toBe('rgb(255, 253, 248)');
    expect(night).not.toBe('rgb(255, 253, 248)');
    expect(browser.complaints).toEqual([]);
  });
});
