import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { shelfOf, type Paging, type Plan } from '@fond/core';
import { eventually, press, publishOpen, says, type TestBrowser } from '../support/browser';
import { harness } from '../support/harnesses';
import { withShelf } from '../support/plans';
import { scene } from '../support/scene';
import type { Desk } from '../support/server';
import { openShop } from '../support/story';
import { ChoicesHarness } from '../../desk/src/app/field/choices.harness';

const PATH = '/tags/ready-for-induction';
let browser: TestBrowser;
let desk: Desk;
beforeAll(async () => {
  const opened = await openShop();
  ({ browser } = opened);
  desk = await opened.server.signIn();
});
afterAll(() => browser.close());

/** The aisle with further pages by a choice, and a shopper on it. */
async function shopperWith(form: Paging['form'], prepare?: (page: Page) => Promise<unknown>): Promise<Page> {
  const further = (plan: Plan): Plan => withShelf(plan, { paging: { ...shelfOf(plan)!.paging, form } });
  await scene(desk, PATH, further, { live: true });
  const shopper = await browser.page(1280, 900);
  await prepare?.(shopper);
  await shopper.goto(`${browser.baseUrl}/shop${PATH}`);
  return shopper;
}

const cards = (page: Page): Promise<string[]> =>
  page.$$eval('#products .card h3 a', (all) => all.map((one) => (one as HTMLAnchorElement).pathname));
const countIs = (page: Page, count: number): Promise<number> =>
  eventually(
    page,
    () => document.querySelectorAll('#products .card').length,
    (found) => found === count,
  );
describe('further pages', () => {
  it('come by a button where the plan says so, each product once, and the one who pressed goes on there', async () => {
    const id = await scene(desk, PATH);
    const page = await browser.desk(`/plans/${id}?open=grid&aisle=${PATH}`);
    const paging = await harness(page, ChoicesHarness.labelled('Further pages'));
    await paging.choose('a button');
    await says(page, '[data-slip="grid"]', 'more by a button');
    await publishOpen(page);
    const shopper = await browser.page(1280, 900);
    await shopper.goto(`${browser.baseUrl}/shop${PATH}`);
    expect(await cards(shopper)).toHaveLength(12);
    await press(shopper, '.further a[rel="next"]');
    await countIs(shopper, 24);
    const two = await cards(shopper);
    expect(new Set(two).size).toBe(24);
    expect(new URL(shopper.url()).search).toBe('?page=2&from=1');
    await eventually(
      shopper,
      () => (document.activeElement as HTMLAnchorElement | null)?.pathname ?? '',
      (path) => path === two[12],
    );
    await says(shopper, '.found', '1–24 of');
  });

  it('are there again at the same place when somebody comes Back from a product', async () => {
    const shopper = await shopperWith('more');
    await press(shopper, '.further a[rel="next"]');
    await countIs(shopper, 24);
    const two = await cards(shopper);
    await shopper.$eval('#products .card:nth-child(20)', (card) => card.scrollIntoView({ block: 'center' }));
    const place = await shopper.evaluate(() => Math.round(window.scrollY));
    expect(place).toBeGreaterThan(1000);
    await shopper.$eval('#products .card:nth-child(20) h3 a', (link) => (link as HTMLElement).click());
    await shopper.waitForFunction(() => location.pathname.startsWith('/shop/products/'));
    await shopper.waitForSelector('shop-product');
    await shopper.goBack();
    await countIs(shopper, 24);
    expect(await cards(shopper)).toEqual(two);
    await eventually(
      shopper,
      () => window.scrollY,
      (now) => Math.abs(now - place) < 3,
    );
    // The aisle is one step of the history, however many pages were added to it.
    await shopper.reload();
    expect(await cards(shopper)).toEqual(two);
  });

  it('have addresses that work without JavaScript, with those before one press away', async () => {
    const shopper = await shopperWith('more');
    await shopper.goto(`${browser.baseUrl}/shop${PATH}?page=2&from=1`);
    const plain = await browser.page(390, 844);
    await plain.setJavaScriptEnabled(false);
    await plain.goto(`${browser.baseUrl}/shop${PATH}?page=2`);
    expect(await cards(plain)).toHaveLength(12);
    await plain.$eval('.further a[rel="prev"]', (link) => (link as HTMLElement).click());
    await plain.waitForNavigation();
    expect(await cards(plain)).toEqual(await cards(shopper));
  });

  it('come by scrolling up to the button, so that the foot of the page can be reached', async () => {
    const shopper = await shopperWith('scroll');
    const down = (): Promise<void> => shopper.evaluate(() => window.scrollTo(0, document.body.scrollHeight));
    await down();
    await countIs(shopper, 24);
    await down();
    await countIs(shopper, 36);
    await down();
    // Three pages stand there; the next one waits for the button, and the foot is in view.
    await shopper.waitForFunction(
      () => document.querySelector('footer')!.getBoundingClientRect().top < innerHeight,
    );
    await says(shopper, '.further', 'more');
    expect(await cards(shopper)).toHaveLength(36);
    await shopper.$eval('.further a[rel="next"]', (link) => (link as HTMLElement).click());
    await eventually(
      shopper,
      () => document.querySelectorAll('#products .card').length,
      (found) => found > 36,
    );
    expect(browser.complaints).toEqual([]);
  });

  it('come to somebody who was at the end before the page was awake', async () => {
    // Told in one breath that the button is out of sight and in sight, as browsers do that had no time in between.
    const batched = `window.IntersectionObserver = class extends IntersectionObserver {
      constructor(told, options) {
        super((seen) => told(seen.flatMap((one) => [{ target: one.target, isIntersecting: false }, one])), options);
      }
    };`;
    const shopper = await shopperWith('scroll', (page) => page.evaluateOnNewDocument(batched));
    await shopper.evaluate(() => window.scrollTo(0, document.body.scrollHeight));
    await countIs(shopper, 24);
  });
});
