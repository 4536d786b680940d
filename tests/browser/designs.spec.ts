import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { StoredPlan } from '@fond/contract';
import { shelfOf } from '@fond/core';
import { button, eventually, press, says, textOf, type TestBrowser } from '../support/browser';
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

const SHEET = 'desk-design-sheet';
const choose = (page: Page, name: string): Promise<void> =>
  press(page, `${SHEET} li button::-p-text(${name})`);
const widest = async (page: Page) => {
  const frame = await (await page.waitForSelector(`${SHEET} figure.wide iframe`))!.contentFrame();
  return frame!;
};
const stored = async (id: string): Promise<StoredPlan> =>
  (await desk.get(`/api/plans/${id}`)).body as StoredPlan;

describe('starting points', () => {
  it('are what a new plan begins with, seen at three widths, taken over in one step and undone', async () => {
    const page = await browser.desk('/floor');
    await press(page, button('New plan …'));
    await page.waitForFunction(() => location.pathname.endsWith('/designs'));
    const id = new URL(page.url()).pathname.split('/')[2];
    await choose(page, 'Price list');
    await says(page, `${SHEET} .changes`, '“Grid”');
    await (await widest(page)).waitForSelector('.cards.form-list .card');
    expect(await page.$$eval(`${SHEET} iframe`, (frames) => frames.length)).toBe(3);
    expect(shelfOf((await stored(id)).plan)!.form, 'nothing is changed by looking').toBe('grid');

    await press(page, button('Take it over'));
    await says(page, `${SHEET} .tools`, 'as it is now');
    await says(page, '.saving', 'saved');
    await eventually(
      page,
      `fetch('/api/plans/${id}').then((answer) => answer.json()).then(({ plan }) =>
        plan.fixtures.find(({ type }) => type === 'shelf').form)`,
      (form: string) => form === 'list',
    );
    const { plan } = await stored(id);
    expect(plan.look.radius, 'with the look that goes well with it').toBe(2);
    await page.keyboard.press('Escape');
    await press(page, '[aria-label="Undo"]');
    await eventually(
      page,
      `fetch('/api/plans/${id}').then((answer) => answer.json()).then(({ plan }) =>
        plan.fixtures.find(({ type }) => type === 'shelf').form)`,
      (form: string) => form === 'grid',
    );
    await page.close();
  });

  it('can be taken over without what they bring along', async () => {
    const page = await browser.desk('/plans/house/designs?aisle=/cookware/pans');
    await choose(page, 'Gallery wall');
    await says(page, `${SHEET} .changes`, '“Look”');
    await press(page, `${SHEET} .tools label::-p-text(with the look) input`);
    await page.waitForFunction(
      () => !document.querySelector('desk-design-sheet .changes')!.textContent!.includes('“Look”'),
    );
    expect(await textOf(page, `${SHEET} .changes`)).toContain('“Each card shows”');
    await press(page, button('As it is now'));
    await page.waitForFunction(() => !document.querySelector('desk-design-sheet .changes'));
    await page.close();
  });

  it('are kept of any plan under a name, taken over in parts, renamed, and put back', async () => {
    const page = await browser.desk('/plans/house/designs?aisle=/cookware/pans');
    await press(page, button('Keep this plan as one …'));
    await page.type('desk-keep-design [name=name]', 'Our autumn');
    await page.type('desk-keep-design [name=about]', 'Warm and quiet.');
    await press(page, 'desk-keep-design label::-p-text(its badges) input');
    await press(page, button('Keep it'));
    await says(page, `${SHEET} .said`, '“Our autumn” is kept.');
    expect(await textOf(page, `${SHEET} .kept`)).toContain('Warm and quiet.');
    expect(
      await page.$$eval(`${SHEET} .kept .choice`, (kinds) => kinds.map((one) => one.textContent.trim())),
    ).toEqual(['its page', 'its card', 'its look']);

    await press(page, `${SHEET} .kept .choice::-p-text(its look)`);
    await says(page, `${SHEET} .changes`, 'The plan is like that already.');
    await press(page, `${SHEET} .kept desk-row-name button`);
    await page.waitForSelector(`${SHEET} .kept desk-row-name input:focus`);
    await page.keyboard.type('Our winter');
    await page.keyboard.press('Enter');
    await says(page, `${SHEET} .kept`, 'Our winter');
    await press(page, `${SHEET} .kept .word::-p-text(Take away)`);
    await says(page, `${SHEET} .said`, 'is taken away');
    expect(await page.$(`${SHEET} .kept`)).toBeNull();
    await press(page, button('Put it back'));
    await says(page, `${SHEET} .kept`, 'Our winter');
    await page.close();
  });
});
