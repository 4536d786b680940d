import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Campaign } from '@fond/contract';
import { atAllWidths } from '@fond/core';
import { button, eventually, frameOf, press, says, type TestBrowser } from '../support/browser';
import { readPlan, savePlan, withShelf } from '../support/plans';
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
});
