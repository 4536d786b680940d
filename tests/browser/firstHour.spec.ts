import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { setupCode } from '../../server/src/person/firstOwner';
import { press, says, textOf, type TestBrowser } from '../support/browser';
import { startTestServer } from '../support/server';
import { openOn } from '../support/story';

let browser: TestBrowser;
let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(path.join(tmpdir(), 'fond-first-'));
  ({ browser } = await openOn(await startTestServer(inject('databaseServer'), { dist: 'dist' })));
});
afterAll(async () => {
  await browser.close();
  await rm(folder, { recursive: true, force: true });
});

const FILE = [
  'Article no;Name;Category;Price;Wood',
  'B-1;Birch board;Boards;19,90;birch',
  'B-2;Oak board;Boards;29,90;oak',
  'B-3;Oak bowl;Bowls;24,50;oak',
].join('\n');

describe('a newcomer with an empty shop', () => {
  it('comes from the code to the first published aisle', async () => {
    const page = await browser.page();
    await page.goto(`${browser.baseUrl}/`);
    await says(page, 'h1', 'Make the owner');
    for (const [field, text] of [
      ['code', await setupCode()],
      ['name', 'Avery Lund'],
      ['email', 'avery@own.example'],
      ['password', 'a lamp on a shelf'],
    ])
      await page.locator(`input[formcontrolname=${field}]`).fill(text);
    await press(page, 'button[type=submit]');
    await says(page, 'desk-first-steps .now h3', 'Bring in products');

    await press(page, 'desk-first-steps .now a');
    const file = path.join(folder, 'boards.csv');
    await writeFile(file, FILE);
    const field = await page.waitForSelector('input[type=file]');
    await (field as unknown as { uploadFile: (place: string) => Promise<void> }).uploadFile(file);
    await press(page, '.proposal button');
    await says(page, '.go button', 'Read 3 products');
    await press(page, '.go button');
    await says(page, 'h2', 'boards.csv is in');

    await page.goto(`${browser.baseUrl}/floor`);
    await says(page, 'desk-first-steps .now h3', 'Make the house plan yours');
    expect(await textOf(page, 'desk-first-steps ol')).toContain(
      '2 categories hold products: Boards (2), Bowls (1).',
    );
    await press(page, 'desk-first-steps .now button');
    await page.waitForFunction(() => location.pathname === '/plans/house');

    await page.goto(`${browser.baseUrl}/floor`);
    await says(page, 'desk-first-steps .now h3', 'Publish');
    await press(page, 'desk-first-steps .now a');
    await page.waitForSelector('desk-publish desk-difference');
    await press(page, 'desk-publish .actions button:not([disabled])');
    await says(page, 'mat-snack-bar-container', 'Edition 2 is live');

    await page.goto(`${browser.baseUrl}/floor`);
    await page.waitForSelector('.plans');
    expect(await page.$('desk-first-steps')).toBeNull();
    await page.goto(`${browser.baseUrl}/shop/boards`);
    await says(page, 'main', 'Oak board');
    await says(page, 'main', 'Wood');
    await page.close();
  });
});
