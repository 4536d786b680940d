import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { eventually, holdNext, type TestBrowser } from '../support/browser';
import { openBrowser } from '../support/story';

let browser: TestBrowser;
let script: string;
beforeAll(async () => {
  browser = await openBrowser();
  const html = await (await fetch(`${browser.baseUrl}/shop`)).text();
  script = /src="(main-[^"]+)"/.exec(html)![1];
});
afterAll(() => browser.close());

/** Notes on the page what its script writes into search fields: a letter typed just before would be lost. */
function noteWrites(): void {
  const { get, set } = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!;
  const writes: string[] = ((window as unknown as { writes: string[] }).writes = []);
  Object.defineProperty(HTMLInputElement.prototype, 'value', {
    get,
    set(this: HTMLInputElement, text: string) {
      if (this.type === 'search') writes.push(text);
      set!.call(this, text);
    },
  });
}
const writes = (): string[] => (window as unknown as { writes: string[] }).writes;

/** A page whose script is on its way until it is let go. */
async function asleep(path: string, width = 1280): Promise<{ page: Page; wake: () => Promise<void> }> {
  const page = await browser.page(width, 800);
  const letGo = await holdNext(page, `/shop/${script}`);
  // A page is loaded once its script is.
  const loaded = page.goto(`${browser.baseUrl}/shop${path}`);
  await page.waitForSelector('footer');
  return {
    page,
    wake: async () => {
      await letGo();
      await loaded;
      await page.waitForFunction(() => !document.querySelector('shop-root[ngh]'));
    },
  };
}

/** How many cards of the page are alive. */
const alive = (): number =>
  [...document.querySelectorAll('.card')].filter((card) => !card.querySelector('[ngh]')).length;

describe('a page that comes to life', () => {
  it('has few marks in its document, since waking walks through all of them', async () => {
    const html = await (await fetch(`${browser.baseUrl}/shop/cookware`)).text();
    const cards = html.match(/<shop-card .*?<\/shop-card>/gs)!;
    expect(cards.length).toBeGreaterThan(8);
    const marks = cards.map((card) => card.split('<!--').length - 1);
    expect(Math.max(...marks)).toBeLessThan(14);
  });

  it('keeps what was typed and chosen before its script came', async () => {
    const { page, wake } = await asleep('/cookware');
    await page.type('.site-search [type=search]', 'copper');
    await page.type('.range [name="price.to"]', '90');
    await page.evaluate(noteWrites);
    await wake();
    await page.waitForFunction(() => !document.querySelector('shop-header [ngh], shop-header[ngh]'));
    expect(await page.evaluate(writes)).toEqual([]);
    await page.$eval('.range', (range) => range.scrollIntoView());
    await page.waitForSelector('.range [type=range]');
    expect(await page.$eval('.site-search [type=search]', (field) => (field as HTMLInputElement).value)).toBe(
      'copper',
    );
    expect(await page.$eval('.range [name="price.to"]', (field) => (field as HTMLInputElement).value)).toBe(
      '90',
    );
    await page.focus('.site-search [type=search]');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => location.search.includes('q=copper'));
  });

  it('does so where it is seen, and at last where it is scrolled to', async () => {
    const page = await browser.page(390, 800);
    await page.goto(`${browser.baseUrl}/shop/cookware`);
    await page.waitForFunction(() => !document.querySelector('shop-root[ngh]'));
    const all = await page.$$eval('.card', (cards) => cards.length);
    await eventually(page, alive, (count) => count > 0);
    expect(await page.evaluate(alive)).toBeLessThan(all);
    for (let at = 0; at < all; at++)
      await page.$$eval('.card', (cards, place) => cards[place].scrollIntoView(), at);
    await page.waitForFunction(() => !document.querySelector('.card [ngh], .card[ngh]'));
  });

  it('changes in place from top to bottom, also what nobody has seen yet', async () => {
    const page = await browser.page(390, 800);
    await page.goto(`${browser.baseUrl}/shop/cookware`);
    await page.waitForFunction(() => !document.querySelector('shop-root[ngh]'));
    const answer = await fetch(`${browser.baseUrl}/api/shop/listing?aisle=/cookware&lang=fr`);
    const { items } = (await answer.json()) as { items: { title: string }[] };
    await page.evaluate(() => Object.assign(window, { mark: 1 }));
    await page.$eval('.site-languages [lang=fr]', (link) => (link as HTMLElement).click());
    await page.waitForFunction(() => document.documentElement.lang === 'fr');
    await eventually(
      page,
      () => [...document.querySelectorAll('#products .card-name')].map((name) => name.textContent.trim()),
      (names) => names.join() === items.map(({ title }) => title).join(),
    );
    expect(await page.evaluate('window.mark'), 'the page was not loaded anew').toBe(1);
  });

  it('has no script within it, so none of another’s could run', async () => {
    for (const path of ['', '/cookware', '/cart', '/nothing-there']) {
      const html = await (await fetch(`${browser.baseUrl}/shop${path}`)).text();
      const inline = [...html.matchAll(/<script(?![^>]*\bsrc=)([^>]*)>/g)].map(
        ([, attributes]) => attributes,
      );
      expect(inline.length).toBeGreaterThan(0);
      for (const attributes of inline) expect(attributes).toMatch(/type="application\/(?:ld\+)?json"/);
    }
  });

  it('never met an error in the console on the way', () => {
    expect(browser.complaints).toEqual([]);
  });
});
