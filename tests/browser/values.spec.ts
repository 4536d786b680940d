import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { AttributeValues } from '@fond/contract';
import { USUAL_SHOW } from '@fond/core';
import { button, eventually, frameOf, press, says, type TestBrowser } from '../support/browser';
import { readPlan } from '../support/plans';
import { scene } from '../support/scene';
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

const label = (text: string): string => `[aria-label="${text}"]`;
const valuesOf = async (key: string): Promise<AttributeValues> =>
  (await desk.get(`/api/catalogue/attributes/${key}/values`)).body;

describe('the values of an attribute', () => {
  it('are gathered and put in order by keys, seen by shoppers at once, and taken back', async () => {
    const [first, second] = (await valuesOf('colour')).values.map(({ value }) => value);
    const page = await browser.desk('/attributes/colour');
    await page.waitForSelector(label('Begin a group with'));
    await page.select(label('Begin a group with'), first);
    await page.waitForSelector('.family select');
    await page.select('.family select', second);
    await eventually(
      page,
      () => document.querySelectorAll('.family .choice').length,
      (members) => members === 2,
    );
    await says(page, 'mat-snack-bar-container', 'Shoppers see the values like that now.');
    await press(page, button('by hand'));
    await page.waitForSelector('.entries li');
    await press(page, '.entries li:first-child [aria-label^="Down"]');
    await eventually(
      page,
      () => document.querySelector('.entries li:nth-child(2)')?.textContent ?? '',
      (text) => text.includes('of 2 values'),
    );
    const shopper = await browser.page(1280, 800);
    await shopper.goto(`${browser.baseUrl}/shop`);
    const { families } = (await valuesOf('colour')).shown;
    expect(families).toMatchObject([{ members: [first, second] }]);
    await shopper.goto(`${browser.baseUrl}/shop/search?q=pan&colour=${families[0].id}`);
    await says(shopper, '.chips', families[0].labels['en']);
    await press(page, 'mat-snack-bar-container button::-p-text(Undo)');
    await says(page, '.entries li:first-child', 'of 2 values');
  });

  it('of numbers are tried in steps of choice beside those that follow the products', async () => {
    const page = await browser.desk('/attributes/diameter');
    const field = 'input[aria-label^="Where steps begin"]';
    await page.locator(field).fill('20 ten');
    await page.keyboard.press('Tab');
    await says(page, '.turned', 'is not taken');
    await page.locator(field).fill('20 26');
    await page.keyboard.press('Tab');
    await says(page, '.two-steps', 'as you say');
    await eventually(
      page,
      () => document.querySelectorAll('.two-steps table:first-child tr').length,
      (steps) => steps === 3,
    );
    await expect.poll(async () => (await valuesOf('diameter')).shown.steps).toEqual([20, 26]);
    await desk.put('/api/catalogue/attributes/diameter/shown', USUAL_SHOW);
  });
});

describe('a filter of a plan', () => {
  it('is shown in some categories only, hides values of its own, and names a page for search engines', async () => {
    const id = await scene(desk, '/cookware/pans');
    const page = await browser.desk(`/plans/${id}/filters?aisle=/cookware/pans`);
    const rules = 'desk-facets-slip li::-p-text(in every aisle)';
    await page.waitForSelector(rules);
    const filter = async (key: string) => {
      const { plan } = await readPlan(desk, id);
      const panel = plan.fixtures.find((one) => one.type === 'facets');
      return panel?.type === 'facets' ? panel.facets.find((one) => one.key === key) : undefined;
    };
    const material = await page.evaluateHandle(() =>
      [...document.querySelectorAll('desk-facets-slip ol > li')].find((one) =>
        one.querySelector('input.label[aria-label="Label of material"]'),
      ),
    );
    const inMaterial = async (selector: string): Promise<void> => {
      const found = await eventually(
        page,
        `[...document.querySelectorAll('desk-facets-slip ol > li')].some((one) =>
          one.querySelector('input.label[aria-label="Label of material"]') && one.querySelector(${JSON.stringify(selector)}))`,
        (there: boolean) => there,
      );
      expect(found).toBe(true);
      await page.evaluate(
        (line, inner) => (line as Element).querySelector<HTMLElement>(inner)!.click(),
        material,
        selector,
      );
    };
    await inMaterial('details:nth-of-type(2) summary');
    await inMaterial('desk-facet-rules button[aria-expanded]');
    await inMaterial('desk-facet-rules [aria-label^="Offer"]');
    await inMaterial('desk-facet-rules [aria-label^="A page for search engines"]');
    await page.waitForSelector('.saving.saved');
    const choice = await filter('material');
    expect(choice?.values?.hidden).toHaveLength(1);
    expect(choice?.indexed).toHaveLength(1);
    await says(page, 'desk-facets-slip', '1 hidden, 1 for search engines');
    await eventually(
      page,
      `document.querySelector('desk-facet-values [aria-label="What copper is called here, en"]') !== null`,
      (there: boolean) => there,
    );
    await page.locator('desk-facet-values ' + label('What copper is called here, en')).fill('Pure copper');
    await page.keyboard.press('Tab');
    await page.select('desk-facet-values ' + label('Begin a group with'), 'carbon steel');
    const frame = await frameOf(page);
    await says(frame, 'shop-facets', 'Pure copper');
    await expect
      .poll(async () => (await filter('material'))?.values?.families)
      .toMatchObject([{ members: ['carbon steel'] }]);
    expect((await filter('material'))?.values?.labels).toEqual([
      { value: 'copper', label: { en: 'Pure copper' } },
    ]);
    expect(browser.complaints).toEqual([]);
  });
});
