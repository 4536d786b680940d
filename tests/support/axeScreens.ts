import type { HTTPRequest, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ABOVE_THE_PAGE, violations } from './axe';
import { misplaced } from './nesting';
import { atAllWidths, CARD_ELEMENT_KINDS, cardElement } from '@fond/core';
import { press, type TestBrowser } from './browser';
import { publishPlans, readPlan, savePlan, withShelf } from './plans';
import { openShop } from './story';
import { BROWSER, shownAt, viewOf } from './views';

let browser: TestBrowser;
/** Id of a blend of the demo. */
let blend: string;
/** Id of a trial that runs. */
let trial: string;
const SCREENS = [
  '/floor',
  '/floor?view=map',
  '/floor?why=category:2&words=1',
  '/floor/import',
  '/plans/house?aisle=/cookware',
  ...['range', 'order', 'grid', 'facets', 'card', 'badges', 'productPage', 'look'].map(
    (slip) => `/plans/house?open=${slip}&aisle=/cookware`,
  ),
  '/plans/knives?open=reach',
  '/plans/knives?open=base',
  '/plans/house/card?aisle=/cookware',
  '/plans/house/badges?aisle=/cookware',
  '/plans/house/arrange?aisle=/cookware&colour=stock&beside=live',
  '/plans/house/designs?aisle=/cookware',
  '/publish',
  '/parts',
  '/ranges',
  '/blends/BLEND',
  '/search',
  '/search?part=answers',
  '/search?part=nothing',
  '/floor/together',
  '/collections',
  '/collections/1',
  '/pages',
  '/attributes',
  '/products',
  '/products/PK-1017',
  '/attributes/material',
  '/attributes/diameter',
  '/categories/3',
  '/tags/2',
  '/editions',
  '/editions?view=calendar',
  '/editions/day?path=/cookware',
  '/pictures?picture=PK-1017-1.svg',
  '/pictures?view=sizes',
  '/redirects',
  '/findings',
  '/figures',
  '/compare?from=edition:1&to=live&path=/cookware',
  '/trials',
  '/trials/TRIAL',
  '/search?part=typed',
  '/reviews',
  '/people',
  '/shop-settings',
  '/account',
  '/catalogue/import',
  '/feed',
];
/** Menus and dialogs, each with the screen that it opens above and what opens it. */
const OPENING: readonly (readonly [screen: string, opener: string])[] = [
  ['/floor', 'nav button.group'],
  ['/floor', '.go-to'],
  ['/floor', 'header.bar > button:last-of-type'],
  ['/plans/house?aisle=/cookware', '[aria-label="More about this plan"]'],
  ['/plans/house?aisle=/cookware', '[aria-label="More: title title"]'],
  ['/plans/house?aisle=/cookware', '[aria-label="Add behind title title"]'],
  ['/plans/house?aisle=/cookware', '.seen-as summary'],
  ['/editions', '[aria-label="Restore edition 1"]'],
  ['/people', '[aria-label="More for Ines Marlow"]'],
];
const PAGES = [
  '/shop',
  '/shop/cookware',
  '/shop/cookware?stock=in&view=list',
  '/shop/cookware?look=SLUG',
  '/shop/products/SLUG',
  '/shop/search?q=copper',
  '/shop/cart',
  '/shop/account',
  '/shop/nowhere',
];

const faults = async (page: Page): Promise<string[]> => [
  ...(await violations(page)),
  ...(await misplaced(page)),
];

/** What the open page has asked for and not yet had, by the page. */
const asked = new WeakMap<Page, Set<HTTPRequest>>();

/**
 * A page whose requests are counted. Pictures are not: one that was given up for that of another width may be counted as
 * on its way for good, by the browser and for every page after it.
 */
async function watchedPage(page: Page, theme: string): Promise<void> {
  // What somebody who has just signed in is led to still comes; nothing of it may be taken for the next page's.
  await page.waitForNetworkIdle({ idleTime: 250 });
  const open = new Set<HTTPRequest>();
  asked.set(page, open);
  let leaving = false;
  page.on('request', (request) => {
    if (request.isNavigationRequest() && request.frame() === page.mainFrame()) leaving = true;
    if (request.resourceType() !== 'image') open.add(request);
  });
  // What the page before had asked for comes no more once another stands in its place; nobody tells of each.
  page.on('framenavigated', (frame) => {
    if (!leaving || frame !== page.mainFrame()) return;
    leaving = false;
    open.clear();
  });
  page.on('requestfinished', (request) => open.delete(request));
  page.on('requestfailed', (request) => open.delete(request));
  await page.emulateMediaFeatures([
    { name: 'prefers-color-scheme', value: theme },
    // Nothing is judged half way through a change of colour.
    { name: 'prefers-reduced-motion', value: 'reduce' },
  ]);
}

/** Everything that was asked for has come, twice in a row, and nothing is drawn for the first time any more. */
async function settled(page: Page): Promise<void> {
  const open = asked.get(page)!;
  const limit = Date.now() + 20_000;
  for (let quiet = 0; quiet < 4; quiet = open.size ? 0 : quiet + 1) {
    if (Date.now() > limit)
      throw new Error(`Still on their way: ${[...open].map((request) => request.url()).join(', ')}`);
    await page.evaluate(() => new Promise((resolve) => setTimeout(resolve, 60)));
  }
  await page.waitForFunction(() => !document.querySelector('mat-progress-bar[mode="indeterminate"]'));
}

/** The same page, as narrow as a phone. */
async function narrowFaults(page: Page): Promise<string[]> {
  await page.setViewport({ width: 390, height: 844 });
  await settled(page);
  const found = await faults(page);
  await page.setViewport({ width: 1280, height: 800 });
  return found.map((one) => `at 390 px ${one}`);
}

/** The stories of one theme; each theme has a file of its own, so that they run beside each other. */
export function checkScreens(theme: 'light' | 'dark'): void {
  describe(`in the ${theme}`, () => {
    /** Cards of the aisles show everything that a card can show. */
    beforeAll(async () => {
      const opened = await openShop();
      ({ browser } = opened);
      const desk = await opened.server.signIn();
      const shown = await shownAt(opened.server.guest, '/cookware');
      const { counting } = opened.server.application;
      const seen = shown.cards.map(({ sku }, at) => ({
        ...{ shelf: shown.shelf, place: at + 1, sku, badges: ['new'], seen: true as const },
      }));
      const asked = { facets: ['material=copper'], order: null, query: 'lid', found: 0 };
      const views = [viewOf(shown, seen), viewOf({ ...shown, key: 'search' }, seen, { asked })];
      counting.take({ id: 'looked-at-by-nobody', views }, BROWSER);
      await counting.settle();
      const sold = { kind: 'figure', figure: 'sold-lately' };
      const factors = [{ id: 'f', basis: sold, weight: 50, reversed: false, missing: 50 }];
      blend = ((await desk.post('/api/blends', { name: 'Sells', factors })).body as { id: string }).id;
      const { plan, version } = await readPlan(desk, 'house');
      const card = CARD_ELEMENT_KINDS.filter((kind) => kind !== 'attribute' && kind !== 'field').map((kind) =>
        cardElement(kind),
      );
      const full = withShelf(plan, { card: [...card, cardElement('attribute', true, 'diameter')] });
      const saved = await savePlan(desk, full, version);
      const { version: latest } = saved.body as { version: number };
      await publishPlans(desk, [{ id: 'house', version: latest }]);
      const knives = await readPlan(desk, 'knives');
      const tried = await savePlan(desk, withShelf(knives.plan, { columns: atAllWidths(2) }), knives.version);
      const wish = { name: 'Two', goal: 'clicks', smallest: 10, share: 50, start: true };
      const knivesDraft = { id: 'knives', version: (tried.body as { version: number }).version };
      trial = ((await desk.post('/api/trials', { ...wish, plan: knivesDraft })).body as { id: string }).id;
    });
    afterAll(() => browser.close());

    it('no screen of the desk breaks a rule that machines can check', async () => {
      const page = await browser.desk('/floor');
      await watchedPage(page, theme);
      const found: string[] = [];
      for (const screen of SCREENS.map((one) => one.replace('BLEND', blend).replace('TRIAL', trial))) {
        await page.goto(`${browser.baseUrl}${screen}`);
        await settled(page);
        const here = [...(await faults(page)), ...(await narrowFaults(page))];
        found.push(...here.map((one) => `${screen} ${one}`));
      }
      await page.close();
      expect(found).toEqual([]);
      // Each of more than fifty screens at two widths; a slow machine takes six seconds for one.
    }, 900_000);

    it('nor does anything that opens above one', async () => {
      const page = await browser.desk('/floor');
      await watchedPage(page, theme);
      const found: string[] = [];
      for (const [screen, opener] of OPENING) {
        await page.goto(`${browser.baseUrl}${screen}`);
        await settled(page);
        await press(page, opener);
        await page.waitForFunction(
          () => document.querySelector('.mat-mdc-menu-panel, mat-dialog-container, details[open]') !== null,
        );
        const here = await violations(page, ABOVE_THE_PAGE);
        found.push(...here.map((one) => `${screen}, ${opener}: ${one}`));
      }
      await page.close();
      expect(found).toEqual([]);
    });

    it('no page of the shop does', async () => {
      const page = await browser.page(1280, 900);
      await watchedPage(page, theme);
      const found: string[] = [];
      const listing = await fetch(`${browser.baseUrl}/api/shop/listing?aisle=/cookware`);
      const { items } = (await listing.json()) as { items: { slug: string }[] };
      for (const path of PAGES.map((one) => one.replace('SLUG', items[0].slug))) {
        await page.goto(`${browser.baseUrl}${path}`);
        await settled(page);
        const here = [...(await faults(page)), ...(await narrowFaults(page))];
        found.push(...here.map((one) => `${path} ${one}`));
      }
      expect(found).toEqual([]);
    });
  });
}
