import type { Frame, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { cardElement, shelfOf, type CardElement, type Plan } from '@fond/core';
import { eventually, press, publishOpen, says, textOf, type TestBrowser } from '../support/browser';
import { violations } from '../support/axe';
import { withShelf } from '../support/plans';
import { scene } from '../support/scene';
import type { Desk } from '../support/server';
import { openShop } from '../support/story';

const PATH = '/kettles-and-coffee';
const label = (name: string): string => `[aria-label="${name}"]`;

let browser: TestBrowser;
let desk: Desk;
beforeAll(async () => {
  const opened = await openShop();
  ({ browser } = opened);
  desk = await opened.server.signIn();
});
afterAll(() => browser.close());

/** A card that shows all there is to point at: a cart button, a wish, and a colour over its picture. */
function full(plan: Plan): Plan {
  const { card, face } = shelfOf(plan)!;
  const on: CardElement['element'][] = ['cart', 'wish', 'quick'];
  const elements = card.map((element) => ({
    ...element,
    on: element.on || on.includes(element.element),
    beside: element.beside || element.element === 'price',
  }));
  const capacity: CardElement = { ...cardElement('attribute', true, 'capacity'), label: 'after' };
  return withShelf(plan, {
    card: [...elements, capacity],
    face: { ...face, overlay: { colour: 'category', opacity: 40 } },
    listSwitch: true,
  });
}

/** The sheet of the card of a plan that is as the shop's own. */
async function sheet(): Promise<Page> {
  const id = await scene(desk, PATH);
  const page = await browser.desk(`/plans/${id}/card?aisle=${PATH}`);
  await page.waitForSelector('desk-card-sheet [data-element]');
  return page;
}

/** A shopper in an aisle whose cards show everything. */
async function shopping(query = ''): Promise<Page> {
  await scene(desk, PATH, full, { live: true });
  const shopper = await browser.page(1280, 900);
  await shopper.goto(`${browser.baseUrl}/shop${PATH}${query}`);
  await shopper.waitForSelector('.card-wish [aria-pressed]');
  return shopper;
}

/** The card in its frame, once the bench stands there. */
async function bench(page: Page): Promise<Frame> {
  const element = await page.waitForSelector('desk-bench iframe');
  const frame = (await element!.contentFrame())!;
  await frame.waitForSelector('.bench .card');
  return frame;
}

describe('the card', () => {
  it('is built on real products: an attribute below the name, its label behind it', async () => {
    const page = await sheet();
    await press(page, 'desk-card-sheet button::-p-text(capacity)');
    const element = '[data-element="attribute:capacity"]';
    await says(page, `${element} .evidence`, ' of ');
    await press(page, `${element} desk-element-fields button::-p-text(after it)`);
    const frame = await bench(page);
    await eventually(
      frame,
      () => [...document.querySelectorAll('.card-attribute')].map((line) => line.textContent!.trim()),
      (lines) => lines.some((line) => /\d.*l\s+Capacity$/.test(line.replaceAll('\u00a0', ' '))),
    );
    // A product that lacks a value has no such line at all.
    const lacking = await frame.$$eval('.bench-place', (places) =>
      places
        .filter((place) => place.querySelector('.bench-why')!.textContent!.includes('without a value'))
        .map((place) => place.querySelectorAll('.card-attribute').length),
    );
    expect(lacking.length).toBeGreaterThan(0);
    // Material and capacity make two lines where there are both.
    for (const lines of lacking) expect(lines).toBeLessThan(2);
  });

  it('puts the price beside the name, and details over the picture, with undo', async () => {
    const page = await sheet();
    await press(page, '[data-element="price"] .name');
    const beside = '[data-element="price"] desk-element-fields label::-p-text(on one line)';
    await press(page, beside);
    const frame = await bench(page);
    await frame.waitForSelector('.card-line .card-price');
    await press(page, label('Undo'));
    await frame.waitForFunction(() => !document.querySelector('.card-line .card-price'));
    await press(page, label('Redo'));
    await frame.waitForSelector('.card-line .card-price');
    await press(page, label('On the card: cart button'));
    await press(page, label('On the card: wish list'));
    await frame.waitForSelector('.card-cart button');
    await press(page, 'desk-face-fields label::-p-text(a colour lies over)');
    await frame.waitForSelector('.face-overlay');
    await page.select(label('Colour over the picture, by name'), 'category');
    await frame.waitForSelector('.card[style*="--over"]');
    await says(page, 'desk-card-sheet', 'In lists and folding lists');
  });

  it('says which words are hard to read', async () => {
    const page = await sheet();
    await press(page, '[data-element="rating"] .name');
    await page.waitForSelector(label('Colour of rating, by name'));
    await page.select(label('Colour of rating, by name'), 'line');
    await says(page, '[data-element="rating"]', 'Hard to read');
    await page.select(label('Colour of rating, by name'), '');
    await eventually(
      page,
      () => document.querySelector('[data-element="rating"]')!.textContent!,
      (text) => !text.includes('Hard to read'),
    );
    await page.waitForSelector('.saving.saved');
  });

  it('says which sizes are not taken, and keeps the one before', async () => {
    const page = await sheet();
    await press(page, '[data-element="rating"] .name');
    const size = label('Size of letters in pixels: rating');
    await page.locator(size).fill('200');
    await says(page, '[data-element="rating"] [role="alert"]', '200 px is not taken. It may be 10 to 40 px');
    expect(await page.$eval(size, (field) => (field as HTMLInputElement).value)).toBe('200');
    await page.locator(size).fill('20');
    await page.waitForFunction(() => !document.querySelector('[data-element="rating"] [role="alert"]'));
    await page.locator(size).fill('');
    await page.waitForSelector('.saving.saved');
  });

  it('breaks none of the rules that machines can check', async () => {
    const page = await sheet();
    await press(page, '[data-element="rating"] .name');
    await page.waitForSelector(label('Colour of rating, by name'));
    await bench(page);
    expect(await violations(page)).toEqual([]);
  });

  it('is what shoppers get once it is published, in a grid and in a list', async () => {
    const id = await scene(desk, PATH, (plan) => withShelf(full(plan), { listSwitch: false }));
    const page = await browser.desk(`/plans/${id}?open=grid&aisle=${PATH}`);
    await press(page, 'desk-grid-slip label::-p-text(turn it into a list)');
    await publishOpen(page);
    const shopper = await browser.page(1280, 900);
    await shopper.goto(`${browser.baseUrl}/shop${PATH}`);
    await shopper.waitForSelector('.card-wish [aria-pressed]');
    await shopper.waitForSelector('.views a');
    expect(await violations(shopper)).toEqual([]);
  });
});

describe('a card that is pointed at', () => {
  const second = 'img.second';
  const shown = (selector: string): string =>
    `getComputedStyle(document.querySelector('#products .card:nth-child(2) ${selector}') ?? document.createElement('i'))`;
  const picture = (shopper: Page): Promise<string> =>
    shopper.evaluate(`${shown(second)}.display`) as Promise<string>;
  const isShown = async (shopper: Page): Promise<void> => {
    await eventually(shopper, `${shown('.card-reveal')}.opacity`, (opacity: string) => opacity === '1');
    await eventually(shopper, `${shown(second)}.display`, (display: string) => display === 'block');
    // The colour lies over the second picture, in the category's own.
    const over = `getComputedStyle(document.querySelector('#products .card:nth-child(2) .card-picture'), '::before')`;
    await eventually(shopper, `${over}.opacity`, (opacity: string) => opacity === '1');
    expect(await shopper.evaluate(`${over}.zIndex`)).toBe('1');
    expect(await shopper.evaluate(`${over}.getPropertyValue('--over')`)).toMatch(/^#[0-9a-f]{6}$/);
  };

  it('shows its second picture and its details to a mouse', async () => {
    const shopper = await shopping();
    // What fades away as a page is first laid out has faded before anybody points at it.
    await eventually(shopper, `${shown('.card-reveal')}.opacity`, (opacity: string) => opacity === '0');
    expect(await picture(shopper)).toBe('');
    await shopper.hover('#products .card:nth-child(2)');
    await isShown(shopper);
    await shopper.mouse.move(2, 2);
    await eventually(shopper, `${shown('.card-reveal')}.opacity`, (opacity: string) => opacity === '0');
  });

  it('shows them to the keyboard, and a screen reader has them all along', async () => {
    const shopper = await shopping();
    await shopper.focus('#products .card:nth-child(2) .card-name a');
    await isShown(shopper);
    const tree = await shopper.accessibility.snapshot({ interestingOnly: true });
    expect(JSON.stringify(tree)).toContain('Quick look');
  });

  it('shows them to a finger at the first tap, and follows the link at the second', async () => {
    await scene(desk, PATH, full, { live: true });
    const phone = await browser.page(390, 844);
    await phone.setViewport({ width: 390, height: 844, hasTouch: true, isMobile: true });
    await phone.goto(`${browser.baseUrl}/shop${PATH}`);
    await phone.waitForSelector('.card-wish [aria-pressed]');
    const name = '#products .card:nth-child(2) .card-name a';
    await phone.$eval(name, (link) => link.scrollIntoView({ block: 'center' }));
    const target = (await phone.$('#products .card:nth-child(2) .card-picture'))!;
    await target.tap();
    await phone.waitForSelector('#products .card:nth-child(2).active');
    expect(new URL(phone.url()).pathname).toBe(`/shop${PATH}`);
    await (await phone.$(name))!.tap();
    await phone.waitForFunction(() => location.pathname.startsWith('/shop/products/'));
    await phone.close();
  });

  it('has nothing over its picture in a list, where the same stands among the words', async () => {
    const shopper = await shopping('?view=list');
    expect(await shopper.$('.form-list .card-reveal')).toBeNull();
    expect(await shopper.$$eval('.form-list .card-quick', (all) => all.length)).toBeGreaterThan(6);
    // The attribute is there where there is a value, and its label nowhere else.
    const lines = await shopper.$$eval('.form-list .card', (cards) =>
      cards.map((card) =>
        [...card.querySelectorAll('.card-attribute')].map((line) => line.textContent!.trim()),
      ),
    );
    const labelled = lines.flat().filter((line) => line.includes('Capacity'));
    expect(labelled.length).toBeGreaterThan(0);
    for (const line of labelled) expect(line).toMatch(/\d/);
  });
});

describe('a quick look', () => {
  it('opens over the aisle with an address, and Escape and Back close it where it was opened', async () => {
    const shopper = await shopping();
    await shopper.hover('#products .card:nth-child(3)');
    await shopper.click('#products .card:nth-child(3) .card-quick a');
    await shopper.waitForSelector('dialog.quick');
    const address = shopper.url();
    expect(new URL(address).searchParams.get('look')).toBeTruthy();
    await shopper.keyboard.press('Escape');
    await shopper.waitForFunction(() => !document.querySelector('dialog.quick'));
    expect(new URL(shopper.url()).searchParams.has('look')).toBe(false);
    await eventually(
      shopper,
      () => (document.activeElement as HTMLElement | null)?.dataset['look'] ?? '',
      (look) => look !== '',
    );
    await shopper.keyboard.press('Enter');
    await shopper.waitForSelector('dialog.quick');
    await shopper.goBack();
    await shopper.waitForFunction(() => !document.querySelector('dialog.quick'));
    await shopper.goto(address);
    await shopper.waitForSelector('dialog.quick:modal');
  });

  it('puts what is chosen into the cart, and says so', async () => {
    const shopper = await shopping();
    const look = await shopper.$eval(
      '#products .card-quick a',
      (link) => (link as HTMLElement).dataset['look']!,
    );
    await shopper.goto(`${browser.baseUrl}/shop${PATH}?look=${look}`);
    await shopper.waitForSelector('dialog.quick:modal');
    const name = await textOf(shopper, '#quick-name');
    await press(shopper, 'dialog .product-buy .button');
    await says(shopper, '.product-added', `${name} is in the cart.`);
    await says(shopper, '.site-cart b', '1');
    expect(await violations(shopper)).toEqual([]);
    await shopper.keyboard.press('Escape');
    await shopper.waitForFunction(() => !document.querySelector('dialog.quick'));
  });
});

describe('the cart', () => {
  it('is filled from cards, with a small one in the head, and wishes beside it', async () => {
    const shopper = await shopping();
    await press(shopper, '#products .card:nth-child(2) .card-wish button');
    await shopper.waitForSelector('#products .card:nth-child(2) .card-wish [aria-pressed="true"]');
    await shopper.$eval('#products .card .card-cart button:enabled', (button) =>
      (button as HTMLElement).click(),
    );
    await shopper.waitForSelector('.mini-cart li');
    await press(shopper, '.mini-cart .button');
    await shopper.waitForSelector('.cart-lines');
    expect(await shopper.$$eval('#wishes .card', (cards) => cards.length)).toBe(1);
    expect(await violations(shopper)).toEqual([]);
  });

  it('never holds more than there are, and says how many that is', async () => {
    const shopper = await browser.page(1280, 900);
    await shopper.goto(`${browser.baseUrl}/shop/cookware?stock=low`);
    await Promise.all([
      shopper.waitForFunction(() => location.pathname.startsWith('/shop/products/')),
      shopper.click('#products .card-name a'),
    ]);
    await shopper.waitForSelector('.product-buy form');
    // As somebody would whose page is older than the stock.
    await shopper.$eval('.product-buy form', (form) => {
      const field = document.createElement('input');
      field.name = 'quantity';
      field.value = '99';
      form.querySelector('[name="quantity"]')?.remove();
      form.append(field);
      (form as HTMLFormElement).requestSubmit();
    });
    await says(shopper, '.cart-fault', 'There are only');
    expect(await shopper.$('.site-cart b'), 'nothing is in').toBeNull();
  });

  it('needs no JavaScript', async () => {
    await scene(desk, PATH, full, { live: true });
    const plain = await browser.page(1280, 900);
    await plain.setJavaScriptEnabled(false);
    await plain.goto(`${browser.baseUrl}/shop${PATH}`);
    const sku = await plain.$eval('.card-cart button:not([disabled])', (button) =>
      button.getAttribute('value'),
    );
    await Promise.all([plain.waitForNavigation(), plain.click('.card-cart button:not([disabled])')]);
    expect(new URL(plain.url()).pathname).toBe('/shop/cart');
    expect(await plain.$eval('.cart-pieces input[name="sku"]', (field) => field.getAttribute('value'))).toBe(
      sku,
    );
    await plain.$eval(
      '.cart-pieces input[name="pieces"]',
      (field) => ((field as HTMLInputElement).value = '2'),
    );
    await Promise.all([plain.waitForNavigation(), plain.click('.cart-pieces button')]);
    expect(
      await plain.$eval('.cart-pieces input[name="pieces"]', (field) => field.getAttribute('value')),
    ).toBe('2');
    await plain.goto(`${browser.baseUrl}/shop${PATH}`);
    await Promise.all([plain.waitForNavigation(), plain.click('.card-quick a')]);
    expect(new URL(plain.url()).pathname).toMatch(/^\/shop\/products\//);
    await plain.close();
  });

  it('never met an error in the console on the way', () => {
    expect(browser.complaints.filter((complaint) => !/400|401|409/.test(complaint))).toEqual([]);
  });
});
