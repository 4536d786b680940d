import path from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import sharp from 'sharp';
import { tmpdir } from 'node:os';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { violations } from '../support/axe';
import {
  addFixture,
  button,
  choose,
  eventually,
  frameOf,
  planFor,
  press,
  publishChosen,
  pressWord,
  publishOpen,
  says,
  type TestBrowser,
} from '../support/browser';
import { openBrowser } from '../support/story';

/** The pages of `docs/tour`, built as it says. With `FOND_TOUR` a folder, pictures of each are put there. */
const PICTURES = process.env['FOND_TOUR'];
const SIZES = [
  [1280, 800],
  [820, 1180],
  [390, 844],
  [844, 390],
] as const;

let browser: TestBrowser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const label = (name: string): string => `[aria-label="${name}"]`;

/** A plan of its own for an aisle, open on the desk with that aisle's page. */
async function begin(aisle: string, name: string): Promise<Page> {
  const { page, id } = await planFor(browser, aisle, name);
  await page.goto(`${browser.baseUrl}/plans/${id}?aisle=${aisle}`);
  await page.waitForSelector('desk-tally li');
  await frameOf(page);
  return page;
}

/** Goes to another sheet of the plan that is open. */
async function sheet(page: Page, name: string): Promise<void> {
  await page.waitForSelector('.saving:is(.saved, .waiting)');
  await press(page, `desk-plan header nav a::-p-text(${name})`);
}

/** Publishes it; shoppers find a page that fits at every size, at which nothing is hard to use or to read. */
async function shoppers(
  page: Page,
  aisle: string,
  name: string,
  look: (shopper: Page) => Promise<void>,
  publish: (page: Page) => Promise<void> = publishOpen,
): Promise<void> {
  await publish(page);
  for (const [width, height] of SIZES) {
    const shopper = await browser.page(width, height);
    await shopper.goto(`${browser.baseUrl}/shop${aisle}`);
    await shopper.waitForSelector('#products .card');
    const wider = await shopper.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    );
    expect(wider, `${name} at ${width}`).toBe(0);
    await look(shopper);
    if (PICTURES) await shopper.screenshot({ path: path.join(PICTURES, `zz-${name}-${width}.png`) });
    expect(await violations(shopper), `${name} at ${width}`).toEqual([]);
    await shopper.close();
  }
  await page.close();
}

/** A still life for a look-book: three plates on a cloth. */
async function plates(): Promise<string> {
  const file = path.join(tmpdir(), `fond-plates-${process.pid}.png`);
  const drawing = `<svg xmlns="http://www.w3.org/2000/svg" width="1600" height="800">
    <rect width="1600" height="800" fill="#c9b79c"/><path d="M0 520 L1600 430 V800 H0Z" fill="#a8916f"/>
    ${[
      [380, 430, '#f4f1ea'],
      [820, 390, '#37506b'],
      [1240, 420, '#b5533c'],
    ]
      .map(
        ([x, y, fill]) =>
          `<ellipse cx="${x}" cy="${y}" rx="200" ry="110" fill="${fill}"/><ellipse cx="${x}" cy="${y}" rx="130" ry="66" fill="#00000018"/>`,
      )
      .join('')}</svg>`;
  await sharp(Buffer.from(drawing)).png().toFile(file);
  return file;
}

describe('the tour', () => {
  it('builds a picture with the name of the aisle on it, and filters in a fifth of the page', async () => {
    const aisle = '/kettles-and-coffee/kettles';
    const page = await begin(aisle, 'Tour: banner');
    await addFixture(page, 'Add behind breadcrumb breadcrumb', 'banner');
    await page.locator(label('Heading, en')).fill('For the first cup of the day');
    await press(page, 'desk-banner-slip label::-p-text(the aisle’s own)');
    await press(page, 'desk-banner-slip label::-p-text(page’s title)');
    await press(page, 'desk-banner-slip [aria-label="Where they stand"] button::-p-text(middle)');
    await pressWord(page, 'facets');
    await page.locator(label('Panel’s share of the width in percent')).fill('20');
    await pressWord(page, 'grid');
    await says(page, '[data-slip="grid"]', '3 columns');
    await shoppers(page, aisle, 'banner', async (shopper) => {
      await says(shopper, '.banner h1', 'Kettles');
      expect(await shopper.$$eval('h1', (all) => all.length)).toBe(1);
      const share = await shopper.evaluate(() => {
        const panel = document.querySelector('.panel-place')!.getBoundingClientRect();
        return innerWidth < 1024
          ? null
          : panel.width / (panel.width + document.querySelector('#products')!.getBoundingClientRect().width);
      });
      if (share !== null) expect(share).toBeCloseTo(0.2, 1);
    });
  });

  it('builds three tabs, each with the same turning shelf of other products', async () => {
    const aisle = '/tools/whisks';
    const page = await begin(aisle, 'Tour: tabs');
    await addFixture(page, 'Add behind title title', 'promoting shelf');
    await page.locator(label('Heading, en')).fill('From the whole shop');
    await choose(page, `desk-promotion-slip ${label('Source')}`, 'of the whole shop');
    await press(page, 'desk-promotion-slip label::-p-text(a dot for each view)');
    await press(page, label('More: promoting shelf promotion'));
    await press(page, 'button[mat-menu-item]::-p-text(Keep as a part)');
    await says(page, '[data-line="promotion"]', 'Part. “From the whole shop”');
    await addFixture(page, 'Add behind title title', 'tabs');
    await press(page, 'desk-tabs-slip button::-p-text(Add a tab)');
    for (const [at, name] of ['New', 'Reduced', 'Most bought'].entries())
      await page.locator(label(`Tab ${at + 1}, en`)).fill(name);
    for (const [at, name] of ['New', 'Reduced', 'Most bought'].entries()) {
      await addPart(page, `Add at the top of tab “${name}” of tabs`, 'From the whole shop');
      await page.waitForSelector(`[data-line="${at ? `part-${at + 1}` : 'part'}"]`);
      if (name === 'Reduced') {
        await press(page, 'desk-part-slip label::-p-text(other products)');
        await choose(page, 'desk-part-slip desk-clauses select', 'on sale');
      }
      if (name === 'Most bought') {
        await press(page, 'desk-part-slip label::-p-text(another order)');
        await choose(page, 'desk-part-slip desk-sorted-by select', 'most bought first');
      }
    }
    // The shelf that the part was kept from is not wanted beside the tabs.
    await press(page, label('More: part promotion'));
    await press(page, 'button[mat-menu-item]::-p-text(Take away)');
    await page.waitForFunction(() => !document.querySelector('[data-line="promotion"]'));
    await shoppers(
      page,
      aisle,
      'tabs',
      async (shopper) => {
        expect(await shopper.$$eval('.tabs .form-carousel', (rows) => rows.length)).toBe(3);
        await shopper.focus('.tab-bar input');
        await shopper.keyboard.press('ArrowRight');
        await shopper.waitForFunction(() => {
          const rows = [...document.querySelectorAll('.tabs .form-carousel')];
          return rows[0].getBoundingClientRect().height === 0 && rows[1].getBoundingClientRect().height > 0;
        });
      },
      publishBoth,
    );
  });

  it('builds a wall of posters in the colours of their categories, named in the letters of a typewriter', async () => {
    const aisle = '/textiles/tea-towels';
    const page = await begin(aisle, 'Tour: posters');
    await pressWord(page, 'grid');
    await press(page, 'desk-grid-slip button::-p-text(staggered)');
    await says(page, '[data-slip="grid"]', 'staggered');
    await sheet(page, 'Card');
    await press(page, 'desk-face-fields label::-p-text(a colour lies over)');
    await page.waitForSelector(label('Colour over the picture, by name'));
    await page.select(label('Colour over the picture, by name'), 'category');
    await press(page, '[data-element="name"] .name');
    await page.waitForSelector(label('Family: name'));
    await page.select(label('Family: name'), 'jetbrains-mono');
    await press(page, '[data-element="name"] [aria-label="Letters"] button::-p-text(CAPITALS)');
    await sheet(page, 'Brief');
    await shoppers(page, aisle, 'posters', async (shopper) => {
      await shopper.waitForSelector('.cards.form-staggered.face-overlay');
      const name = await shopper.$eval('.card-name a', (link) => {
        const { fontFamily, textTransform } = getComputedStyle(link);
        return `${fontFamily} ${textTransform}`;
      });
      expect(name).toMatch(/JetBrains Mono.*uppercase/);
    });
  });

  it('builds a dense price list with a head that stays in view', async () => {
    const aisle = '/knives-and-boards/knives/chefs-knives';
    const page = await begin(aisle, 'Tour: price list');
    await sheet(page, 'Starting points');
    await press(page, 'desk-design-sheet li button::-p-text(Price list)');
    await says(page, 'desk-design-sheet .changes', '“Grid”');
    await press(page, button('Take it over'));
    await says(page, 'desk-design-sheet .tools', 'as it is now');
    await sheet(page, 'Brief');
    await pressWord(page, 'grid');
    await press(page, 'desk-grid-slip button::-p-text(folding list)');
    await says(page, '[data-slip="grid"]', 'folding list');
    await pressWord(page, 'look');
    await page.locator(label('Space between fixtures in percent')).fill('60');
    await page.locator(label('Widest content in pixels')).fill('1000');
    await press(page, 'desk-look-slip button::-p-text(stay in view)');
    await says(page, '[data-slip="look"]', 'content up to 1000 px and a head that stays in view');
    await shoppers(page, aisle, 'price-list', async (shopper) => {
      await shopper.waitForSelector('.cards.form-folding');
      await shopper.evaluate(() => window.scrollTo(0, 400));
      const { top, low } = await shopper.evaluate(() => ({
        top: document.querySelector('.site-top')!.getBoundingClientRect().top,
        low: innerHeight < 480,
      }));
      // On a screen that is low the head leaves its room to the products.
      if (low) expect(top).toBeLessThan(0);
      else expect(top).toBe(0);
    });
  });

  it('builds a look-book with products on a picture', async () => {
    const aisle = '/table/plates';
    const page = await begin(aisle, 'Tour: look-book');
    await addFixture(page, 'Add behind title title', 'picture');
    const field = (await page.waitForSelector('desk-picture-slip input[type=file]'))!;
    await (field as ElementHandle<HTMLInputElement>).uploadFile(await plates());
    await page.locator('desk-picture-slip .kept label input').fill('Three plates on a cloth');
    for (let at = 0; at < 3; at++) {
      await page.locator('desk-spot-list input[type=search]').fill('plate');
      await press(page, 'desk-spot-list desk-product-picker .choice:not(:disabled)');
      await page.waitForFunction(
        (count) => document.querySelectorAll('desk-spot-list .entries > li > .grow').length === count,
        {},
        at + 1,
      );
      await page.focus(
        'desk-spot-list desk-focus-field [tabindex="0"], desk-spot-list desk-focus-field button',
      );
      for (let step = 0; step < 5; step++)
        if (at !== 1) await page.keyboard.press(at ? 'ArrowRight' : 'ArrowLeft');
    }
    await pressWord(page, 'grid');
    await press(page, 'desk-grid-slip button::-p-text(carousel)');
    await says(page, '[data-slip="grid"]', 'cards in view');
    await shoppers(page, aisle, 'look-book', async (shopper) => {
      expect(await shopper.$$eval('.spot', (spots) => spots.length)).toBe(3);
      await shopper.waitForSelector('#products .form-carousel');
      await press(shopper, '.spot:nth-of-type(2) summary');
      await shopper.waitForSelector('.spot[open] .spot-said a');
      for (let at = 1; at <= 3; at++) {
        const said = await shopper.evaluate((place) => {
          const spots = [...document.querySelectorAll<HTMLDetailsElement>('.spot')];
          spots[place - 1].open = true;
          const { left, right } = spots[place - 1].querySelector('.spot-said')!.getBoundingClientRect();
          return left >= 0 && right <= innerWidth;
        }, at);
        expect(said, `what spot ${at} says is in view`).toBe(true);
      }
      // What an open one says may lie over its neighbours.
      await shopper.$$eval('.spot', (spots) =>
        spots.forEach((spot) => ((spot as HTMLDetailsElement).open = false)),
      );
    });
  });

  it('builds a dark page with columns whose lower one stands in the middle', async () => {
    const aisle = '/table/glasses';
    const page = await begin(aisle, 'Tour: dark');
    await sheet(page, 'Starting points');
    for (const name of ['Night', 'Quiet']) {
      await press(page, `desk-design-sheet li button::-p-text(${name})`);
      await says(page, 'desk-design-sheet .tools', name);
      await press(page, button('Take it over'));
      await says(page, 'desk-design-sheet .tools', 'as it is now');
    }
    await sheet(page, 'Brief');
    await addFixture(page, 'Add behind title title', 'columns');
    await press(page, 'desk-columns-slip button::-p-text(50 : 50)');
    await press(page, 'desk-columns-slip button::-p-text(in the middle)');
    await addFixture(page, 'Add at the top of column 1 of columns', 'words');
    await page.locator('desk-words-slip [role=textbox]').fill('Thin at the lip, heavy in the foot.');
    await addFixture(page, 'Add at the top of column 2 of columns', 'promoting shelf');
    await page.locator(label('Heading, en')).fill('New among them');
    await shoppers(page, aisle, 'dark', async (shopper) => {
      const dark = await eventually(
        shopper,
        () => {
          const [red, green, blue] = getComputedStyle(document.body)
            .backgroundColor.match(/\d+/g)!
            .map(Number);
          return red + green + blue;
        },
        (sum) => sum < 200,
      );
      expect(dark).toBeLessThan(200);
      expect(await shopper.$eval('.columns', (one) => getComputedStyle(one).alignItems)).toBe('center');
    });
  });
});

/** A plan that shows a part which nobody has published yet goes live with it. */
async function publishBoth(page: Page): Promise<void> {
  await page.waitForSelector('.saving.saved');
  await press(page, 'desk-plan button::-p-text(Publish …)');
  await press(page, 'desk-publish button::-p-text(Publish both together)');
  await page.waitForFunction(() => document.querySelectorAll('desk-publish desk-difference').length === 2);
  await publishChosen(page);
}

/** Adds a link to a part where a button stands. */
async function addPart(page: Page, where: string, name: string): Promise<void> {
  const adder = label(where);
  await page.waitForSelector(adder);
  await page.focus(adder);
  await page.keyboard.press('Enter');
  await press(page, 'button[mat-menu-item]::-p-text(part)');
  await press(page, `button[mat-menu-item]::-p-text(${name})`);
  await page.waitForFunction(() => !document.querySelector('.cdk-overlay-backdrop'));
}
