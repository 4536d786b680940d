import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  atAllWidths,
  cardElement,
  contrastOf,
  usual,
  USUAL_FACE,
  USUAL_PROMOTION,
  USUAL_TILES,
  type CardElement,
  type Fixture,
  type Plan,
  USUAL_BANNER,
} from '@fond/core';
import { eventually, type TestBrowser } from '../support/browser';
import { publishPlans, readPlan, savePlan, withShelf } from '../support/plans';
import type { Desk } from '../support/server';
import { openShop } from '../support/story';

let desk: Desk;
let browser: TestBrowser;
/** The house plan as it comes with the demo shop; each test begins with it. */
let house: Plan;
beforeAll(async () => {
  const opened = await openShop();
  ({ browser } = opened);
  desk = await opened.server.signIn();
  house = (await readPlan(desk, 'house')).plan;
});
afterAll(() => browser.close());

async function live(plan: Plan): Promise<void> {
  const { version } = await readPlan(desk, 'house');
  const saved = await savePlan(desk, plan, version);
  expect(saved.body.errors).toBeUndefined();
  const { body } = await publishPlans(desk, [{ id: 'house', version: saved.body.version }]);
  if (body.type !== undefined) expect(body.type).toBe('/problems/nothing-to-publish');
}

const withCard = (change: (card: readonly CardElement[]) => CardElement[]): Plan =>
  withShelf(house, {
    card: change(house.fixtures.flatMap((fixture) => (fixture.type === 'shelf' ? [...fixture.card] : []))),
  });

/** A page of the shop whose scripts run, at a size. */
async function open(path: string, width = 1280, height = 800, touch = false): Promise<Page> {
  const page = await browser.page(width, height);
  if (touch) await page.setViewport({ width, height, hasTouch: true, isMobile: true });
  await page.goto(`${browser.baseUrl}/shop${path}`);
  await page.waitForFunction(() =>
    performance.getEntriesByType('resource').some(({ name }) => name.includes('/api/shop/cart')),
  );
  return page;
}

const second = '#products .card:nth-child(2)';
const atProduct = (page: Page): Promise<unknown> =>
  page.waitForFunction(() => location.pathname.startsWith('/shop/products/'));

async function middleOf(page: Page, selector: string): Promise<{ x: number; y: number }> {
  const place = (await page.waitForSelector(selector))!;
  await place.evaluate((element) => element.scrollIntoView({ block: 'center', behavior: 'instant' }));
  const box = (await place.boundingBox())!;
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
}

describe('a card', () => {
  it('leads to its product from its picture, though a colour lies over it', async () => {
    await live(
      withShelf(house, { face: { ...USUAL_FACE, second: true, overlay: { colour: 'ink', opacity: 50 } } }),
    );
    for (const view of ['grid', 'list']) {
      const page = await open(`/cookware?view=${view}`);
      const { x, y } = await middleOf(page, `${second} .card-picture`);
      await page.mouse.move(x, y);
      await page.mouse.click(x, y);
      await atProduct(page);
      await page.close();
    }
  });

  it('leads to its product though its name is off, by mouse and by keyboard', async () => {
    await live(withCard((card) => card.map((one) => (one.element === 'name' ? { ...one, on: false } : one))));
    const page = await open('/cookware');
    const { x, y } = await middleOf(page, `${second} .card-picture`);
    await page.mouse.click(x, y);
    await atProduct(page);
    await page.goBack();
    await page.waitForSelector(`${second} .card-lead`);
    await page.focus(`${second} .card-lead`);
    await page.keyboard.press('Enter');
    await atProduct(page);
    await page.close();
  });

  it('has a cart button in the colour that was chosen, with words that can be read on it', async () => {
    const lightest = '#f2e7a1';
    await live(
      withCard((card) => [
        ...card.filter(({ element }) => element !== 'cart'),
        { ...cardElement('cart'), look: { ...cardElement('cart').look, colour: lightest } },
      ]),
    );
    const page = await open('/cookware');
    const colours = await page.$eval('.card-cart .button:enabled', (button) => {
      const { backgroundColor, color } = getComputedStyle(button);
      return [backgroundColor, color];
    });
    expect(colours[0]).toBe('rgb(242, 231, 161)');
    expect(colours[1]).toBe('rgb(29, 43, 79)');
    await page.close();
  });

  it('leads on at the first tap of its name, and shows what lies over its picture at a tap there', async () => {
    await live(withShelf(house, { face: { ...USUAL_FACE, second: true } }));
    const page = await open('/cookware', 390, 844, true);
    const { x, y } = await middleOf(page, `${second} .card-picture`);
    await page.touchscreen.tap(x, y);
    await page.waitForSelector(`${second}.active`);
    expect(page.url()).toContain('/cookware');
    const name = await middleOf(page, `#products .card:nth-child(4) .card-name`);
    await page.touchscreen.tap(name.x, name.y);
    await atProduct(page);
    await page.close();
  });

  it('says that its product is in the cart, in view of who has put it there', async () => {
    await live(
      withCard((card) => [...card.filter(({ element }) => element !== 'cart'), cardElement('cart')]),
    );
    const page = await open('/cookware', 390, 844, true);
    const { x, y } = await middleOf(page, '#products .card:nth-child(7) .card-cart .button:enabled');
    await page.touchscreen.tap(x, y);
    await eventually(
      page,
      () => document.querySelector('#products .card:nth-child(7) .card-cart')?.textContent ?? '',
      (text) => text.includes('In the cart'),
    );
    const box = await page.$eval('.mini-cart', (cart) => {
      const { top, bottom, left, right } = cart.getBoundingClientRect();
      return { top, bottom, left, right };
    });
    expect(box.top).toBeGreaterThanOrEqual(0);
    expect(box.bottom).toBeLessThanOrEqual(844);
    expect([box.left >= 0, box.right <= 390]).toEqual([true, true]);
    await page.close();
  });
});

describe('what stands in a narrow column', () => {
  beforeAll(async () => {
    const inside = (slot: string) => ({ fixture: 'narrow', slot });
    const tiles: Fixture = {
      ...usual('tiles'),
      inside: inside('a'),
      ...USUAL_TILES,
      columns: atAllWidths(3),
      gap: atAllWidths(60),
    };
    const half = { ...usual('half').layout, span: atAllWidths(6) };
    const columns: Fixture = {
      ...usual('narrow'),
      type: 'columns',
      columns: [
        { id: 'a', width: { by: 'pixels', pixels: 200 }, medium: null, stuck: false },
        { id: 'b', width: { by: 'pixels', pixels: 240 }, medium: null, stuck: true },
        { id: 'c', width: { by: 'share', share: 100 }, medium: null, stuck: false },
      ],
      gap: atAllWidths(80),
      down: 'start',
      stacked: 'narrow',
    };
    const shelf = house.fixtures.find(({ type }) => type === 'shelf')!;
    await live({
      ...house,
      fixtures: [
        columns,
        tiles,
        { ...usual('title'), inside: inside('b'), layout: half, type: 'title' },
        {
          ...usual('row'),
          inside: inside('b'),
          layout: half,
          ...USUAL_PROMOTION,
          form: 'grid',
          columns: { wide: 4, medium: 4, narrow: 2 },
          gap: atAllWidths(80),
        },
        { ...shelf, inside: inside('c') },
      ],
    });
  });

  it('is nowhere wider than its place, at any width', async () => {
    const page = await browser.page();
    for (const [width, height] of [
      [1280, 800],
      [1030, 700],
      [820, 1180],
      [844, 390],
      [390, 844],
      [320, 640],
    ]) {
      await page.setViewport({ width, height });
      await page.goto(`${browser.baseUrl}/shop/cookware`);
      const wider = await page.$$eval('.columns > div', (places) =>
        places.flatMap((place) => {
          const { right } = place.getBoundingClientRect();
          return [...place.querySelectorAll('.fixtures, .fixture, .cards, .card, .tiles > li')]
            .filter((one) => one.getBoundingClientRect().right > right + 1)
            .map((one) => `${one.className} by ${Math.round(one.getBoundingClientRect().right - right)} px`);
        }),
      );
      expect(wider, `${width} px`).toEqual([]);
      const beyond = await page.$$eval('body *', (all) =>
        all
          .filter((one) => one.checkVisibility() && !one.closest('svg'))
          .filter(
            (one) =>
              one.getBoundingClientRect().right > innerWidth + 1 &&
              !one.closest('.site-aisles, .form-carousel'),
          )
          .map((one) => `${one.tagName} ${one.className}`),
      );
      expect(beyond, `${width} px`).toEqual([]);
    }
    await page.close();
  });

  it('is as wide as the arithmetic has it', async () => {
    const page = await browser.page(1280, 800);
    await page.goto(`${browser.baseUrl}/shop/cookware`);
    const { told, drawn } = await page.$eval('.columns > div:nth-child(3) .card-picture img', (image) => ({
      told: image.getAttribute('sizes')!,
      drawn: image.closest('.card-picture')!.getBoundingClientRect().width,
    }));
    const atWide = /\(min-width: 1024px\) calc\(([\d.]+)vw ([-+]) ([\d.]+)px\)/.exec(told)!;
    const [, share, sign, fixed] = atWide;
    expect((Number(share) / 100) * 1280 + Number(`${sign}${fixed}`)).toBeCloseTo(drawn, 0);
    await page.close();
  });
});

describe('tiles that were put by hand', () => {
  it('stand where they were put, in six equal columns, also where the last ones are empty', async () => {
    const { body } = await desk.get('/api/floor');
    const id = (path: string): number =>
      Number(
        (body.aisles as { path: string; key: string }[]).find((one) => one.path === path)!.key.split(':')[1],
      );
    const [one, other] = [id('/cookware'), id('/baking')];
    await live({
      ...house,
      fixtures: [
        {
          ...usual('tiles'),
          ...USUAL_TILES,
          of: { kind: 'chosen', categories: [one, other] },
          hideEmpty: false,
          gap: atAllWidths(20),
          grid: 'free',
          places: [
            { category: one, x: 0, y: 0, w: 2, h: 2 },
            { category: other, x: 2, y: 0, w: 2, h: 2 },
          ],
          rowHeight: 120,
        },
        ...house.fixtures,
      ],
    });
    for (const width of [1280, 820]) {
      const page = await browser.page(width, 900);
      await page.goto(`${browser.baseUrl}/shop/cookware`);
      const found = await page.$eval('.tiles-free', (tiles) => ({
        tracks: getComputedStyle(tiles).gridTemplateColumns.split(' ').map(parseFloat),
        widths: [...tiles.querySelectorAll('li')].map((tile) => tile.getBoundingClientRect().width),
        whole: tiles.getBoundingClientRect().width,
      }));
      expect(found.tracks).toHaveLength(6);
      const [first, second] = found.widths;
      expect(first, `${width} px`).toBeCloseTo(second, 0);
      expect(first).toBeCloseTo((found.whole - 5 * 20) / 3 + 20, 0);
      await page.close();
    }
  });
});

describe('a carousel that moves by itself', () => {
  const moving: Fixture = {
    ...usual('moving'),
    ...USUAL_PROMOTION,
    range: { source: { kind: 'catalogue' }, clauses: [] },
    form: 'carousel',
    columns: atAllWidths(2),
    most: 12,
    autoplay: 2,
    dots: true,
    arrows: true,
  };
  const left = (page: Page): Promise<number> => page.$eval('.form-carousel', (row) => row.scrollLeft);

  it('can be stopped, and stays where a finger has moved it', async () => {
    await live({ ...house, fixtures: [moving, ...house.fixtures] });
    const page = await open('/cookware', 390, 844, true);
    await page.waitForFunction(() => document.querySelector('.form-carousel')!.scrollLeft > 10);
    const { x, y } = await middleOf(page, '.form-carousel');
    await page.touchscreen.touchStart(x, y);
    await page.touchscreen.touchMove(x - 60, y);
    await page.touchscreen.touchEnd();
    await page.waitForSelector('.turns button[aria-label="Move on"]');
    await page.tap('.turns button[aria-label="Move on"]');
    const before = await left(page);
    await page.waitForFunction(
      (at) => document.querySelector('.form-carousel')!.scrollLeft !== at,
      {},
      before,
    );
    await page.tap('.turns button[aria-label="Stop moving"]');
    await page.waitForSelector('.turns button[aria-label="Move on"]');
    await page.close();
  });

  it('offers nothing that needs a script where there is none', async () => {
    await live({ ...house, fixtures: [moving, ...house.fixtures] });
    const page = await browser.page(1280, 900);
    await page.setJavaScriptEnabled(false);
    await page.goto(`${browser.baseUrl}/shop/cookware`);
    const shown = await page.$$eval('.turns, .dots', (all) =>
      all.filter((one) => getComputedStyle(one).display !== 'none').map((one) => one.className),
    );
    expect(shown).toEqual([]);
    const picture = await page.$eval('#products .card-name a', (link) => (link as HTMLAnchorElement).href);
    await page.goto(picture);
    const larger = await page.$eval('.gallery li:nth-child(2) a', (link) => (link as HTMLAnchorElement).href);
    expect((await page.goto(larger))!.headers()['content-type']).toMatch(/^image\//);
    await page.close();
  });
});

describe('the frame', () => {
  const banner: Fixture = {
    ...usual('banner-9'),
    type: 'banner',
    picture: null,
    focus: { x: 50, y: 50 },
    height: atAllWidths(240),
    ...USUAL_BANNER,
    shade: 0,
    heading: { en: 'Copper is back' },
    words: {},
    link: null,
  };
  const tabs: Fixture = {
    ...usual('tabs-9'),
    type: 'tabs',
    tabs: [
      { id: 'one', label: { en: 'One' } },
      { id: 'two', label: { en: 'Two' } },
    ],
  };
  const words = (id: string): Fixture => ({
    ...usual(`words-${id}`),
    type: 'words',
    html: { en: `<p>Words of ${id}.</p>` },
    inside: { fixture: 'tabs-9', slot: id },
  });

  it('leaves air between what stands below each other, and sets filters above on one line', async () => {
    const above = house.fixtures.map((fixture): Fixture =>
      fixture.type === 'facets' ? { ...fixture, side: 'above' } : fixture,
    );
    const at = above.findIndex(({ type }) => type === 'title');
    await live({ ...house, fixtures: [...above.slice(0, at), banner, ...above.slice(at)] });
    const page = await open('/cookware');
    const between = (upper: string, lower: string): Promise<number> =>
      page.evaluate(
        (one, other) =>
          document.querySelector(other)!.getBoundingClientRect().top -
          document.querySelector(one)!.getBoundingClientRect().bottom,
        upper,
        lower,
      );
    expect(await between('.trail', '.banner')).toBeGreaterThanOrEqual(8);
    expect(await between('.banner', 'h1')).toBeGreaterThanOrEqual(8);
    expect(await between('shop-navigation', '.facet summary')).toBeGreaterThanOrEqual(8);
    expect(await between('shop-facets', '.toolbar')).toBeGreaterThanOrEqual(8);
    const tops = await page.$$eval('.facet:not([open]) summary', (all) =>
      all.map((one) => Math.round(one.getBoundingClientRect().top)),
    );
    const lines = [...new Set(tops)].sort((a, b) => a - b);
    for (const [at, top] of lines.entries())
      if (at) expect(top - lines[at - 1], 'no facet stands a little lower').toBeGreaterThan(24);
    await page.close();
  });

  it('says the name and price of an opened line once', async () => {
    await live(withShelf(house, { form: 'folding' }));
    const page = await open('/cookware');
    await page.click('.fold:nth-of-type(1) summary');
    await page.waitForSelector('.fold[open] .card');
    const shown = await page.$eval('.fold[open]', (fold) => {
      const name = fold.querySelector('.fold-name')!.textContent.trim();
      const texts = [...fold.querySelectorAll<HTMLElement>('.card *')].filter((one) => one.checkVisibility());
      return {
        names: texts.filter((one) => one.textContent.trim() === name).length,
        prices: fold.querySelectorAll('shop-price').length,
      };
    });
    expect(shown).toEqual({ names: 0, prices: 1 });
    await page.close();
  });

  it('shows where the focus is by a ring that can be seen', async () => {
    await live({ ...house, fixtures: [tabs, words('one'), words('two'), ...house.fixtures] });
    const page = await open('/cookware');
    const ring = (
      selector: string,
      ringed: string,
    ): Promise<{ width: number; ring: string; ground: string }> =>
      page.$eval(
        selector,
        (element, around) => {
          const drawn = element.closest(around)!;
          const { outlineWidth, outlineColor, outlineStyle } = getComputedStyle(drawn);
          let ground = 'rgba(0, 0, 0, 0)';
          for (let at = drawn.parentElement; at && ground === 'rgba(0, 0, 0, 0)'; at = at.parentElement)
            ground = getComputedStyle(at).backgroundColor;
          return {
            width: outlineStyle === 'none' ? 0 : parseFloat(outlineWidth),
            ring: outlineColor,
            ground,
          };
        },
        ringed,
      );
    const hex = (colour: string): string =>
      `#${[...colour.matchAll(/\d+/g)]
        .slice(0, 3)
        .map(([part]) => Number(part).toString(16).padStart(2, '0'))
        .join('')}`;
    for (const [selector, ringed] of [
      ['.site-search [type=search]', '.site-search'],
      ['.tab-bar input:checked', 'label'],
    ]) {
      await page.focus(selector);
      if (selector.startsWith('.tab-bar')) await page.keyboard.press('ArrowRight');
      const { width, ring: colour, ground } = await ring(selector, ringed);
      expect(width, selector).toBeGreaterThanOrEqual(2);
      expect(contrastOf(hex(colour), hex(ground)), `${selector}: ${colour} on ${ground}`).toBeGreaterThan(3);
    }
    await page.close();
  });
});
