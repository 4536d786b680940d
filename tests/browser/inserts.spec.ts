import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freshInsert, shelfOf, type Plan, type ShelfInsert } from '@fond/core';
import { violations } from '../support/axe';
import { button, eventually, frameOf, press, pressWord, says, type TestBrowser } from '../support/browser';
import { createPlan, publishStored, readPlan, savePlan, withShelf } from '../support/plans';
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

const PATH = '/cookware/pans';
const withNote = (plan: Plan): Plan =>
  withShelf(plan, { inserts: [{ ...freshInsert('note-1'), words: { en: 'Oil, heat, patience.' } }] });
const withEmptyNote = (plan: Plan): Plan => withShelf(plan, { inserts: [freshInsert('note-1')] });
const insertsOf = async (id: string): Promise<readonly ShelfInsert[]> =>
  shelfOf((await readPlan(desk, id)).plan)!.inserts;
const label = (text: string): string => `[aria-label="${text}"]`;

describe('what stands among the products of a shelf', () => {
  it('is written in the brief, seen in the window at once, and counted by the tally', async () => {
    const id = await scene(desk, PATH);
    const page = await browser.desk(`/plans/${id}?aisle=${PATH}`);
    await pressWord(page, 'inserts');
    await press(page, button('Put something among the products'));
    await page.locator(label('Heading, en')).fill('How to season iron');
    await page.locator(label('Words, en')).fill('Oil, heat, patience.');
    await page.locator(label('What its button says, en')).fill('Read on');
    const frame = await frameOf(page);
    await eventually(
      frame,
      () =>
        [...document.querySelectorAll('.card, .insert')]
          .map((one) => one.className.split(' ')[0])
          .indexOf('insert'),
      (place) => place === 4,
    );
    await says(page, '[data-slip="inserts"]', 'one thing, at place 5 on the first page');
    await page.waitForSelector('.saving.saved');
    expect(shelfOf((await readPlan(desk, id)).plan)!.inserts).toMatchObject([
      { heading: { en: 'How to season iron' }, at: { by: 'place', place: 5 }, pages: 'first' },
    ]);
    expect(browser.complaints).toEqual([]);
  });

  it('holds a banner, put in from the brief, which fills its cells in the shop', async () => {
    const id = await scene(desk, PATH, withEmptyNote);
    const page = await browser.desk(`/plans/${id}?aisle=${PATH}&open=inserts`);
    await press(page, 'desk-inserts-slip .said');
    const adder = '[aria-label^="Put something in"]';
    await page.waitForSelector(adder);
    await page.focus(adder);
    await page.keyboard.press('Enter');
    await press(page, 'button[mat-menu-item]::-p-text(banner)');
    const frame = await frameOf(page);
    await frame.waitForSelector('.insert .banner');
    await page.waitForSelector('.saving.saved');
    const held = (await readPlan(desk, id)).plan.fixtures.find(({ inside }) => inside?.fixture === 'shelf');
    expect(held).toMatchObject({ type: 'banner', inside: { slot: 'note-1' } });
    await says(page, 'desk-fixture-list .within h4', 'banner, at place 5 on the first page');
    const visitor = await browser.page(1280, 900);
    await visitor.setJavaScriptEnabled(false);
    await publishStored(desk, id);
    await visitor.goto(`${browser.baseUrl}/shop${PATH}`);
    const [cells, banner] = await visitor.evaluate(() =>
      ['.insert', '.insert .banner'].map(
        (name) => document.querySelector(name)!.getBoundingClientRect().height,
      ),
    );
    expect(Math.abs(cells - banner)).toBeLessThan(1);
    expect(browser.complaints).toEqual([]);
  });

  it('is moved on the arranging board, by quick presses and by a drag to another page, and taken back', async () => {
    const id = await scene(desk, PATH, withNote);
    const page = await browser.desk(`/plans/${id}/arrange${PATH}`);
    const note = '[data-at="note-1@1"]';
    await page.waitForSelector(note);
    await page.focus(note);
    await page.keyboard.down('Alt');
    for (let presses = 0; presses < 3; presses++) await page.keyboard.press('ArrowRight');
    await page.keyboard.up('Alt');
    const placed = async () => (await insertsOf(id)).map(({ at, pages }) => ({ at, pages }));
    await page.waitForFunction((name) => document.activeElement?.matches(name), {}, note);
    await expect.poll(placed).toEqual([{ at: { by: 'place', place: 8 }, pages: 'first' }]);
    const middle = async (selector: string): Promise<{ x: number; y: number }> => {
      const box = (await (await page.waitForSelector(selector))!.boundingBox())!;
      return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    };
    const [from, to] = [await middle(note), await middle('[data-place="14"]')];
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(from.x + 12, from.y + 12, { steps: 4 });
    await page.mouse.move(to.x, to.y, { steps: 8 });
    await page.waitForSelector('.card.aim');
    await page.mouse.up();
    await page.waitForSelector('[data-at="note-1@2"]');
    await expect.poll(placed).toMatchObject([{ pages: 'all' }]);
    await press(page, label('Undo'));
    await expect.poll(placed).toEqual([{ at: { by: 'place', place: 8 }, pages: 'first' }]);
    expect(browser.complaints).toEqual([]);
  });

  it('stands in every form and at every width without being wider than its place, also without JavaScript', async () => {
    const made = await createPlan(desk, 'Among', [{ kind: 'aisle', aisle: 'search' }]);
    const { plan } = made;
    const insert = {
      id: 'note',
      picture: null,
      heading: { en: 'How to season iron' },
      words: { en: 'Oil, heat, patience: three coats are enough for a lifetime of pans.' },
      link: { label: { en: 'Read on' }, address: '/cookware' },
      ground: '#1d2b4f',
      at: { by: 'every' as const, every: 4 },
      pages: 'all' as const,
      columns: { wide: 2, medium: 2, narrow: 1 },
      rows: { wide: 1, medium: 1, narrow: 1 },
      when: null,
    };
    let { version } = made;
    for (const form of ['grid', 'list', 'staggered', 'carousel', 'folding'] as const) {
      await savePlan(desk, withShelf(plan, { form, inserts: [insert] }), version);
      ({ version } = await readPlan(desk, plan.id));
      await publishStored(desk, plan.id);
      for (const [width, javascript] of [
        [1280, true],
        [820, true],
        [390, false],
      ] as const) {
        const shopper = await browser.page(width, 800);
        await shopper.setJavaScriptEnabled(javascript);
        await shopper.goto(`${browser.baseUrl}/shop/search?q=pan`);
        await says(shopper, '.insert h3', 'How to season iron');
        const [page, widest] = await shopper.evaluate(() => [
          document.documentElement.clientWidth,
          Math.max(
            ...[...document.querySelectorAll('.insert')].map((one) => one.scrollWidth - one.clientWidth),
          ),
        ]);
        expect(widest, `${form} at ${width}`).toBeLessThanOrEqual(0);
        expect(await shopper.evaluate(() => document.documentElement.scrollWidth)).toBe(page);
        if (form !== 'carousel') expect(await overlapping(shopper), `${form} at ${width}`).toEqual([]);
        if (javascript && width === 1280) expect(await violations(shopper)).toEqual([]);
        await shopper.close();
      }
    }
  });
});

/** Cards and what stands among them that lie over one another. */
const overlapping = (page: Awaited<ReturnType<TestBrowser['page']>>): Promise<string[]> =>
  page.evaluate(() => {
    const boxes = [...document.querySelectorAll('#products .card, #products .insert, #products summary')]
      .filter((one) => one.matches('summary') || !one.closest('details'))
      .map((one) => ({ box: one.getBoundingClientRect(), name: one.className }));
    return boxes.flatMap(({ box, name }, at) =>
      boxes.slice(at + 1).flatMap(({ box: other, name: second }) => {
        const apart =
          box.right <= other.left + 1 ||
          other.right <= box.left + 1 ||
          box.bottom <= other.top + 1 ||
          other.bottom <= box.top + 1;
        return apart || !box.width || !other.width ? [] : [`${name} and ${second}`];
      }),
    );
  });
