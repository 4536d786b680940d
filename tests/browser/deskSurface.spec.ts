import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { cardPictures, coveredShare, pictureRatioOf, type BadgeRule, type Plan } from '@fond/core';
import {
  button,
  eventually,
  frameOf,
  planFor,
  press,
  pressWord,
  says,
  type TestBrowser,
} from '../support/browser';
import { publishPlans, readPlan, savePlan } from '../support/plans';
import type { Desk } from '../support/server';
import { openShop } from '../support/story';

let desk: Desk;
let browser: TestBrowser;
beforeAll(async () => {
  const opened = await openShop();
  ({ browser } = opened);
  desk = await opened.server.signIn();
});
afterAll(() => browser.close());

describe('a campaign that waits', () => {
  it('gets other times, which stay as they are typed until they are stored', async () => {
    const { version } = await readPlan(desk, 'knives');
    const made = await desk.post('/api/campaigns', {
      name: 'Spring knives',
      plans: [{ id: 'knives', version }],
      zone: 'UTC',
      startsLocal: '2031-03-01T08:00',
      endsLocal: '2031-03-08T08:00',
    });
    expect(made.status, JSON.stringify(made.body)).toBe(201);
    const page = await browser.desk('/editions?view=calendar');
    await press(page, button('Change its times'));
    const field = '.move [formcontrolname=startsLocal]';
    await page.waitForSelector(field);
    await page.$eval(field, (one) => {
      (one as HTMLInputElement).value = '2031-02-27T09:30';
      one.dispatchEvent(new Event('input', { bubbles: true }));
    });
    await page.waitForSelector('.move button:not([disabled])');
    expect(await page.$eval(field, (one) => (one as HTMLInputElement).value)).toBe('2031-02-27T09:30');
    await press(page, '.move button');
    await page.waitForFunction(() => !document.querySelector('.move'));
    const { body } = await desk.get('/api/campaigns');
    expect(body[0]).toMatchObject({ startsLocal: '2031-02-27T09:30', endsLocal: '2031-03-08T08:00' });
  });
});

describe('a draft that went wrong', () => {
  it('goes back to what is live as one edit, which can be undone', async () => {
    const { page } = await planFor(browser, '/storage', 'Storage of its own');
    await page.goto(`${browser.baseUrl}/plans/knives?open=grid`);
    await press(page, '[aria-label="More: Columns, wide"]');
    await says(page, 'desk-plan header', 'differs from live');
    await press(page, '[aria-label="More about this plan"]');
    await press(page, 'button::-p-text(Go back to what is live)');
    await says(page, 'desk-plan header', '● live');
    await press(page, '[aria-label="Undo"]');
    await says(page, 'desk-plan header', 'differs from live');
    await press(page, '[aria-label="More about this plan"]');
    await press(page, 'button::-p-text(Go back to what is live)');
    await page.waitForSelector('.saving.saved');
  });
});

describe('the window', () => {
  it('follows words that are typed into the shop’s own search', async () => {
    const page = await browser.desk('/floor');
    await page.goto(`${browser.baseUrl}/plans/house?aisle=/cookware`);
    const frame = await frameOf(page);
    await frame.waitForSelector('.site-search input[name=q]');
    await frame.focus('.site-search input[name=q]');
    await page.keyboard.type('copper');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => new URL(location.href).searchParams.get('aisle')?.startsWith('/search'));
    await eventually(
      frame,
      () => document.querySelector('h1')?.textContent ?? '',
      (title) => title.includes('copper'),
    );
  });

  it('stands beside a slip whose sentence is in view when it opens', async () => {
    const page = await browser.desk('/floor');
    await page.goto(`${browser.baseUrl}/plans/house?aisle=/cookware`);
    await page.waitForSelector('desk-tally li');
    for (const slip of ['look', 'badges']) {
      await pressWord(page, slip);
      await page.waitForSelector('desk-brief .slip');
      const seen = await eventually(
        page,
        () => {
          const { top } = document.querySelector('desk-brief .slip')!.getBoundingClientRect();
          return top;
        },
        (top) => top > 90 && top < 700,
      );
      expect(seen).toBeLessThan(700);
      await page.keyboard.press('Escape');
    }
  });
});

describe('what badges cover', () => {
  it('is told as the browser draws them, also where their words stand in several lines', async () => {
    const { plan, version } = await readPlan(desk, 'house');
    const text = 'Ready for induction and dishwashers';
    const rule: BadgeRule = {
      ...plan.badges.rules[0],
      id: 'long',
      on: true,
      clauses: [],
      text: { en: text },
      size: { wide: 15, medium: null, narrow: null },
    };
    const badged: Plan = { ...plan, badges: { rules: [rule], most: 1 } };
    const saved = await savePlan(desk, badged, version);
    expect(saved.body.errors ?? []).toEqual([]);
    await publishPlans(desk, [{ id: 'house', version: saved.body.version }]);
    const told = coveredShare([{ text, look: rule }], cardPictures(badged)!, pictureRatioOf(badged));
    for (const [name, width] of [
      ['wide', 1280],
      ['narrow', 390],
    ] as const) {
      const page = await browser.page(width, 900);
      await page.goto(`${browser.baseUrl}/shop/cookware`);
      const drawn = await page.$eval('#products .card-picture:has(.badge)', (picture) => {
        const { width: w, height: h } = picture.getBoundingClientRect();
        const badge = picture.querySelector('.badge')!.getBoundingClientRect();
        return (badge.width * badge.height) / (w * h);
      });
      expect(told[name] / drawn, `${name}: told ${told[name]}, drawn ${drawn}`).toBeGreaterThan(0.7);
      expect(told[name] / drawn, `${name}: told ${told[name]}, drawn ${drawn}`).toBeLessThan(1.35);
      await page.close();
    }
  });
});

describe('the desk on a phone', () => {
  it('has its screens within the width, and leads from one to the others', async () => {
    const page = await browser.desk('/floor', 390, 844);
    for (const [name, path] of [
      ['Editions', '/editions'],
      ['Floor', '/floor'],
    ]) {
      await press(page, `nav[aria-label="Screens"] a::-p-text(${name})`);
      await page.waitForFunction((wanted) => location.pathname === wanted, {}, path);
      await page.waitForSelector('main h1');
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
      const last = await page.$eval(
        'header.bar > button:last-of-type',
        (button) => button.getBoundingClientRect().right,
      );
      expect(last).toBeLessThanOrEqual(390);
    }
  });

  it('publishes what somebody has drafted', async () => {
    const { plan, version } = await readPlan(desk, 'knives');
    await savePlan(desk, { ...plan, name: 'Knives of a phone' }, version);
    const newest = async (): Promise<number> => (await desk.get('/api/editions')).body[0].number;
    const before = await newest();
    const page = await browser.desk('/publish', 390, 844);
    await says(page, 'main', 'Knives of a phone');
    await press(page, 'desk-publish label::-p-text(Knives of a phone)');
    const within = await page.$$eval('main button, main input, main select', (fields) =>
      fields.filter((field) => field.checkVisibility()).map((field) => field.getBoundingClientRect().right),
    );
    expect(Math.max(...within)).toBeLessThanOrEqual(390);
    await page.waitForSelector('desk-publish desk-difference');
    await press(page, 'desk-publish .actions button:not([disabled])');
    await page.waitForFunction(() => location.pathname !== '/publish');
    expect(await newest()).toBe(before + 1);
  });
});
