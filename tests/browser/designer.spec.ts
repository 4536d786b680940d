import type { ElementHandle } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Fixture, Plan } from '@fond/core';
import { freshFixture } from '../../desk/src/app/draft/fixtureEdits';
import {
  addFixture,
  choose,
  eventually,
  frameOf,
  press,
  pressWord,
  says,
  textOf,
  type TestBrowser,
} from '../support/browser';
import { violations } from '../support/axe';
import { publishStored, readPlan } from '../support/plans';
import { scene, withBehind } from '../support/scene';
import type { Desk } from '../support/server';
import { openShop } from '../support/story';

const PATH = '/baking/tins';
const FONT = 'node_modules/@fontsource-variable/lora/files/lora-latin-wght-normal.woff2';

let browser: TestBrowser;
let desk: Desk;
beforeAll(async () => {
  const opened = await openShop();
  ({ browser } = opened);
  desk = await opened.server.signIn();
});
afterAll(() => browser.close());

const styleOf = (selector: string, property: string): string =>
  `getComputedStyle(document.querySelector(${JSON.stringify(selector)})).${property}`;
const fixture = (made: object): Fixture => made as Fixture;

interface Listed {
  sku: string;
  title: string;
  image: object;
}
async function listed(): Promise<Listed[]> {
  return ((await desk.get(`/api/shop/listing?aisle=${PATH}`)).body as { items: Listed[] }).items;
}

describe('the look of a plan', () => {
  it('takes a font of the shop’s own, says what is known of it, and sets names in it', async () => {
    const id = await scene(desk, PATH, (plan: Plan) => plan);
    const page = await browser.desk(`/plans/${id}?open=look&aisle=${PATH}`);
    await press(page, 'desk-look-slip summary::-p-text(Type)');
    await page.locator('desk-own-font-fields .licence input').fill('Drawn by us');
    const field = (await page.waitForSelector('desk-own-font-fields input[type=file]'))!;
    await (field as ElementHandle<HTMLInputElement>).uploadFile(FONT);
    await says(page, 'desk-own-font-fields [role=status]', 'Lora can be chosen as a family now');
    expect(await textOf(page, 'desk-own-font-fields li')).toMatch(/weights 400 to 700 · \d+ kB sent of \d+/);
    await press(page, 'desk-type-fields button::-p-text(names)');
    await choose(page, 'select[aria-label="Family of names"]', 'Lora');
    const frame = await frameOf(page);
    await frame.waitForFunction(() =>
      getComputedStyle(document.querySelector('.card-name a')!).fontFamily.startsWith('own-lora-'),
    );
    await frame.waitForFunction(() =>
      [...document.fonts].some(({ family, status }) => family.includes('own-lora-') && status === 'loaded'),
    );
    await says(page, '[data-slip="look"]', 'names in Lora');
  });

  it('sets names in a family of their own and draws buttons as it says, and keeps both', async () => {
    const id = await scene(desk, PATH, (plan: Plan) => plan);
    const page = await browser.desk(`/plans/${id}?aisle=${PATH}`);
    await pressWord(page, 'look');
    await press(page, 'desk-look-slip summary::-p-text(Type)');
    await press(page, 'desk-type-fields button::-p-text(names)');
    await page.waitForSelector('select[aria-label="Family of names"]');
    await page.select('select[aria-label="Family of names"]', 'jetbrains-mono');
    await press(page, '[aria-label="Letters of names"] button::-p-text(CAPITALS)');
    await press(page, 'desk-look-slip summary::-p-text(Buttons)');
    await page.locator('[aria-label="Corners of buttons in pixels main"]').fill('3');
    await page.select('select[aria-label="Fill of buttons main, by name"]', 'mark');
    // Words on the fill are chosen so that they can be read.
    await says(page, 'desk-button-fields .states', 'at rest');
    const frame = await frameOf(page);
    await eventually(frame, styleOf('.card-name', 'fontFamily'), (family: string) =>
      family.includes('JetBrains Mono'),
    );
    await eventually(frame, styleOf('.card-name', 'textTransform'), (value: string) => value === 'uppercase');
    await page.waitForSelector('.saving.saved');
    expect((await readPlan(desk, id)).plan.look).toMatchObject({
      type: { names: { font: 'jetbrains-mono', case: 'upper' } },
      buttons: { main: { fill: 'mark', radius: 3 } },
    });
    await page.reload();
    await says(page, '[data-slip="look"]', 'names in JetBrains Mono');
    await says(page, '[data-slip="look"]', 'buttons of its own');
  });
});

describe('what stands around a fixture', () => {
  it('is a ground to both edges of the page with words that can be read, at every width', async () => {
    const id = await scene(desk, PATH, (plan: Plan) => plan);
    const page = await browser.desk(`/plans/${id}?aisle=${PATH}`);
    await pressWord(page, 'place:title');
    await press(page, 'desk-place-slip summary::-p-text(Space, ground and words)');
    await page.waitForSelector('select[aria-label="Ground, by name"]');
    await page.select('select[aria-label="Ground, by name"]', 'ink');
    await press(page, '[aria-label="Where words stand"] button::-p-text(in the middle)');
    await says(page, '[data-slip="place:title"]', 'in the middle');
    await page.waitForSelector('.saving.saved');
    await publishStored(desk, id);
    for (const width of [1280, 390]) {
      const shopper = await browser.page(width, 800);
      await shopper.goto(`${browser.baseUrl}/shop${PATH}`);
      const seen = await shopper.evaluate(() => {
        const title = document.querySelector('[data-fixture="title"]')!;
        const ground = getComputedStyle(title, '::before');
        return {
          ground: ground.backgroundColor,
          ink: getComputedStyle(title).color,
          left: title.getBoundingClientRect().left + parseFloat(ground.left),
          wider: document.documentElement.scrollWidth > window.innerWidth,
        };
      });
      expect(seen).toEqual({
        ground: 'rgb(29, 43, 79)',
        ink: 'rgb(255, 253, 248)',
        left: 0,
        wider: false,
      });
      expect(await violations(shopper)).toEqual([]);
      await shopper.close();
    }
  });

  it('may be a section, which holds what is added to it', async () => {
    const id = await scene(desk, PATH, (plan: Plan) => plan);
    const page = await browser.desk(`/plans/${id}?aisle=${PATH}`);
    await addFixture(page, 'Add behind title title', 'section');
    await says(page, '[data-slip="fixture:columns"]', 'a section of the page');
    await addFixture(page, 'Add at the top of column 1 of columns', 'words');
    const frame = await frameOf(page);
    await frame.waitForSelector('.fixture.grounded.bleeding .prose');
  });
});

describe('rows of cards', () => {
  it('stand as far apart as is said, and a carousel begins at the side that is said', async () => {
    const id = await scene(desk, PATH, (plan: Plan) => {
      const turned = fixture({ ...freshFixture('promotion', 'promotion'), backwards: true });
      const whole = withBehind(plan, 'title', turned);
      return {
        ...whole,
        look: { ...whole.look, links: 'pointed' },
        fixtures: whole.fixtures.map((one) =>
          one.type === 'shelf' ? { ...one, rowGap: { wide: 90, medium: null, narrow: 40 } } : one,
        ),
      };
    });
    const page = await browser.desk(`/plans/${id}?open=grid&aisle=${PATH}`);
    await says(page, '[data-line="shelf"]', '90 px');
    await says(page, '[data-slip="fixture:promotion"]', 'begins at the far side');
    await publishStored(desk, id);
    for (const [width, rows] of [
      [1280, '90px'],
      [820, '90px'],
      [390, '40px'],
    ] as const) {
      const shopper = await browser.page(width, 800);
      await shopper.goto(`${browser.baseUrl}/shop${PATH}`);
      expect(await shopper.evaluate(styleOf('#products .cards', 'rowGap'))).toBe(rows);
      const [first, row] = await shopper.evaluate(() =>
        ['.promotion .card', '.promotion .cards'].map(
          (one) => document.querySelector(one)!.getBoundingClientRect().right,
        ),
      );
      expect(row - first).toBeLessThan(12);
      expect(await shopper.evaluate(styleOf('.site-cart', 'textDecorationLine'))).toBe('none');
      expect(await violations(shopper)).toEqual([]);
      await shopper.close();
    }
  });
});

describe('a navigation', () => {
  it('is put together of aisles and addresses, called as wished and nested', async () => {
    const id = await scene(desk, PATH, (plan: Plan) => plan);
    const page = await browser.desk(`/plans/${id}?aisle=${PATH}`);
    await pressWord(page, 'fixture:navigation');
    await press(page, 'desk-navigation-slip button::-p-text(links of your choice)');
    await page.locator('[aria-label="Add a link"]').fill('Knives and');
    await press(page, 'mat-option::-p-text(Knives and boards)');
    await page.locator('[aria-label="Add a link"]').fill('not an address');
    await page.keyboard.press('Enter');
    await says(page, 'desk-aisle-pick [role=alert]', 'is no aisle’s name');
    await page.locator('[aria-label="Add a link"]').fill('/cart');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[aria-label="What /cart is called, en"]');
    await page.locator('[aria-label="What /cart is called, en"]').fill('Your basket');
    await press(page, '[aria-label="Below the line before: /cart"]');
    const frame = await frameOf(page);
    await eventually(
      frame,
      () =>
        [...document.querySelectorAll('[data-fixture="navigation"] li')].map((line) => [
          line.getAttribute('data-depth'),
          line.querySelector('a')!.firstChild!.textContent!.trim(),
        ]),
      (lines) =>
        JSON.stringify(lines) ===
        JSON.stringify([
          [null, 'Knives and boards'],
          ['1', 'Your basket'],
        ]),
    );
    await says(page, '[data-slip="fixture:navigation"]', '2 links of your choice');
  });
});

describe('a look-book', () => {
  it('shows products on a picture by keyboard, in turned views, and as a list without JavaScript', async () => {
    const [first, second] = await listed();
    const hash = /[0-9a-f]{32}/.exec(JSON.stringify(first.image))![0];
    const picture = { kind: 'kept', hash, width: 800, height: 900, alt: { en: 'On the table' } };
    const id = await scene(desk, PATH, (plan: Plan) =>
      withBehind(
        withBehind(
          withBehind(plan, 'title', fixture({ ...freshFixture('slides', 'slides'), seconds: 4 })),
          'slides',
          fixture({
            ...freshFixture('picture', 'look'),
            picture,
            inside: { fixture: 'slides', slot: 'one' },
            spots: [
              { id: 'one', x: 30, y: 40, sku: first.sku },
              { id: 'two', x: 70, y: 50, sku: second.sku },
            ],
          }),
        ),
        'look',
        fixture({ ...freshFixture('banner', 'banner'), inside: { fixture: 'slides', slot: 'two' } }),
      ),
    );
    await publishStored(desk, id);
    const shopper = await browser.page();
    await shopper.goto(`${browser.baseUrl}/shop${PATH}`);
    await shopper.waitForSelector('[aria-label="Stop moving"]');
    await shopper.focus('.spot summary');
    await shopper.keyboard.press('Enter');
    await says(shopper, '.spot[open] .spot-said a', first.title);
    await press(shopper, '[aria-label="Stop moving"]');
    await shopper.waitForSelector('[aria-label="Move on"]');
    await press(shopper, '.slides .turns [aria-label="Next"]');
    await eventually(
      shopper,
      () => document.querySelector('.slides-row')!.scrollLeft > 200,
      (turned) => turned,
    );
    expect(await violations(shopper)).toEqual([]);
    await shopper.setJavaScriptEnabled(false);
    await shopper.goto(`${browser.baseUrl}/shop${PATH}`);
    const list = await shopper.$$eval('.spot-list a', (links) =>
      links.map((link) => link.textContent.trim()),
    );
    expect(list).toEqual([first.title, second.title]);
  });
});

describe('the desk', () => {
  it('says what a plan is after something was undone, and finds a part of a long slip', async () => {
    const id = await scene(desk, PATH, (plan: Plan) => plan);
    const page = await browser.desk(`/plans/${id}?open=grid&aisle=${PATH}`);
    await press(page, '[aria-label="More: Columns, wide"]');
    await says(page, '[data-slip="grid"]', '4 columns');
    await press(page, '[aria-label="Undo"]');
    await says(page, '.afterwards', 'Undone: columns wide. Grid: 3 columns');
    await pressWord(page, 'look');
    await press(page, 'desk-slip-index button::-p-text(Widths and head)');
    await eventually(
      page,
      () => document.activeElement?.closest('[data-part]')?.getAttribute('data-part'),
      (part) => part === 'widths',
    );
  });

  it('finds a picture that the shop has, by its file’s name', async () => {
    const id = await scene(desk, PATH, (plan: Plan) =>
      withBehind(plan, 'title', fixture(freshFixture('picture', 'picture'))),
    );
    const page = await browser.desk(`/plans/${id}?open=fixture:picture&aisle=${PATH}`);
    await press(page, 'desk-picture-slip button::-p-text(one the shop has)');
    await page.waitForSelector('desk-library-pick li button');
    const name = await textOf(page, 'desk-library-pick li:nth-child(2) span');
    await page.locator('desk-library-pick input').fill('no such picture at all');
    await says(page, 'desk-library-pick .none', 'No picture of the shop’s');
    await page.locator('desk-library-pick input').fill(name);
    await says(page, 'desk-library-pick li', name);
    await press(page, 'desk-library-pick li button');
    const frame = await frameOf(page);
    await frame.waitForSelector('[data-fixture="picture"] img');
  });

  it('shows the filters beside the page at three widths, and what is searched for as it is typed', async () => {
    const id = await scene(desk, PATH, (plan: Plan) => plan);
    const page = await browser.desk(`/plans/${id}/filters?aisle=${PATH}`);
    await says(page, '.bed h2', 'The filters');
    await page.waitForFunction(() => document.querySelectorAll('desk-window iframe').length === 3);
    await page.select('desk-aisle-choice select', '/search');
    await page.locator('[aria-label="What is searched for"]').fill('copper');
    await page.keyboard.press('Enter');
    const frame = await frameOf(page);
    await says(frame, '.card-name', 'copper');
    expect(new URL(page.url()).searchParams.get('aisle')).toBe('/search?q=copper');
  });

  it('gives a promoting shelf a card of its own, which the page’s card leaves alone', async () => {
    const id = await scene(desk, PATH, (plan: Plan) =>
      withBehind(
        plan,
        'title',
        fixture({ ...freshFixture('promotion', 'promotion'), heading: { en: 'New' } }),
      ),
    );
    const page = await browser.desk(`/plans/${id}?aisle=${PATH}`);
    await pressWord(page, 'fixture:promotion');
    await press(page, 'desk-own-card button::-p-text(its own)');
    await press(page, 'desk-own-card summary::-p-text(The card)');
    await press(page, 'desk-own-card [aria-label="On the card: price"]');
    const frame = await frameOf(page);
    await eventually(
      frame,
      () => [
        document.querySelectorAll('.promotion .card-price').length,
        document.querySelectorAll('[data-fixture="shelf"] .card-price').length > 0,
      ],
      ([own, whole]) => own === 0 && whole === true,
    );
  });
});

describe('a shopper', () => {
  it('finds again what they looked at, on a shelf that only their browser fills', async () => {
    const id = await scene(desk, PATH, (plan: Plan) =>
      withBehind(
        plan,
        'shelf',
        fixture({
          ...freshFixture('promotion', 'promotion'),
          range: { source: { kind: 'recent' }, clauses: [] },
          levels: [{ key: 'named', reversed: false }],
        }),
      ),
    );
    await publishStored(desk, id);
    const [first] = await listed();
    const shopper = await browser.page();
    await shopper.goto(`${browser.baseUrl}/shop${PATH}`);
    await shopper.evaluate(() => window.scrollTo(0, document.body.scrollHeight));
    expect(await shopper.$('.promotion')).toBeNull();
    const product = await shopper.$$eval(
      '.card-name a',
      (links, title) => links.find((link) => link.textContent.trim() === title)!.getAttribute('href')!,
      first.title,
    );
    await shopper.goto(`${browser.baseUrl}${product}`);
    await eventually(
      shopper,
      () => localStorage.getItem('fond.looked-at'),
      (kept) => kept?.includes(first.sku) ?? false,
    );
    await shopper.goto(`${browser.baseUrl}/shop${PATH}`);
    await shopper.evaluate(() => window.scrollTo(0, document.body.scrollHeight));
    await says(shopper, '.promotion h2', 'What you looked at');
    await says(shopper, '.promotion .card-name', first.title);
  });

  it('takes back what was put into the cart, from where they are', async () => {
    const id = await scene(desk, PATH, (plan: Plan) => ({
      ...plan,
      fixtures: plan.fixtures.map((one) =>
        one.type === 'shelf'
          ? {
              ...one,
              card: one.card.map((element) =>
                element.element === 'cart' ? { ...element, on: true } : element,
              ),
            }
          : one,
      ),
    }));
    await publishStored(desk, id);
    const shopper = await browser.page(390, 844);
    await shopper.goto(`${browser.baseUrl}/shop${PATH}`);
    await press(shopper, '.card-cart button:not(:disabled)');
    await says(shopper, '.mini-said', 'is in the cart');
    // A piece that was in it before stays, also where the page has not asked for the cart yet.
    await shopper.goto(`${browser.baseUrl}/shop${PATH}`);
    await press(shopper, '.card-cart button:not(:disabled)');
    await says(shopper, '.mini-cart li', '2 ×');
    await press(shopper, '.mini-undo');
    await says(shopper, '.mini-cart li', '1 ×');
  });

  it('sees in the drawer of filters how many products a choice leaves, and keeps it open', async () => {
    const shopper = await browser.page(390, 844);
    await shopper.goto(`${browser.baseUrl}/shop/cookware`);
    await press(shopper, '.filters-button');
    await says(shopper, '.filters-done', 'Show 86 products');
    await press(shopper, '.filters .values a[href*="material"]');
    await eventually(
      shopper,
      () => document.querySelector('.filters-done')!.textContent.trim(),
      (text) => /^Show \d+ products$/.test(text) && text !== 'Show 86 products',
    );
    expect(await shopper.$eval('.filters-switch', (box) => (box as HTMLInputElement).checked)).toBe(true);
  });

  it('is helped on from an address at which nothing stands', async () => {
    const shopper = await browser.page();
    await shopper.goto(`${browser.baseUrl}/shop/cookware/copper-saucepan`);
    const sought = await shopper.$eval(
      '.missing input[name=q]',
      (field) => (field as HTMLInputElement).value,
    );
    expect(sought).toBe('copper saucepan');
    await press(shopper, '.missing button[type=submit]');
    await shopper.waitForSelector('.card-name');
  });
});
