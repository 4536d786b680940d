import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { AS_PART, AISLE_RANGE, USUAL_PROMOTION, type Fixture, type Plan, type RangeRule } from '@fond/core';
import { freshFixture } from '../../desk/src/app/draft/fixtureEdits';
import {
  addFixture,
  choose,
  frameOf,
  press,
  pressWord,
  publishChosen,
  publishOpen,
  says,
  textOf,
  type TestBrowser,
} from '../support/browser';
import { publishPlans, readPlan } from '../support/plans';
import { putAside, scene, withBehind } from '../support/scene';
import type { Desk } from '../support/server';
import { openShop } from '../support/story';

const WHISKS = '/tools/whisks';
const GRATERS = '/tools/graters';
const HEADING = 'From the whole shop';
const WHOLE_SHOP: RangeRule = { ...AISLE_RANGE, source: { kind: 'catalogue' } };
const ON_SALE: RangeRule = { ...WHOLE_SHOP, clauses: [{ kind: 'sale' }] };

let browser: TestBrowser;
let desk: Desk;
beforeAll(async () => {
  const opened = await openShop();
  ({ browser } = opened);
  desk = await opened.server.signIn();
});
afterAll(() => browser.close());

const promotion = (more: object = {}): Fixture =>
  ({ ...freshFixture('promotion', 'promotion'), ...USUAL_PROMOTION, range: WHOLE_SHOP, ...more }) as Fixture;

let made = 0;
/** A part of one shelf, under a name that no other story uses. */
async function somePart(more: object = {}): Promise<{ id: string; name: string }> {
  const name = `Whole shop ${++made}`;
  const answer = await desk.post('/api/parts', {
    name,
    fixtures: [promotion({ heading: { en: HEADING }, ...more })],
  });
  expect(answer.status).toBe(201);
  return { id: (answer.body as { document: { id: string } }).document.id, name };
}

/** A plan that shows a part, as it is or with a heading and products of its own. */
const showing =
  (part: string, own: { heading: Record<string, string>; range: RangeRule } | null = null) =>
  (plan: Plan): Plan =>
    withBehind(plan, 'title', {
      ...freshFixture('divider', 'part'),
      type: 'part',
      part,
      own: own ? { promotion: { ...AS_PART, ...own } } : {},
    } as Fixture);

/** The plan of a scene, on the desk. */
async function opened(path: string, change?: (plan: Plan) => Plan, query = ''): Promise<Page> {
  const id = await scene(desk, path, change);
  const page = await browser.desk(`/plans/${id}?aisle=${path}${query}`);
  await page.waitForSelector('desk-tally li');
  return page;
}

/** Two aisles that show one part, the second with another heading and other products; all of it live. */
async function shown(more: object = {}): Promise<{ id: string; name: string }> {
  const part = await somePart(more);
  const whisks = await scene(desk, WHISKS, showing(part.id), { name: 'Whisks plan' });
  const own = { heading: { en: 'On sale for you' }, range: ON_SALE };
  const graters = await scene(desk, GRATERS, showing(part.id, own), { name: 'Graters plan' });
  const versions = await Promise.all(
    [part.id, whisks, graters].map(async (id) => ({ id, version: (await readPlan(desk, id)).version })),
  );
  expect((await publishPlans(desk, versions)).status).toBe(201);
  return part;
}

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
    const whisks = await opened(WHISKS);
    await addFixture(whisks, 'Add behind title title', 'promoting shelf');
    await whisks.locator(label('Heading, en')).fill('From the whole shop');
    await choose(whisks, `desk-promotion-slip ${label('Source')}`, 'of the whole shop');
    await says(whisks, '[data-slip="fixture:promotion"]', 'products of the whole shop');
    await press(whisks, label('More: promoting shelf promotion'));
    await press(whisks, 'button[mat-menu-item]::-p-text(Keep as a part)');
    await says(whisks, '[data-line="promotion"]', 'Part. “From the whole shop”');
    await whisks.waitForSelector('.saving.saved');
    const frame = await frameOf(whisks);
    await says(frame, '.promotion h2', 'From the whole shop');
  });

  it('is shown by another plan under another heading with other products, and published along', async () => {
    const part = await somePart();
    const graters = await opened(GRATERS);
    const adder = label('Add behind title title');
    await graters.waitForSelector(adder);
    await graters.focus(adder);
    await graters.keyboard.press('Enter');
    await press(graters, 'button[mat-menu-item]::-p-text(part)');
    await press(graters, `button[mat-menu-item]::-p-text(${part.name})`);
    await graters.waitForFunction(() => !document.querySelector('.cdk-overlay-backdrop'));
    await press(graters, 'desk-part-slip label::-p-text(another heading)');
    await graters.locator(`desk-part-slip ${label('Heading, en')}`).fill('On sale for you');
    await press(graters, 'desk-part-slip label::-p-text(other products)');
    await choose(graters, 'desk-part-slip desk-clauses select', 'on sale');
    await says(graters, '[data-line="part"]', 'with another heading and other products');
    await says(await frameOf(graters), '.promotion h2', 'On sale for you');

    await graters.waitForSelector('.saving.saved');
    await press(graters, 'desk-plan button::-p-text(Publish …)');
    await says(graters, 'desk-publish .trouble', `shows the part ${part.name}, which is not published`);
    await press(graters, 'desk-publish button::-p-text(Publish both together)');
    await graters.waitForFunction(
      () => document.querySelectorAll('desk-publish desk-difference').length === 2,
    );
    await publishChosen(graters);
    const one = await shopper(GRATERS);
    expect(await headings(one)).toEqual(['On sale for you']);
    expect(
      await one.$$eval('.promotion .card', (cards) => cards.every((card) => card.querySelector('s'))),
    ).toBe(true);
  });

  it('changes in all of them at once, where it is edited alone', async () => {
    const part = await shown();
    expect(await headings(await shopper(WHISKS))).toEqual([HEADING]);
    const page = await browser.desk('/parts');
    const line = `desk-parts tr:has(a[href*="${part.id}"])`;
    await says(page, line, part.name);
    const row = await textOf(page, line);
    expect(row).toContain('Whisks plan');
    expect(row).toContain('Graters plan');
    expect(row).toContain('● live');
    await press(page, `${line} th a`);
    await page.waitForFunction((id) => location.pathname === `/plans/${id}`, {}, part.id);
    await says(page, 'desk-brief', 'Shown by');
    await pressWord(page, 'fixture:promotion');
    await press(page, 'desk-promotion-slip button::-p-text(a folding list)');
    const frame = await frameOf(page);
    await frame.waitForSelector('.form-folding details');
    expect(await frame.$('.with-panel'), 'it is seen alone').toBeNull();
    await publishOpen(page);
    for (const path of [GRATERS, WHISKS]) {
      const visitor = await shopper(path);
      await visitor.waitForSelector('.promotion .form-folding details');
      await visitor.focus('.promotion summary');
      await visitor.keyboard.press('Enter');
      await visitor.waitForSelector('.promotion details[open] .card');
    }
  });

  it('stands in each tab of a front with other products, beside a carousel, at every width', async () => {
    const part = await shown({ form: 'folding' });
    // The shop's own front would be just as exact.
    await putAside(desk, 'front');
    const page = await opened('/');
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
      await press(page, `button[mat-menu-item]::-p-text(${part.name})`);
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
  });

  it('is cut loose into a copy, which can be undone', async () => {
    const own = { heading: { en: 'On sale for you' }, range: ON_SALE };
    const part = await somePart();
    const graters = await opened(GRATERS, showing(part.id, own), '&open=fixture:part');
    // The slip still grows as its counts arrive, so that a pointer might come too late.
    const loose = await graters.waitForSelector('desk-part-slip button::-p-text(Cut loose)');
    await loose!.focus();
    await graters.keyboard.press('Enter');
    await says(graters, '[data-line="part"]', 'Promoting shelf. “On sale for you”');
    await press(graters, label('Undo'));
    await says(graters, '[data-line="part"]', `Part. “${part.name}”`);
    expect(browser.complaints).toEqual([]);
  });
});
