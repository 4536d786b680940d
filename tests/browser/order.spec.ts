import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { USUAL_PIN, type OwnOrder, type Plan } from '@fond/core';
import {
  button,
  choose,
  eventually,
  frameOf,
  press,
  pressWord,
  publishOpen,
  says,
  textOf,
  type TestBrowser,
} from '../support/browser';
import { readPlan, withShelf } from '../support/plans';
import { scene } from '../support/scene';
import type { Desk } from '../support/server';
import { openShop } from '../support/story';

const PATH = '/cookware/pans';

let browser: TestBrowser;
let desk: Desk;
beforeAll(async () => {
  const opened = await openShop();
  ({ browser } = opened);
  desk = await opened.server.signIn();
});
afterAll(() => browser.close());

const label = (name: string): string => `[aria-label="${name}"]`;
const ordered =
  (order: Partial<OwnOrder>) =>
  (plan: Plan): Plan => {
    const shelf = plan.fixtures.find((one) => one.type === 'shelf')!;
    return withShelf(plan, { order: { ...shelf.order, ...order } });
  };
const orderOf = async (id: string): Promise<OwnOrder> => {
  const { plan } = await readPlan(desk, id);
  return plan.fixtures.find((one) => one.type === 'shelf')!.order;
};
const skusLive = async (): Promise<string[]> => {
  const { body } = await desk.get(`/api/shop/listing?size=200&aisle=${PATH}`);
  return (body as { items: { sku: string }[] }).items.map(({ sku }) => sku);
};
const boardSkus = (page: Page): Promise<string[]> =>
  page.$$eval('[data-sku]', (cards) => cards.map((card) => card.getAttribute('data-sku')!));
const standing = (page: Page, wanted: readonly string[]): Promise<string[]> =>
  eventually(
    page,
    () => [...document.querySelectorAll('[data-sku]')].map((card) => card.getAttribute('data-sku')!),
    (skus) => skus.join() === wanted.join(),
  );
const stored = (page: Page): Promise<unknown> => page.waitForSelector('.saving.saved');
const openBoard = async (id: string, query = ''): Promise<Page> => {
  const page = await browser.desk(`/plans/${id}/arrange${PATH}${query}`);
  await page.waitForSelector('[data-sku]');
  return page;
};

describe('the order of a shelf', () => {
  it('takes groups with a name, so many places and days, each with its count here', async () => {
    const id = await scene(desk, PATH);
    const page = await browser.desk(`/plans/${id}?aisle=${PATH}`);
    await pressWord(page, 'order');
    await press(page, button('Put some at the front'));
    await page.locator(label('Name of the group')).fill('Favourites');
    await press(page, 'desk-group-list .body label::-p-text(At most)');
    await eventually(
      page,
      () => document.querySelector('desk-group-list .here')?.textContent?.trim() ?? '',
      (text) => /^(\d+ of )?\d+ here$/.test(text),
    );
    await press(page, button('Put some at the end'));
    await says(page, '[data-slip="order"]', 'the first 4 of Favourites at the front');
    await says(page, '[data-slip="order"]', 'those that are on sale at the end');
    await stored(page);
    const { groups } = await orderOf(id);
    expect(groups).toMatchObject([
      { at: 'front', name: 'Favourites', most: 4, clauses: [{ kind: 'featured' }] },
      { at: 'end', name: '', most: null, clauses: [{ kind: 'sale' }] },
    ]);
  });

  it('pins any product by a search, and shows one that is not of the range all the same', async () => {
    const id = await scene(desk, PATH);
    const page = await browser.desk(`/plans/${id}?aisle=${PATH}`);
    await pressWord(page, 'order');
    await press(page, button('Pin a product'));
    await page.locator(label('A product to pin, by name or number')).fill('whisk');
    await press(page, 'desk-pin-list desk-product-picker li .choice');
    await says(page, 'desk-pin-list .why', 'not on this shelf');
    await press(page, button('Show it all the same'));
    await says(page, 'desk-pin-list .why', 'shown whether the range has it or not');
    const title = (await textOf(page, 'desk-pin-list .said')).split('  ')[0].trim();
    const frame = await frameOf(page);
    await eventually(
      frame,
      () => document.querySelector('.card-name')?.textContent?.trim() ?? '',
      (first) => first !== '' && title.startsWith(first),
    );
    await says(page, 'desk-pin-list .body .why', 'set by Ines Marlow');
  });

  it('sorts by a blend whose sliders move the board, and opens a score into its factors', async () => {
    const id = await scene(desk, PATH);
    const page = await browser.desk('/blends');
    await press(page, button('New blend'));
    await page.waitForSelector('desk-blend-board li');
    await page.locator(label('Name of the blend')).fill('Dear and new');
    const first = await textOf(page, 'desk-blend-board .title');
    await choose(page, label('Add a factor'), 'price');
    const slider = (await page.waitForSelector(label('Weight of price')))!;
    await slider.focus();
    await page.keyboard.press('End');
    await eventually(
      page,
      () => document.querySelector('desk-blend-board .title')!.textContent!,
      (title) => title !== first,
    );
    await says(page, 'desk-blend-board summary', 'Rose most');
    await press(page, 'desk-blend-board li button');
    await says(page, 'desk-factor-table tbody', 'price');
    await press(page, button('Save'));
    await says(page, 'section .actions small', 'version 2');
    await page.close();

    const plan = await browser.desk(`/plans/${id}?aisle=${PATH}`);
    await pressWord(plan, 'order');
    await choose(plan, label('Add a level'), 'best by “Dear and new” first');
    await press(plan, label('Up: best by “Dear and new” first'));
    await press(plan, label('Up: best by “Dear and new” first'));
    await says(plan, '[data-slip="order"]', 'best by “Dear and new” first, then');
    await stored(plan);
    await pressWord(plan, 'range');
    const frame = await frameOf(plan);
    const name = await textOf(frame, '.card-name');
    await press(plan, '.why summary');
    await plan.locator('.why input[type=search]').fill(name.trim());
    const at = await eventually(
      plan,
      `[...document.querySelectorAll('.why li .title')].findIndex((title) =>
        title.textContent.replace(/\\s+/g, ' ').trim().startsWith(${JSON.stringify(name)}))`,
      (place: number) => place >= 0,
    );
    await press(plan, `.why li:nth-child(${at + 1}) .choice`);
    await says(plan, 'desk-place-table', 'What “Dear and new” makes of it');
    await says(plan, 'desk-factor-table tfoot', 'Score, of 100');
  });
});

describe('the arranging board', () => {
  it('moves several products together, lets them go, and takes each step back', async () => {
    const id = await scene(desk, PATH);
    const page = await openBoard(id);
    const before = await boardSkus(page);
    for (const sku of [before[20], before[31]]) await press(page, `[data-sku="${sku}"]`);
    await press(page, button('to the start'));
    await eventually(
      page,
      () => document.querySelector('[data-sku]')!.getAttribute('data-sku'),
      (sku) => sku === before[20],
    );
    expect((await boardSkus(page)).slice(0, 3)).toEqual([before[20], before[31], before[0]]);
    expect(await page.$$eval('.card.held', (cards) => cards.length)).toBe(2);
    await press(page, button('let go'));
    await page.waitForFunction(() => !document.querySelector('.card.held'));
    await standing(page, before);
    await press(page, label('Undo'));
    await page.waitForFunction(() => document.querySelectorAll('.card.held').length === 2);
    await press(page, label('Undo'));
    await page.waitForFunction(() => !document.querySelector('.card.held'));
    await standing(page, before);
  });

  it('counts every quick press, over the edge of a page too, and keeps the focus', async () => {
    const id = await scene(desk, PATH);
    const page = await openBoard(id);
    const before = await boardSkus(page);
    await page.focus(`[data-sku="${before[10]}"]`);
    await page.keyboard.down('Alt');
    for (let press = 0; press < 4; press++) await page.keyboard.press('ArrowRight');
    await page.keyboard.up('Alt');
    const wanted = before[10];
    await page.waitForFunction(
      (sku) => document.querySelector(`[data-sku="${sku}"]`)?.getAttribute('data-place') === '15',
      {},
      wanted,
    );
    await page.waitForFunction((sku) => document.activeElement?.getAttribute('data-sku') === sku, {}, wanted);
    await stored(page);
    expect((await orderOf(id)).pins).toMatchObject([{ sku: wanted, place: 15, by: 'Ines Marlow' }]);
  });

  it('cuts several products by keyboard and places them before another one', async () => {
    const id = await scene(desk, PATH);
    const page = await openBoard(id);
    const before = await boardSkus(page);
    const cut = async (key: 'x' | 'v'): Promise<void> => {
      await page.keyboard.down('Control');
      await page.keyboard.press(key);
      await page.keyboard.up('Control');
    };
    for (const sku of [before[12], before[20]]) {
      await page.focus(`[data-sku="${sku}"]`);
      await cut('x');
    }
    await page.focus(`[data-sku="${before[2]}"]`);
    await cut('v');
    await standing(
      page,
      before
        .filter((sku) => sku !== before[12] && sku !== before[20])
        .toSpliced(2, 0, before[12], before[20]),
    );
    await stored(page);
    expect((await orderOf(id)).pins.map(({ sku, place }) => [sku, place])).toEqual([
      [before[12], 3],
      [before[20], 4],
    ]);
  });

  it('drags a card with a mouse, publishes, and shoppers see it there', async () => {
    const id = await scene(desk, PATH);
    const page = await openBoard(id);
    const before = await boardSkus(page);
    const middle = async (sku: string): Promise<{ x: number; y: number }> => {
      const box = (await (await page.$(`[data-sku="${sku}"]`))!.boundingBox())!;
      return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    };
    const [from, to] = [await middle(before[7]), await middle(before[1])];
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(from.x + 12, from.y + 12, { steps: 4 });
    await page.mouse.move(to.x, to.y, { steps: 8 });
    await page.waitForSelector('.card.aim');
    await page.mouse.up();
    await page.waitForSelector(`[data-sku="${before[7]}"][data-place="2"].held`);
    await stored(page);
    await publishOpen(page);
    expect((await skusLive())[1]).toBe(before[7]);
  });

  it('shows figures, colours and what is sought, stands beside live, and survives a reload', async () => {
    const id = await scene(desk, PATH, ordered({ levels: [{ key: 'price', reversed: true }] }));
    const page = await openBoard(id);
    await choose(page, label('Colour by'), 'stock');
    await page.waitForSelector('.shade-4');
    await says(page, '.legend', 'from');
    await press(page, button('Beside live'));
    await page.waitForSelector('section[aria-label="As it stands live"] img');
    await page.waitForSelector('.moves');
    await page.locator(label('Find on the board')).fill('copper');
    await says(page, '.second', 'found');
    expect(await page.$$eval('.card.faded', (cards) => cards.length)).toBeGreaterThan(0);
    await page.reload();
    await page.waitForSelector('.shade-4');
    await page.waitForSelector('section[aria-label="As it stands live"] img');
  });

  it('says what a pin of a day does, and leaves pins beyond the page where they are', async () => {
    const last = (await skusLive())[2];
    const pins = [{ ...USUAL_PIN, sku: last, place: 9000, by: 'Mara Quill', at: '2026-03-01T10:00:00.000Z' }];
    const id = await scene(desk, PATH, ordered({ pins }));
    const page = await openBoard(id);
    const skus = await boardSkus(page);
    expect(skus.at(-1)).toBe(last);
    await press(page, `[data-sku="${skus[0]}"]`);
    await press(page, button('every other place'));
    await stored(page);
    expect((await orderOf(id)).pins).toContainEqual(pins[0]);
  });
});

describe('one product', () => {
  it('is put at a place of an aisle from its own sheet, whether the aisle’s shelf has it or not', async () => {
    const id = await scene(desk, PATH, (plan) => plan, { live: true });
    const sku = (await skusLive())[30];
    const page = await browser.desk(`/products/${sku}`);
    await press(page, `aside a[href*="/plans/${id}/arrange"]`);
    await page.waitForSelector(`[data-sku="${sku}"][aria-selected="true"]`);
    await page.locator(label('Place for what is chosen')).fill('4');
    await page.keyboard.press('Enter');
    await page.waitForSelector(`[data-sku="${sku}"][data-place="4"].held`);
    await page.goto(`${browser.baseUrl}/plans/${id}/arrange?aisle=${PATH}&choose=PK-1217`);
    await says(page, 'desk-arrange-sheet', 'is not among the products that this shelf shows');
    await press(page, button('Show it'));
    await page.waitForSelector('[data-sku="PK-1217"][data-place="1"].held');
  });

  it('is seen among the products of a saved range, or told which clause keeps it off', async () => {
    const rule = { source: { kind: 'catalogue' }, clauses: [{ kind: 'sale' }] };
    const { id } = (await desk.post('/api/ranges', { name: 'All that is reduced', rule })).body as {
      id: string;
    };
    const page = await browser.desk(`/ranges/${id}`);
    await page.waitForSelector('desk-range-products .cards li');
    await press(page, 'desk-range-products button::-p-text(table)');
    await says(page, 'desk-range-products table', 'PK-');
    await press(page, 'desk-range-products summary');
    await page.locator('desk-range-products input[type=search]').fill('PK-1001');
    await press(page, 'desk-range-products desk-product-picker li .choice');
    await says(page, 'desk-range-products [role=status]', 'are on sale');
  });
});

describe('the desk’s pages', () => {
  it('complained of nothing', () => {
    expect(browser.complaints).toEqual([]);
  });
});
