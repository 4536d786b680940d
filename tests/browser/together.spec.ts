import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { shelfOf } from '@fond/core';
import { button, press, says, textOf, type TestBrowser } from '../support/browser';
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
const columns = async (id: string): Promise<number> => shelfOf((await readPlan(desk, id)).plan)!.columns.wide;

describe('several plans', () => {
  it('are given a setting of another one, told before, taken back in one press, and from the record', async () => {
    const [one, other] = [await scene(desk, '/baking'), await scene(desk, '/table')];
    const before = await columns(one);
    const page = await browser.desk(`/floor/together?plans=${one},${other}`);
    await page.waitForSelector('.plans input:checked');
    await press(page, button('Set something as another plan has it'));
    await page.select(label('The plan it is taken from'), 'knives');
    await page.select(label('Setting'), 'shelf.columns');
    await says(page, 'article', 'columns');
    expect(await columns(one), 'told, not done').toBe(before);
    await press(page, button('Change them'));
    await says(page, '.outcome', '2 changed');
    expect([await columns(one), await columns(other)]).toEqual([
      await columns('knives'),
      await columns('knives'),
    ]);
    await press(page, button('Undo it in all'));
    await says(page, '.outcome', '2 drafts are as before');
    expect(await columns(one)).toBe(before);
    await press(page, button('Change them'));
    await says(page, '.outcome', '2 changed');
    const record = await browser.desk('/people');
    await press(record, 'desk-activity li button::-p-text(Undo it in all)');
    await says(record, 'mat-snack-bar-container', '2 drafts are as before');
    expect(await columns(one)).toBe(before);
  });

  it('are given a setting as it is said', async () => {
    const [one, other] = [await scene(desk, '/baking'), await scene(desk, '/table')];
    const page = await browser.desk(`/floor/together?plans=${one},${other}`);
    await page.waitForSelector('.plans input:checked');
    await page.select(label('Setting'), 'shelf.columns');
    await page.locator(label('columns, wide')).fill('5');
    await says(page, 'article', '5 columns');
    await press(page, button('Change them'));
    await says(page, '.outcome', 'Columns: 5');
    expect([await columns(one), await columns(other)]).toEqual([5, 5]);
  });

  it('change what they serve for aisles that are chosen on the floor', async () => {
    const page = await browser.desk('/floor?q=bread');
    await press(page, button('Choose aisles'));
    await press(page, button('Choose all that are shown'));
    await says(page, '.chosen-bar', 'aisles chosen');
    await press(page, '.chosen-bar a::-p-text(Give them a plan)');
    await page.waitForSelector(label('The plan that shall serve them'));
    await page.select(label('The plan that shall serve them'), 'house');
    await says(page, 'desk-aisle-moves', 'Knives, four across → House plan');
    expect(await textOf(page, '.hint')).toContain('Bread');
    expect(browser.complaints).toEqual([]);
  });
});
