import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Fixture, Plan } from '@fond/core';
import { freshFixture } from '../../desk/src/app/draft/fixtureEdits';
import { frameOf, press, pressWord, says, type TestBrowser } from '../support/browser';
import { publishStored, readPlan } from '../support/plans';
import { ruleOf, scene, withBehind } from '../support/scene';
import type { Desk } from '../support/server';
import { openShop } from '../support/story';

const PATH = '/baking/tins';

let browser: TestBrowser;
let desk: Desk;
beforeAll(async () => {
  const opened = await openShop();
  ({ browser } = opened);
  desk = await opened.server.signIn();
});
afterAll(() => browser.close());

const type = async (page: Page, name: string, text: string): Promise<void> => {
  await page.locator(`[aria-label="${name}"]`).fill(text);
};
const stored = async (id: string, fixture: string): Promise<Fixture> =>
  (await readPlan(desk, id)).plan.fixtures.find((one) => one.id === fixture)!;

describe('where a page leads on to', () => {
  it('is the aisle that a shelf’s clause names, or one that is found by its name; what leads nowhere is said', async () => {
    const knives = await ruleOf(desk, '/knives-and-boards');
    const id = await scene(desk, PATH, (plan: Plan) =>
      withBehind(plan, 'title', {
        ...freshFixture('promotion', 'promotion'),
        heading: { en: 'For the board' },
        range: {
          source: { kind: 'catalogue' },
          clauses: [{ ...knives, main: false }],
        },
      } as Fixture),
    );
    const page = await browser.desk(`/plans/${id}?aisle=${PATH}`);
    await pressWord(page, 'fixture:promotion');
    await press(page, 'desk-promotion-fields label::-p-text(leads on to all)');
    await says(page, '[data-slip="fixture:promotion"]', 'with a way to all');
    const frame = await frameOf(page);
    await frame.waitForSelector('.promotion-head .all[href="/shop/knives-and-boards"]');
    await says(frame, '.promotion-head .all', 'See all');

    const address = 'Address of all of them';
    await type(page, address, 'teapots');
    await says(page, 'desk-address-field [role=alert]', 'leads to nothing still');
    await press(page, 'mat-option::-p-text(Teapots)');
    await frame.waitForSelector('.promotion-head .all[href="/shop/kettles-and-coffee/teapots"]');
    await type(page, address, '/nowhere');
    await says(page, 'desk-address-field [role=status]', 'No aisle, page or product is at /nowhere');
    await type(page, address, '/search?q=iron');
    await type(page, 'Words of the way to all, en', 'All in iron');
    await frame.waitForSelector('.promotion-head .all[href="/shop/search?q=iron"]');
    await says(frame, '.promotion-head .all', 'All in iron');
    await says(page, '.saving', 'saved');
    expect(await stored(id, 'promotion')).toMatchObject({
      more: { label: { en: 'All in iron' }, address: '/search?q=iron' },
    });
    await page.close();
  });

  it('is where a picture leads, and nowhere once its address is emptied', async () => {
    const id = await scene(
      desk,
      PATH,
      (plan: Plan) =>
        withBehind(plan, 'title', {
          ...freshFixture('picture', 'picture'),
          picture: { kind: 'aisle' },
          caption: { en: 'Coffee, later' },
        } as Fixture),
      { live: true },
    );
    const page = await browser.desk(`/plans/${id}?aisle=${PATH}`);
    await pressWord(page, 'fixture:picture');
    await type(page, 'Address that the picture leads to', '/kettles-and-coffee');
    const frame = await frameOf(page);
    await frame.waitForSelector('.frame-picture a[href="/shop/kettles-and-coffee"]');
    await says(page, '.saving', 'saved');
    await publishStored(desk, id);
    const shopper = await browser.page(1280, 900);
    await shopper.goto(`${browser.baseUrl}/shop${PATH}`);
    await press(shopper, '.frame-picture a');
    await shopper.waitForFunction(() => location.pathname === '/shop/kettles-and-coffee');
    await shopper.close();

    await page.focus('[aria-label="Address that the picture leads to"]');
    await page.keyboard.down('Control');
    await page.keyboard.press('a');
    await page.keyboard.up('Control');
    await page.keyboard.press('Backspace');
    await frame.waitForFunction(
      () => document.querySelector('.frame-picture') && !document.querySelector('.frame-picture a'),
    );
    await says(page, '.saving', 'saved');
    expect(await stored(id, 'picture')).toMatchObject({ address: null });
    await page.close();
  });

  it('never met an error in the console on the way', () => {
    expect(browser.complaints).toEqual([]);
  });
});
