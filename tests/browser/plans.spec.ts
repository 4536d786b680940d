import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  button,
  eventually,
  planFor,
  pressWord,
  publishOpen,
  says,
  TestBrowser,
  press,
  typeDay,
} from '../support/browser';
import { openBrowser } from '../support/story';

let browser: TestBrowser;
let page: Page;
beforeAll(async () => {
  browser = await openBrowser();
  page = await browser.desk('/floor');
});
afterAll(() => browser.close());

const label = (name: string): string => `[aria-label="${name}"]`;

/** Opens the reasons of an aisle on the floor. */
async function why(title: string): Promise<void> {
  await page.goto(`${browser.baseUrl}/floor?q=${encodeURIComponent(title)}`);
  await press(page, label(`Details: ${title}`));
  await page.waitForSelector('desk-why-aisle li');
}
const columnsAt = async (path: string): Promise<number> => {
  const shopper = await browser.page();
  await shopper.goto(`${browser.baseUrl}/shop${path}`);
  const columns = await shopper.$eval(
    '.cards',
    (cards) => getComputedStyle(cards).gridTemplateColumns.split(' ').length,
  );
  await shopper.close();
  return columns;
};

describe('plans that share, differ and agree', () => {
  it('give Kettles a plan of its own, settle the overlap with a second one, and use the shared plan again', async () => {
    await why('Kettles');
    await says(page, 'desk-why-aisle .winner', 'no other plan reaches it');
    await press(page, button('Give it a plan of its own'));
    await page.waitForSelector('desk-tally li');
    await says(page, 'desk-brief', 'House plan, with 0 settings of its own');

    await pressWord(page, 'grid');
    await press(page, label('More: Columns, wide'));
    await press(page, label('More: Pixels between cards, wide'));
    await eventually(
      page,
      () => document.querySelector('desk-origin')?.textContent ?? '',
      (text) => text.includes('columns on wide pages') && text.includes('gap on wide pages'),
    );
    // One of the two goes back to what the house plan says.
    await press(page, 'desk-origin li:nth-child(2) button');
    await eventually(
      page,
      () => document.querySelector<HTMLInputElement>('[aria-label="Pixels between cards, wide"]')!.value,
      (gap) => gap === '24',
    );
    await says(page, 'desk-brief', 'with 1 setting of its own');
    await publishOpen(page);
    expect(await columnsAt('/kettles-and-coffee/kettles')).toBe(4);

    // A second plan claims it alike, which is told while its reach is edited.
    await why('Kettles');
    await press(page, button('Give it a plan of its own'));
    await page.waitForSelector('[data-slip="reach"]');
    await pressWord(page, 'reach');
    await eventually(
      page,
      () => document.querySelector('desk-reach-slip .disputes')?.textContent ?? '',
      (text) => text.includes('claims') && text.includes('Kettles'),
    );
    // Publishing would be refused, and says so before it is tried.
    await page.waitForSelector('.saving.saved');
    await press(page, 'desk-plan button::-p-text(Publish …)');
    await page.waitForSelector('desk-publish .trouble');
    expect(await page.$('desk-publish .actions button[disabled]')).not.toBeNull();
    await press(page, 'a::-p-text(Settle it under Serves)');
    await press(page, 'button::-p-text(Take over: rank this plan higher)');
    await page.waitForFunction(() => !document.querySelector('desk-reach-slip .disputes'));
    await publishOpen(page);
    await why('Kettles');
    await says(page, 'desk-why-aisle', 'just as exact, but of lower rank');

    // And back to a shared plan, with a look at what changes.
    await why('Kettles');
    const link = await page.waitForSelector('desk-why-aisle a[href*="share"]');
    await link!.click();
    await page.waitForSelector('desk-share iframe');
    await press(page, 'desk-share .actions button:not([disabled])');
    await page.waitForFunction(() => location.pathname === '/floor');
    // Twice over: the second plan was put aside, and the first one serves again until it is given back too.
    await eventually(
      page,
      () => document.querySelector('desk-why-aisle')?.textContent ?? '',
      (text) => text.includes('Kettles') && !text.includes('lower rank'),
    );
    await press(page, 'summary::-p-text(put aside or deleted)');
    await says(page, '.away', 'put aside');
  });

  it('run a campaign over what is published, and end it', async () => {
    const { page } = await planFor(browser, '/table', 'Table weekend');
    const before = await columnsAt('/table');
    await pressWord(page, 'grid');
    await press(page, label('More: Columns, wide'));
    await page.waitForSelector('.saving.saved');
    await press(page, 'desk-plan button::-p-text(Publish …)');
    await press(page, 'desk-publish label:nth-of-type(2) input[name=when]');
    await page.locator('desk-campaign-fields [formcontrolname=name]').fill('Long weekend');
    await typeDay(page, 'Start', '1 January 2020');
    await typeDay(page, 'End', '1/1/2090');
    await press(page, 'desk-publish .actions button::-p-text(Schedule):not([disabled])');
    await page.waitForSelector('desk-campaign-calendar article');
    // Its start is over, so the clock starts it with its next look.
    await eventually(
      page,
      "fetch('/api/campaigns').then((answer) => answer.json()).then(([campaign]) => campaign.state)",
      (state: string) => state === 'running',
    );
    expect(await columnsAt('/table')).toBe(before + 1);
    await page.reload();
    await press(page, 'desk-campaign-calendar button::-p-text(End it now)');
    await eventually(
      page,
      () => document.querySelector('desk-campaign-calendar .state')?.textContent?.trim() ?? '',
      (state) => state === 'over',
    );
    expect(await columnsAt('/table')).toBe(before);
  });

  it('compare two editions, and have one plan back from an earlier one', async () => {
    const { page } = await planFor(browser, '/storage', 'Storage plan');
    await pressWord(page, 'grid');
    await press(page, label('More: Pixels between cards, wide'));
    await publishOpen(page);
    const before = await columnsAt('/storage');
    await pressWord(page, 'grid');
    await press(page, label('More: Columns, wide'));
    await publishOpen(page);
    expect(await columnsAt('/storage')).not.toBe(before);
    await page.goto(`${browser.baseUrl}/editions`);
    await page.waitForSelector('tbody tr');
    const numbers = await page.$$eval('tbody th', (cells) => cells.map((cell) => Number(cell.textContent)));
    await press(page, label(`Compare edition ${numbers[0]}`));
    await press(page, label(`Compare with edition ${numbers[numbers.length - 1]}`));
    await page.waitForSelector('desk-edition-compare h3');
    await says(page, 'desk-edition-compare', 'Storage plan');
    await press(page, label(`Restore edition ${numbers[1]}`));
    await press(page, '[role=menuitem]::-p-text(Only Storage plan)');
    await eventually(
      page,
      () => document.querySelector('mat-snack-bar-container')?.textContent ?? '',
      (text) => text.includes('is live, with Storage plan as in edition'),
    );
    expect(await columnsAt('/storage')).toBe(before);
    // Another way back: told first, then done.
    await press(page, label(`Restore edition ${numbers[0]}`));
    await press(page, '[role=menuitem]::-p-text(What that would change)');
    await says(page, 'desk-edition-compare', 'Storage plan');
    await press(page, `desk-edition-compare button::-p-text(Restore edition ${numbers[0]})`);
    await says(page, 'mat-snack-bar-container', `as in edition ${numbers[0]}`);
    expect(await columnsAt('/storage')).not.toBe(before);
  });

  it('say when a fixture is shown, and the window can be set to see it', async () => {
    await page.goto(`${browser.baseUrl}/plans/house?aisle=%2Ftable&open=place%3Atitle`);
    await page.waitForSelector('desk-tally li');
    await page.waitForSelector(label('Add a condition'));
    await page.select(label('Add a condition'), 'share');
    await says(page, '[data-slip="place:title"]', 'only for 50 % of shoppers');
    const frame = (await (await page.waitForSelector('desk-window iframe'))!.contentFrame())!;
    await press(page, '.seen-as summary');
    await page.$eval('.seen-as input[type=number]', (field) => {
      (field as HTMLInputElement).value = '70';
      field.dispatchEvent(new Event('change'));
    });
    await frame.waitForFunction(() => !document.querySelector('h1'));
    await press(page, '.seen-as button.word');
    await frame.waitForFunction(() => document.querySelector('h1'));
    await press(page, label('Undo'));
    await page.waitForSelector('.saving.saved');
  });

  it('lead an old address on', async () => {
    await page.goto(`${browser.baseUrl}/redirects`);
    await page.locator('[formcontrolname=from]').fill('/old-kettles');
    await page.locator('[formcontrolname=to]').fill('/kettles-and-coffee/kettles');
    await press(page, 'desk-redirects form button[type=submit]');
    await page.waitForSelector('desk-redirects tbody th');
    await page.locator('.try input').fill('/shop/old-kettles');
    await press(page, '.try button');
    await page.waitForSelector('output');
    await says(page, 'output', 'a page of the shop');
    const shopper = await browser.page();
    await shopper.goto(`${browser.baseUrl}/shop/old-kettles`);
    expect(new URL(shopper.url()).pathname).toBe('/shop/kettles-and-coffee/kettles');
  });

  it('never met an error in the console on the way', () => {
    expect(browser.complaints.filter((complaint) => !/409|401/.test(complaint))).toEqual([]);
  });
});
