import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Campaign } from '@fond/contract';
import { atAllWidths, USUAL_PIN } from '@fond/core';
import { button, eventually, frameOf, press, says, type TestBrowser } from '../support/browser';
import { createPlan, publishStored, readPlan, savePlan, withShelf } from '../support/plans';
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

/** A day of the month that the calendar begins with, which lies ahead whatever day it is. */
function dayAhead(): string {
  const now = new Date();
  const next = new Date(now.getFullYear(), now.getMonth() + 1, 12);
  return new Intl.DateTimeFormat('sv-SE').format(next);
}
const campaigns = async (): Promise<Campaign[]> => (await desk.get('/api/campaigns')).body as Campaign[];

describe('the calendar', () => {
  it('moves a campaign by the keyboard, takes that back, repeats it, and shows the shop as it will be then', async () => {
    const { plan, version } = await readPlan(desk, 'house');
    const saved = await savePlan(desk, withShelf(plan, { columns: atAllWidths(5) }), version);
    const day = dayAhead();
    await desk.post('/api/campaigns', {
      name: 'Five across',
      plans: [{ id: 'house', version: (saved.body as { version: number }).version }],
      zone: 'UTC',
      startsLocal: `${day}T09:00`,
      endsLocal: `${day}T21:00`,
    });
    const page = await browser.desk('/editions?view=calendar');
    await says(page, 'article', 'Five across');
    await press(page, button('Month after'));
    const bar = '[aria-label^="Move Five across"]';
    await page.waitForSelector(bar);
    await page.focus(bar);
    await page.keyboard.press('ArrowRight');
    await says(page, 'mat-snack-bar-container', 'a day later');
    const [moved] = await campaigns();
    expect(Date.parse(moved.startsAt) - Date.parse(`${day}T09:00Z`)).toBe(86_400_000);
    await press(page, 'mat-snack-bar-container button');
    await says(page, 'mat-snack-bar-container', 'a day earlier');
    expect((await campaigns())[0].startsLocal).toBe(`${day}T09:00`);

    await press(page, button('Repeat it'));
    await page.locator('[aria-label="How often"]').fill('2');
    await press(page, button('week'));
    await press(page, button('Schedule'));
    await says(page, 'mat-snack-bar-container', '2 times more');
    expect(await campaigns()).toHaveLength(3);

    await press(page, 'a::-p-text(See it)');
    // Links lead on within the same day.
    const front = await frameOf(page, 'iframe');
    await front.waitForFunction(() => !document.querySelector('shop-root[ngh]'));
    await front.evaluate(() => document.querySelector<HTMLAnchorElement>('.site-aisles a')!.click());
    await page.waitForFunction(() => {
      const shown = document.querySelector('iframe')!.contentWindow!;
      return shown.location.pathname === '/shop/cookware' && shown.document.readyState === 'complete';
    });
    const shop = await frameOf(page, 'iframe');
    await says(shop, 'h1', 'Cookware');
    expect(new URL(page.url()).searchParams.get('at')).toBe(`${day}T09:00`);
    const across = (): number => {
      const tops = [...document.querySelectorAll('.cards .card')].map((card) =>
        Math.round(card.getBoundingClientRect().top),
      );
      return tops.filter((top) => top === tops[0]).length;
    };
    await eventually(shop, across, (count) => count === 5);
  });

  it('moves a page, and a pin in its draft, to other days, and takes that back', async () => {
    const day = dayAhead();
    const { body: made } = await desk
      .post('/api/pages', {
        ...{ path: '/one-day', titles: { en: 'One day' }, descriptions: {}, standsFor: null, open: true },
        ...{ from: day, to: day },
      })
      .expect(201);
    const { document } = await createPlan(desk, 'Pinned', [{ kind: 'aisles', of: 'page' }]);
    const { plan, version } = await readPlan(desk, document.id);
    const shelf = plan.fixtures.find((one) => one.type === 'shelf')!;
    const sku = (await desk.get('/api/shop/listing?aisle=/cookware')).body.items[0].sku as string;
    const pins = [{ ...USUAL_PIN, sku, place: 1, from: day, to: day }];
    await savePlan(desk, withShelf(plan, { order: { ...shelf.order, pins } }), version);
    await publishStored(desk, document.id);
    const later = new Date(Date.parse(day) + 86_400_000).toISOString().slice(0, 10);

    const page = await browser.desk('/editions?view=calendar');
    await press(page, button('Month after'));
    const pageBar = '[aria-label^="Move Page open on days: One day"]';
    await page.waitForSelector(pageBar);
    await page.focus(pageBar);
    await page.keyboard.press('ArrowRight');
    await says(page, 'mat-snack-bar-container', 'The page is open on other days');
    const opens = async (): Promise<string> => (await desk.get(`/api/pages/${made.id}`)).body.from as string;
    expect(await opens()).toBe(later);
    await press(page, 'mat-snack-bar-container button');
    await expect.poll(opens, { timeout: 60_000 }).toBe(day);

    const pinBar = '[aria-label^="Move Pin: "]';
    await page.waitForSelector(pinBar);
    await page.focus(pinBar);
    await page.keyboard.press('ArrowRight');
    await says(page, 'mat-snack-bar-container', 'It is moved in the draft of Pinned');
    const pinned = async () =>
      (await readPlan(desk, document.id)).plan.fixtures.find((one) => one.type === 'shelf')!.order.pins[0]
        .from;
    expect(await pinned()).toBe(later);
    // It stands where the draft has it now, and goes on from there.
    await says(page, `article:has(${pinBar})`, 'in the draft from');
    await page.focus(pinBar);
    await page.keyboard.press('ArrowRight');
    const latest = new Date(Date.parse(day) + 2 * 86_400_000).toISOString().slice(0, 10);
    await expect.poll(pinned, { timeout: 60_000 }).toBe(latest);
    expect(browser.complaints).toEqual([]);
  });
});
