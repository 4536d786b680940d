import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { press, says, type TestBrowser } from '../support/browser';
import { openShop } from '../support/story';

let browser: TestBrowser;
let folder: string;
beforeAll(async () => {
  ({ browser } = await openShop());
  folder = await mkdtemp(path.join(tmpdir(), 'fond-files-'));
});
afterAll(async () => {
  await browser.close();
  await rm(folder, { recursive: true, force: true });
});

async function opened(name: string, content: string) {
  const file = path.join(folder, name);
  await writeFile(file, Buffer.from(content, 'latin1'));
  const page = await browser.desk('/catalogue/import');
  const field = await page.waitForSelector('input[type=file]');
  await (field as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(file);
  return page;
}

describe('a file of another system', () => {
  it('is read as proposed, kept by name, and read like that the next time', async () => {
    const page = await opened('waren.csv', 'Artikelnummer;Bezeichnung;Preis\nW-1;Sch\xf6ner Topf;12,90\n');
    await says(page, '.proposal', '“Artikelnummer” as article number');
    await press(page, '.proposal button');
    await says(page, '.go button', 'Read 1 product into the catalogue');
    expect(await page.$$eval('tbody .cell', (cells) => cells.map((cell) => cell.textContent.trim()))).toEqual(
      ['W-1', 'Schöner Topf', '12.90 EUR'],
    );
    await page.locator('.keep input').fill('Wholesaler');
    await press(page, '.keep button[type=submit]');
    await says(page, 'mat-snack-bar-container', 'Kept as “Wholesaler”');
    await page.close();

    const next = await opened('more.csv', 'Artikelnummer;Bezeichnung;Preis\nW-2;Zweiter;4,00\n');
    await says(next, 'desk-mapping-strip', 'looks like those of Wholesaler');
    await next.waitForSelector('.proposal:last-of-type button');
    await next.evaluate(() => {
      const all = [...document.querySelectorAll<HTMLElement>('.proposal button')];
      all.find((one) => one.textContent.includes('Read it like them'))!.click();
    });
    await says(next, '.go button', 'Read 1 product into the catalogue');
    await press(next, '.go button');
    await says(next, 'h2', 'more.csv is in');
    await next.goto(`${browser.baseUrl}/products?q=Zweiter`);
    await says(next, '[role=grid]', 'Zweiter');
    await next.close();
  });

  it('puts aside what it does not name, told on the button first', async () => {
    const page = await opened('few.csv', 'sku,title\nF-1,Only one\n');
    await says(page, '.go button', 'Read 1 product into the catalogue');
    await page.evaluate(() => {
      const ticks = [...document.querySelectorAll<HTMLInputElement>('.tick input')];
      ticks.at(-1)!.click();
    });
    await says(page, '.go button', 'Read 1 product into the catalogue, put 30');
    await page.close();
  });
});
