import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import sharp from 'sharp';
import yazl from 'yazl';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { button, press, says, textOf, type TestBrowser } from '../support/browser';
import { openShop } from '../support/story';

let browser: TestBrowser;
let folder: string;
let page: Page;
beforeAll(async () => {
  ({ browser } = await openShop());
  folder = await mkdtemp(path.join(tmpdir(), 'fond-pictures-'));
  page = await browser.desk('/pictures');
});
afterAll(async () => {
  await browser.close();
  await rm(folder, { recursive: true, force: true });
});

const drawn = (red: number): Promise<Buffer> =>
  sharp({ create: { width: 300, height: 300, channels: 3, background: { r: red, g: 90, b: 60 } } })
    .png()
    .toBuffer();

async function pick(field: string, name: string, content: Buffer): Promise<void> {
  const file = path.join(folder, name);
  await writeFile(file, content);
  const element = (await page.waitForSelector(field)) as ElementHandle<HTMLInputElement>;
  await element.uploadFile(file);
}

describe('the library of pictures', () => {
  it('keeps several files, and tells which one is none without losing the others', async () => {
    await pick('input[aria-label="Add pictures …"]', 'words.png', Buffer.from('words'));
    await says(page, 'desk-picture-library [role=alert]', 'words.png:');
    await pick('input[aria-label="Add pictures …"]', 'fresh.png', await drawn(40));
    await page.locator('input[type=search]').fill('fresh');
    await says(page, '.pictures', 'unused');
    expect(await textOf(page, '.pictures')).toContain('fresh.png');
  });

  it('puts another file in a picture’s place everywhere, and takes that back', async () => {
    await page.goto(`${browser.baseUrl}/pictures?q=PK-1017-1&picture=PK-1017-1.svg`);
    await says(page, 'desk-picture-detail', 'Shown by');
    const source = (): Promise<string> => page.$eval('.pictures img', (one) => one.src);
    const before = await source();
    await pick('input[aria-label="Another file in its place …"]', 'other.png', await drawn(220));
    await says(page, 'mat-snack-bar-container', 'Shown everywhere');
    await page.waitForFunction(
      (old) => document.querySelector<HTMLImageElement>('.pictures img')!.src !== old,
      {},
      before,
    );
    await press(page, 'mat-snack-bar-container button');
    await page.waitForFunction(
      (old) => document.querySelector<HTMLImageElement>('.pictures img')!.src === old,
      {},
      before,
    );
  });

  it('matches an archive to products, and brings it in', async () => {
    const zip = new yazl.ZipFile();
    zip.addBuffer(await drawn(99), 'PK-1018_3.png');
    zip.addBuffer(await drawn(98), 'nobody.png');
    zip.end();
    const pieces: Buffer[] = [];
    for await (const piece of zip.outputStream) pieces.push(piece as Buffer);
    await pick('input[aria-label="Bring in an archive …"]', 'photos.zip', Buffer.concat(pieces));
    await says(page, 'desk-archive-intake', '1 of 2 pictures belong to 1 product');
    await says(page, 'desk-archive-intake', 'No product has: nobody.png');
    await press(page, button('Put them behind those there are'));
    await says(page, 'desk-archive-intake', '1 picture of 1 product came in');
    await page.goto(`${browser.baseUrl}/products/PK-1018`);
    await says(page, 'desk-product-pictures', 'PK-1018_3.png');
  });
});
