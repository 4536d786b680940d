import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { StoredSearchRules } from '@fond/contract';
import { freshAnswer, NO_SEARCH_RULES, RUNGS, type SearchRules } from '@fond/core';
import { violations } from '../support/axe';
import { button, eventually, frameOf, press, says, textOf, type TestBrowser } from '../support/browser';
import type { Desk } from '../support/server';
import { openShop } from '../support/story';

let browser: TestBrowser;
let desk: Desk;
beforeAll(async () => {
  const opened = await openShop();
  ({ browser } = opened);
  desk = await opened.server.signIn();
});
afterAll(() => browser.close());

const FIELD = '.site-search input[type=search]';
const OPTIONS = '.suggestions [role=option]';
async function typed(text: string, address = '/shop', width = 1280): Promise<Page> {
  const page = await browser.page(width, 800);
  await page.goto(`${browser.baseUrl}${address}`);
  await page.focus(FIELD);
  await page.waitForSelector(`${FIELD}[role=combobox]`);
  await page.keyboard.type(text);
  return page;
}

const OFF = RUNGS.map((rung) => ({ rung, on: false }));
/** Searches as somebody has set them. */
async function keepRules(change: Partial<SearchRules>): Promise<void> {
  const { version } = (await desk.get('/api/search/rules')).body as StoredSearchRules;
  const { status } = await desk.put('/api/search/rules', {
    rules: { ...NO_SEARCH_RULES, ...change },
    version,
  });
  expect(status).toBe(200);
}

describe('suggestions in the shop', () => {
  it('come while one types, walk by arrows, follow by Enter, and close by Escape', async () => {
    const page = await typed('sauce');
    await page.waitForSelector(OPTIONS);
    expect(await page.$eval(FIELD, (field) => field.getAttribute('aria-expanded'))).toBe('true');
    await says(page, '.suggestions', 'See all');
    expect(await violations(page)).toEqual([]);
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowUp');
    const named = await page.$eval(FIELD, (field) => field.getAttribute('aria-activedescendant'));
    expect(await page.$eval(`#${named}`, (one) => one.getAttribute('aria-selected'))).toBe('true');
    const href = await page.$eval(`#${named}`, (one) => one.getAttribute('href')!);
    await page.keyboard.press('Escape');
    await page.waitForSelector('.suggestions[hidden]');
    await page.keyboard.press('ArrowDown');
    await page.waitForSelector(`${OPTIONS}`, { visible: true });
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Enter');
    await page.waitForFunction((path) => location.pathname === path, {}, href);
  });

  it('are chosen with a finger on a phone, in the page’s language, and stay within the screen', async () => {
    const page = await typed('poele', '/shop?lang=fr', 390);
    await page.waitForSelector(OPTIONS, { visible: true });
    await says(page, '.suggestions', 'Produits');
    const [left, right] = await page.$eval('.suggestions', (list) => {
      const box = list.getBoundingClientRect();
      return [box.left, box.right];
    });
    expect(left).toBeGreaterThanOrEqual(0);
    expect(right).toBeLessThanOrEqual(390);
    await press(page, '.suggestions > a');
    await page.waitForFunction(() => location.pathname === '/shop/search');
    expect(new URL(page.url()).searchParams.get('lang')).toBe('fr');
  });

  it('drop an answer that comes too late, and the field searches where none comes at all', async () => {
    const page = await browser.page(1280, 800);
    await page.goto(`${browser.baseUrl}/shop`);
    await page.focus(FIELD);
    await page.waitForSelector(`${FIELD}[role=combobox]`);
    await page.setRequestInterception(true);
    page.on('request', (request) => {
      if (request.url().includes('/api/shop/suggestions')) void request.abort();
      else void request.continue();
    });
    await page.keyboard.type('kettle');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => location.pathname === '/shop/search');
    expect(await page.$(`${OPTIONS}`)).toBeNull();
  });
});

describe('what means the same', () => {
  it('is tried before it is saved, saved, found by shoppers, and taken back', async () => {
    await keepRules({ nothing: { ...NO_SEARCH_RULES.nothing, rungs: OFF } });
    const page = await browser.desk('/search');
    await press(page, button('Words that mean the same'));
    await page.locator('[aria-label="Words of group 1"]').fill('skillet, frying pan');
    await page.keyboard.press('Tab');
    await page.locator('[aria-label="What a shopper types"]').fill('skillets');
    await says(page, '.sentence', '“skillets” also as frying pan.');
    await says(page, '.found', 'by a synonym (frying pan)');
    expect(await textOf(page, '.sentence')).toMatch(/0\s+as it is saved/);
    await press(page, button('The page'));
    const seen = await frameOf(page, 'desk-shop-frame iframe');
    await says(seen, 'h1', 'skillets');
    await seen.waitForSelector('.card-name');
    expect(new URL(page.url()).searchParams.get('q')).toBe('skillets');
    await press(page, button('Why each is found'));
    await press(page, button('Save'));
    await says(page, 'mat-snack-bar-container', 'Shoppers search by this now.');
    const total = async (): Promise<number> =>
      ((await desk.get('/api/shop/listing?aisle=/search&q=skillets')).body as { total: number }).total;
    expect(await total()).toBeGreaterThan(5);
    await press(page, 'mat-snack-bar-container button::-p-text(Undo)');
    await eventually(
      page,
      () => document.querySelectorAll('desk-synonym-list input').length,
      (groups) => groups === 0,
    );
    expect(await total()).toBe(0);
  });
});

describe('what the shop answers to a search', () => {
  it('is made of what is tried: words above, a product held first, and where it holds', async () => {
    await keepRules({});
    const page = await browser.desk('/search?part=answers');
    await page.locator('[aria-label="What a shopper types"]').fill('kettles');
    await says(page, '.found', 'kettle');
    await press(page, button('Answer a search'));
    await page.locator('desk-answer-fields label::-p-text(Heading) input').fill('Good to know of kettles');
    await page.locator('[aria-label="A product to hold at a place"]').fill('whisk');
    await press(page, 'desk-answer-fields desk-product-picker li .choice');
    await page.waitForSelector('desk-answer-fields .entries li');
    await says(page, '.found li:first-child', 'held at place 1');
    await says(page, 'desk-answer-list .current', 'answers what is tried');
    await press(page, button('Save'));
    await says(page, 'mat-snack-bar-container', 'Shoppers search by this now.');
    const shopper = await browser.page(1280, 800);
    await shopper.goto(`${browser.baseUrl}/shop/search?q=kettle`);
    await says(shopper, '.answer h2', 'Good to know of kettles');
    await says(shopper, '.card-name', 'whisk');
    expect(await violations(shopper)).toEqual([]);
    await page.close();
  });

  it('may be an address that shoppers come to at once, from the field as well', async () => {
    await keepRules({
      answers: [{ ...freshAnswer('pans', 'en'), queries: ['pan'], leadsTo: '/cookware/pans' }],
    });
    const shopper = await browser.page(390, 800);
    await shopper.goto(`${browser.baseUrl}/shop/search?q=Pans`);
    expect(new URL(shopper.url()).pathname).toBe('/shop/cookware/pans');
    await shopper.goto(`${browser.baseUrl}/shop`);
    await shopper.focus(FIELD);
    await shopper.waitForSelector(`${FIELD}[role=combobox]`);
    await shopper.keyboard.type('pan');
    await shopper.keyboard.press('Enter');
    await shopper.waitForFunction(() => location.pathname === '/shop/cookware/pans');
  });

  it('sets filters that go with one press and stay away, also where a form is sent', async () => {
    await keepRules({
      answers: [{ ...freshAnswer('kettles', 'en'), queries: ['kettle'], filters: 'price=..60' }],
    });
    const shopper = await browser.page(1280, 800);
    await shopper.goto(`${browser.baseUrl}/shop/search?q=kettle`);
    const filtered = await textOf(shopper, '.found');
    await press(shopper, '.chips li a');
    await eventually(
      shopper,
      () => document.querySelector('.found')!.textContent!.trim(),
      (found) => found !== filtered,
    );
    await shopper.waitForFunction(() => location.search.includes('unfiltered=1'));
    await shopper.reload();
    expect(await shopper.$('.chips')).toBeNull();
  });
});

describe('where nothing is found', () => {
  it('the page says what it seeks instead, or offers words and products of the shop’s choice', async () => {
    const words = [{ lang: 'en', heading: 'We don’t keep that', words: 'Look here:', links: [] }];
    const range = { source: { kind: 'catalogue' }, clauses: [{ kind: 'featured' }] } as const;
    await keepRules({ nothing: { ...NO_SEARCH_RULES.nothing, words, range } });
    const shopper = await browser.page(390, 800);
    await shopper.goto(`${browser.baseUrl}/shop/search?q=kwtttle`);
    await says(shopper, '.instead', '“kettle”');
    await shopper.goto(`${browser.baseUrl}/shop/search?q=zzzqqq`);
    await says(shopper, '.nothing h2', 'We don’t keep that');
    expect((await shopper.$$('shop-shelf-nothing .card-name')).length).toBeGreaterThan(3);
    expect(await violations(shopper)).toEqual([]);
    const page = await browser.desk('/search?part=nothing');
    await press(page, '[aria-label="Down: The closest spelling"]');
    await press(page, 'desk-ladder-fields li:first-child input');
    await press(page, button('Save'));
    await says(page, 'mat-snack-bar-container', 'Shoppers search by this now.');
    const { body } = await desk.get('/api/search/rules');
    expect((body as StoredSearchRules).rules.nothing.rungs.slice(0, 2)).toEqual([
      { rung: 'weakest', on: false },
      { rung: 'spelling', on: true },
    ]);
  });
});

describe('the pages', () => {
  it('complained of nothing but what was broken off on purpose', () => {
    expect(browser.complaints.filter((one) => !one.includes('ERR_FAILED'))).toEqual([]);
  });
});
