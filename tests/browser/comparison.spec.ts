import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { atAllWidths } from '@fond/core';
import { button, frameOf, press, says, type TestBrowser } from '../support/browser';
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

describe('two states of the shop', () => {
  it('are chosen, told in words, by products of an aisle and as pages, and turned round', async () => {
    const { plan, version } = await readPlan(desk, 'house');
    const changed = withShelf(plan, { columns: atAllWidths(5) });
    await savePlan(
      desk,
      withShelf(changed, {
        range: {
          ...changed.fixtures.find((one) => one.type === 'shelf')!.range,
          clauses: [{ kind: 'featured' }],
        },
      }),
      version,
    );
    const page = await browser.desk('/compare');
    await page.waitForSelector('optgroup[label="Drafts"] option[value="house"]');
    await page.select('.sides label:nth-of-type(2) select', 'house');
    await says(page, 'desk-sides-difference', '5 columns');
    await press(page, 'desk-aisle-moves button::-p-text(Cookware)');
    await says(page, '.moves', 'go');
    await says(page, 'desk-before-after', 'Draft of');
    const shown = await frameOf(page, 'desk-before-after figure:nth-of-type(2) iframe');
    await shown.waitForSelector('.cards .card');
    await press(page, button('The other way round'));
    await says(page, '.moves', 'come');
    const query = new URL(page.url()).searchParams;
    expect([query.get('from'), query.get('to'), query.get('path')]).toEqual(['house', 'live', '/cookware']);
    await page.reload();
    await says(page, '.moves', 'come');
  });
});
