import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ALWAYS, USUAL_BADGE_LOOK, type BadgeRule, type Plan } from '@fond/core';
import {
  eventually,
  frameOf,
  press,
  pressWord,
  publishOpen,
  says,
  type TestBrowser,
} from '../support/browser';
import { harness } from '../support/harnesses';
import { scene } from '../support/scene';
import type { Desk } from '../support/server';
import { openShop } from '../support/story';
import { RowToolsHarness } from '../../desk/src/app/field/rowTools.harness';
import { StepperHarness } from '../../desk/src/app/field/stepper.harness';

const PATH = '/cookware/pots';
let browser: TestBrowser;
let desk: Desk;
beforeAll(async () => {
  const opened = await openShop();
  ({ browser } = opened);
  desk = await opened.server.signIn();
});
afterAll(() => browser.close());

const label = (name: string): string => `[aria-label="${name}"]`;

/** Every product that is rated carries it. */
const STARS: BadgeRule = {
  ...USUAL_BADGE_LOOK,
  ...ALWAYS,
  id: 'stars',
  on: true,
  clauses: [],
  text: { en: 'From {rating} stars' },
  place: 'bottom-end',
};
const withStars = (plan: Plan): Plan => ({
  ...plan,
  badges: { ...plan.badges, rules: [...plan.badges.rules, STARS] },
});

/** The plan with its badges open. */
async function opened(change: (plan: Plan) => Plan): Promise<Page> {
  const page = await browser.desk(`/plans/${await scene(desk, PATH, change)}?aisle=${PATH}`);
  await page.waitForSelector('desk-tally li');
  await pressWord(page, 'badges');
  return page;
}

describe('badges', () => {
  it('are added with words of their own, and seen on real cards at once', async () => {
    const page = await opened((plan) => plan);
    await says(page, '[data-badge="sale"] .evidence', 'in the shop');
    await press(page, 'desk-badges-slip button::-p-text(Add a badge)');
    await page.locator(label('What the badge says, en')).fill('From {rating} stars');
    // Every product that is rated shall carry it.
    await press(page, 'desk-badge-fields [aria-label="Take away: are featured"]');
    await press(page, 'desk-badge-fields button[aria-label="bottom, at the end"]');
    const frame = await frameOf(page);
    await says(frame, '.at-bottom-end .badge', 'From ');
    await page.waitForSelector('desk-badge-example figure span.at-bottom-end');
  });

  it('over the picture leave the names in a row on one line', async () => {
    const frame = await frameOf(await opened((plan) => plan));
    await frame.waitForSelector('.card-picture .badge');
    const rows = await frame.$$eval('.card', (cards) => {
      const tops = new Map<number, { badges: number; names: number[] }>();
      for (const card of cards) {
        const top = Math.round(card.getBoundingClientRect().top);
        const row = tops.get(top) ?? { badges: 0, names: [] };
        tops.set(top, row);
        row.badges += card.querySelectorAll('.card-picture .badge').length ? 1 : 0;
        row.names.push(Math.round(card.querySelector('.card-name')!.getBoundingClientRect().top));
      }
      return [...tops.values()];
    });
    const mixed = rows.filter(({ badges, names }) => badges > 0 && badges < names.length);
    expect(mixed.length).toBeGreaterThan(0);
    for (const { names } of mixed) expect(new Set(names).size).toBe(1);
  });

  it('are told to be hard to read while their colours are chosen', async () => {
    const page = await opened(withStars);
    await press(page, '[data-badge="stars"] .name');
    await page.waitForSelector(label('Ground, by name'));
    await page.select(label('Ground, by name'), 'ink');
    await says(page, 'desk-badges-slip', 'hard to read on their ground');
    await page.select(label('Words, by name'), 'ground');
    await eventually(
      page,
      () => document.querySelector('desk-badges-slip')!.textContent!,
      (text) => !text.includes('hard to read'),
    );
  });

  it('that meet on one product are told, and ranked, so that the first one stays', async () => {
    const page = await opened(withStars);
    const frame = await frameOf(page);
    const most = await harness(page, StepperHarness.labelled('Badges on one card'));
    await most.stepDown();
    await most.stepDown();
    await says(page, 'desk-badges-slip', 'more than may stand on one card');
    const first = (): Promise<string> =>
      page.$eval('desk-badges-slip tbody tr:first-child td', (cell) => cell.textContent!.trim());
    expect(await first()).not.toContain('stars');
    const stars = await harness(page, RowToolsHarness.of('From {rating} stars'));
    for (let n = 0; n < 3; n++) await stars.moveUp();
    expect(await stars.can('Up')).toBe(false);
    await eventually(
      page,
      () => document.querySelector('desk-badges-slip tbody tr:first-child td')!.textContent!.trim(),
      (text) => text.includes('stars'),
    );
    await eventually(
      frame,
      () =>
        [...document.querySelectorAll('.card')].filter((card) => card.querySelectorAll('.badge').length > 1)
          .length,
      (cards) => cards === 0,
    );
    await page.waitForSelector('.saving.saved');
    await page.reload();
    await says(page, '[data-slip="badges"]', 'at most 1 on a card');
  });

  it('are what shoppers get without JavaScript once they are published', async () => {
    const page = await opened(withStars);
    await publishOpen(page);
    const shopper = await browser.page(390, 844);
    await shopper.setJavaScriptEnabled(false);
    await shopper.goto(`${browser.baseUrl}/shop${PATH}`);
    expect(await shopper.$$eval('.at-bottom-end .badge', (all) => all.length)).toBeGreaterThan(0);
    const within = await shopper.$$eval('.card-picture:has(.badge)', (pictures) =>
      pictures.every((picture) => {
        const [outer, inner] = [picture, picture.querySelector('.badge')!].map((one) =>
          one.getBoundingClientRect(),
        );
        return inner.left >= outer.left && inner.right <= outer.right && inner.bottom <= outer.bottom;
      }),
    );
    expect(within, 'no badge leaves its picture').toBe(true);
    expect(browser.complaints).toEqual([]);
  });
});
