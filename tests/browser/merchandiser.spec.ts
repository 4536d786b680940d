import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import type { ElementHandle, Frame, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Plan } from '@fond/core';
import { eventually, frameOf, says, TestBrowser, textOf, publishChosen, press } from '../support/browser';
import { withShelf } from '../support/plans';
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

const columnsOf = (place: Page | Frame): Promise<number> =>
  place.$eval('.cards', (cards) => getComputedStyle(cards).gridTemplateColumns.split(' ').length);

const open = (page: Page, slip: string) => press(page, `[data-slip="${slip}"]`);
const label = (name: string): string => `[aria-label="${name}"]`;
/** A plan on the desk, once its page is counted and nothing moves any more. */
async function planPage(address: string): Promise<Page> {
  const page = await browser.desk(address);
  await page.waitForSelector('desk-tally li');
  return page;
}

const saved = (page: Page) => page.waitForSelector('.saving.saved');

const inColumns = (plan: Plan): Plan => withShelf(plan, { columns: { wide: 4, medium: 3, narrow: 2 } });

/** Hands a product file to the import page. */
async function upload(page: Page, file: string): Promise<void> {
  const field = (await page.waitForSelector('input[type=file]'))! as ElementHandle<HTMLInputElement>;
  await field.uploadFile(file);
}

async function inFolder(work: (folder: string) => Promise<void>): Promise<void> {
  const folder = await mkdtemp(`${tmpdir()}/fond-upload-`);
  try {
    await work(folder);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

describe('a merchandiser', () => {
  it('opens an aisle from the floor, changes how it sells, sees it, publishes, and shoppers get it', async () => {
    const page = await browser.desk('/floor');
    await page.waitForSelector('tbody tr');
    expect(await textOf(page, 'h1')).toBe('Floor');

    // A plan of its own for Baking, from the reasons below its line.
    await page.locator('input[type=search]').fill('baking');
    await eventually(
      page,
      () => document.querySelectorAll('tbody tr').length,
      (rows) => rows > 0 && rows < 15,
    );
    await press(page, label('Details: Baking'));
    await press(page, 'button::-p-text(Give it and the)');
    await page.waitForSelector('desk-tally li');
    expect(page.url()).toContain('aisle=%2Fbaking');
    const frame = await frameOf(page);
    await eventually(
      page,
      () => document.querySelector('desk-brief')?.textContent ?? '',
      (text) => text.includes('Baking and all below it'),
    );
    expect(await columnsOf(frame)).toBe(3);

    // Columns: the sentence, the tally and the page in the window follow at once, without a reload.
    await frame.evaluate(() => ((window as unknown as { mark: number }).mark = 1));
    await open(page, 'grid');
    await press(page, label('More: Columns, wide'));
    await eventually(
      frame,
      () => getComputedStyle(document.querySelector('.cards')!).gridTemplateColumns.split(' ').length,
      (columns) => columns === 4,
    );
    await eventually(
      page,
      () => document.querySelector('[data-slip="grid"]')!.textContent!,
      (text) => text.startsWith('4 columns'),
    );

    // Order: cheapest first.
    await open(page, 'order');
    await page.waitForSelector(label('Add a level'));
    await page.select(label('Add a level'), 'price');
    for (let n = 0; n < 2; n++) await press(page, '[aria-label="Up: cheapest first"]');
    const names = await eventually(
      frame,
      () =>
        [...document.querySelectorAll('.card-price strong')].map((price) =>
          parseFloat(price.textContent!.replace(/[^\d.]/g, '')),
        ),
      (prices) => prices.length > 3 && prices.every((price, at) => at === 0 || price >= prices[at - 1]),
    );
    expect(names.length).toBeGreaterThan(3);

    // A filter under another name.
    await open(page, 'facets');
    await page.locator(label('Label of material')).fill('Made of');
    await eventually(
      frame,
      () => [...document.querySelectorAll('.facet h2')].map((title) => title.textContent),
      (titles) => titles.includes('Made of'),
    );
    expect(await frame.evaluate(() => (window as unknown as { mark: number }).mark)).toBe(1);

    // Undo and redo lead back and forth, in the window too.
    await press(page, label('Undo'));
    await eventually(
      frame,
      () => document.querySelector('.filters')!.textContent!,
      (text) => !text.includes('Made of'),
    );
    await press(page, label('Redo'));
    await eventually(
      frame,
      () => document.querySelector('.filters')!.textContent!,
      (text) => text.includes('Made of'),
    );

    // The draft saved itself: a reload finds it.
    await saved(page);
    await page.reload();
    await eventually(
      page,
      () => document.querySelector('[data-slip="grid"]')?.textContent ?? '',
      (text) => text.startsWith('4 columns'),
    );
    // So did the way it came: what was undone and done again before the reload can be undone once more.
    expect(await page.$eval(label('Undo'), (button) => (button as HTMLButtonElement).disabled)).toBe(false);

    // Nothing of it is live yet.
    const shopper = await browser.page();
    await shopper.goto(`${browser.baseUrl}/shop/baking`);
    expect(await columnsOf(shopper)).toBe(3);

    await press(page, 'button::-p-text(Publish …)');
    await page.waitForSelector('desk-aisle-moves li');
    const aisles = await page.$$eval('desk-aisle-moves .title', (titles) =>
      titles.map((title) => title.textContent?.trim()),
    );
    expect(aisles).toContain('Loaf tins');
    expect(aisles).not.toContain('Tools');
    await says(page, 'desk-difference', '4 columns');
    await publishChosen(page);
    await eventually(
      page,
      () => document.querySelector('.good')?.textContent ?? '',
      (text) => text.includes('is live'),
    );

    await shopper.reload();
    expect(await columnsOf(shopper)).toBe(4);
    await says(shopper, '.filters', 'Made of');

    // And the same without JavaScript.
    const plain = await browser.page();
    await plain.setJavaScriptEnabled(false);
    await plain.goto(`${browser.baseUrl}/shop/baking/tins`);
    expect(await columnsOf(plain)).toBe(4);
    await says(plain, '.filters', 'Made of');
  });

  it('is shown a newer draft of somebody else, and loses nothing whichever is taken', async () => {
    const address = `/plans/${await scene(desk, '/storage')}?aisle=%2Fstorage`;
    const one = await planPage(address);
    const two = await planPage(address);
    await open(one, 'grid');
    await open(two, 'grid');
    const before = await textOf(one, '.version');
    await press(one, label('More: Pixels between cards, wide'));
    await one.waitForFunction(
      (old) => document.querySelector('.version')?.textContent?.trim() !== old,
      {},
      before,
    );
    await saved(one);
    await press(two, label('More: Products a page'));
    await two.waitForSelector('.trouble');
    await says(two, '.trouble', 'saved a newer draft');

    await press(two, 'button::-p-text(Take theirs only)');
    await eventually(
      two,
      () => document.querySelector<HTMLInputElement>('[aria-label="Pixels between cards, wide"]')!.value,
      (gap) => gap === '25',
    );
    // Mine is one undo away.
    await press(two, label('Undo'));
    await eventually(
      two,
      () => document.querySelector<HTMLInputElement>('[aria-label="Products a page"]')!.value,
      (size) => size === '13',
    );
    await saved(two);
  });

  it('puts two drafts together, setting by setting, and sees who else is here', async () => {
    const address = `/plans/${await scene(desk, '/storage', inColumns)}?aisle=%2Fstorage`;
    const one = await planPage(address);
    const two = await planPage(address);
    await open(one, 'grid');
    await open(two, 'grid');
    const version = () => one.$eval('.version', (element) => element.textContent);
    const before = await version();
    await press(one, label('More: Columns, narrow'));
    await one.waitForFunction((old) => document.querySelector('.version')?.textContent !== old, {}, before);
    await press(two, label('Less: Columns, medium'));
    await two.waitForSelector('desk-merge');
    await says(two, 'desk-merge', 'alone, taken: columns on narrow pages');
    await press(two, 'desk-merge button::-p-text(Save both together)');
    await two.waitForFunction(() => !document.querySelector('desk-merge'));
    await saved(two);
    await eventually(
      two,
      () => document.querySelector('[data-slip="grid"]')!.textContent!,
      (text) => text.includes('2 medium, 3 narrow'),
    );
  });

  it('keeps edits that could not be saved through a reload', async () => {
    const page = await planPage('/plans/house?aisle=%2Fstorage');
    await open(page, 'grid');
    let away = true;
    await page.setRequestInterception(true);
    page.on('request', (request) => {
      if (away && request.method() === 'PUT') void request.abort('connectionrefused');
      else void request.continue();
    });
    await press(page, label('More: Products a page'));
    await eventually(
      page,
      () => document.querySelector('.saving')!.textContent!,
      (text) => text.includes('waits'),
    );
    await says(page, '.trouble', 'kept in this window');
    await page.reload();
    await eventually(
      page,
      () => document.querySelector('[data-slip="grid"]')?.textContent ?? '',
      (text) => text.includes('13 a page'),
    );
    away = false;
    await saved(page);
    await press(page, label('Undo'));
    await eventually(
      page,
      () => document.querySelector('[data-slip="grid"]')!.textContent!,
      (text) => text.includes('12 a page'),
    );
    await saved(page);
    browser.complaints.splice(0);
  });

  it('works with the keyboard alone: a setting by name, its slip, and back to the word', async () => {
    const page = await planPage('/plans/house?aisle=%2Ftable');
    await page.keyboard.press('/');
    await page.keyboard.type('sort choices');
    await page.keyboard.press('Enter');
    await page.waitForSelector('desk-order-slip');
    await page.keyboard.press('Escape');
    await eventually(
      page,
      () => document.activeElement?.getAttribute('data-slip') ?? '',
      (slip) => slip === 'order',
    );
    await page.keyboard.press('Enter');
    await page.waitForSelector('desk-order-slip');
    // Go to another aisle through the box.
    await page.keyboard.down('Control');
    await page.keyboard.press('k');
    await page.keyboard.up('Control');
    await page.waitForSelector('desk-go-to input:focus');
    await page.keyboard.type('bread knives');
    await page.waitForSelector('desk-go-to [role=option]::-p-text(Bread knives)');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => location.pathname === '/plans/knives');
  });

  it('reads a product file: tried first, then in earnest', async () => {
    const page = await browser.desk('/catalogue/import');
    await inFolder(async (folder) => {
      await writeFile(`${folder}/bad.csv`, 'sku,title,category,price\nT-1,Tongs,Tools,eight\n');
      await upload(page, `${folder}/bad.csv`);
      await eventually(
        page,
        () => document.querySelector('h2')?.textContent ?? '',
        (text) => text.includes('1 fault'),
      );
      await says(page, 'tbody tr', '“eight” is no price');
      await writeFile(`${folder}/good.csv`, 'sku,title,category,price\nT-1,Tongs,Tools > Tongs,8\n');
      await upload(page, `${folder}/good.csv`);
      await press(page, 'button::-p-text(Read 1 product into the catalogue)');
      await eventually(
        page,
        () => document.querySelector('h2')?.textContent ?? '',
        (text) => text.includes('is in'),
      );
    });
    const shopper = await browser.page();
    await shopper.goto(`${browser.baseUrl}/shop/tools/tongs`);
    expect(await textOf(shopper, '.card-name')).toBe('Tongs');
  });

  it('tells how far a long file is while it is read', async () => {
    const page = await browser.desk('/catalogue/import');
    await inFolder(async (folder) => {
      const lines = Array.from(
        { length: 12_000 },
        (_, at) => `L-${at},Ladle ${at},Tools > Ladles,${at % 40}`,
      );
      await writeFile(`${folder}/long.csv`, `sku,title,category,price\n${lines.join('\n')}\n`);
      await page.evaluate(() => {
        const seen = new Set<string>();
        Object.assign(window, { seen });
        new MutationObserver(() => {
          const said = document.querySelector('section[aria-live] .figures')?.textContent?.trim();
          if (said) seen.add(said);
        }).observe(document.body, { subtree: true, childList: true, characterData: true });
      });
      await upload(page, `${folder}/long.csv`);
      await eventually(
        page,
        () => document.querySelector('h2')?.textContent ?? '',
        (text) => text.includes('would change'),
      );
      const seen = await page.evaluate(() => [...(window as unknown as { seen: Set<string> }).seen]);
      const figures = seen.flatMap((said) => /: (\d+)/.exec(said)?.[1] ?? []).map(Number);
      expect(figures.filter((figure) => figure > 0 && figure < 12_000).length).toBeGreaterThan(2);
    });
  });

  it('publishes an earlier edition again and takes that back', async () => {
    const page = await browser.desk('/editions');
    await page.waitForSelector('tbody tr');
    const number = () => page.$eval('tbody tr.live th', (cell) => Number(cell.textContent));
    const before = await number();
    await press(page, 'button::-p-text(Restore …)');
    await press(page, '[role=menuitem]::-p-text(All of it)');
    await eventually(
      page,
      () => Number(document.querySelector('tbody tr.live th')?.textContent),
      (live) => live === before + 1,
    );
    await press(page, '.mat-mdc-snack-bar-action');
    await eventually(
      page,
      () => Number(document.querySelector('tbody tr.live th')?.textContent),
      (live) => live === before + 2,
    );
  });

  it('never met an error in the console on the way', () => {
    expect(browser.complaints.filter((complaint) => !/409|401/.test(complaint))).toEqual([]);
  });
});
