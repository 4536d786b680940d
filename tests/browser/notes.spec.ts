import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Note } from '@fond/contract';
import { button, press, says, type TestBrowser } from '../support/browser';
import { addUser } from '../../server/src/person/users';
import { PASSWORD, signInTo, type Desk } from '../support/server';
import { openShop } from '../support/story';

let browser: TestBrowser;
let other: Desk;
beforeAll(async () => {
  const opened = await openShop();
  ({ browser } = opened);
  await addUser('Mara Quill', 'mara.notes@pellmere.example', PASSWORD, 'merchandiser');
  other = await signInTo(opened.server.application.app, 'mara.notes@pellmere.example');
});
afterAll(() => browser.close());

const notes = async (): Promise<Note[]> => (await other.get('/api/notes?plan=house')).body as Note[];

describe('a note on a plan', () => {
  it('is written at its place, waits for others on the floor, is answered, settled, and opened again', async () => {
    const page = await browser.desk('/plans/house?aisle=/cookware');
    await page.waitForSelector('desk-plan-notes select');
    await page.select('[aria-label="What the note is about"]', 'order');
    await page.locator('[aria-label^="Article number"]').fill('NO-SUCH');
    await page.locator('[aria-label="New note"]').fill('Why is this first?');
    await press(page, button('Note it'));
    await says(page, 'desk-plan-notes [role=alert]', 'no article number');
    await page.locator('[aria-label^="Article number"]').fill('PK-1017');
    await press(page, button('Note it'));
    await says(page, 'desk-plan-notes li', 'Why is this first?');
    const [note] = await notes();
    expect(note).toMatchObject({ place: 'order', sku: 'PK-1017', aisle: '/cookware' });
    await other.post(`/api/notes/${note.id}/answers`, { words: 'It sells' });

    await page.goto(`${browser.baseUrl}/floor`);
    await says(page, 'desk-waiting-strip', '1 note on House plan');
    await press(page, 'desk-waiting-strip a');
    await says(page, 'desk-plan-notes li', 'It sells');
    await press(page, 'desk-plan-notes button::-p-text(Answer)');
    await page.locator('[aria-label="Your answer"]').fill('Good');
    await page.keyboard.press('Enter');
    await says(page, 'desk-plan-notes li', 'Good');
    await press(page, 'desk-plan-notes button::-p-text(Settle)');
    await says(page, 'mat-snack-bar-container', 'settled');
    await page.waitForFunction(() => !document.querySelector('desk-plan-notes li'));
    await press(page, 'mat-snack-bar-container button');
    await says(page, 'desk-plan-notes li', 'Good');
    await press(page, 'desk-plan-notes li a');
    await page.waitForSelector('[aria-label="Order"], .slip');
    expect(new URL(page.url()).searchParams.get('open')).toBe('order');
  });

  it('is written on a product’s card on the arranging board, and stands below the brief', async () => {
    const page = await browser.desk('/plans/house/arrange?aisle=/cookware/pans');
    await page.waitForSelector('[data-sku]');
    const sku = await page.$eval('[data-sku]', (card) => card.getAttribute('data-sku')!);
    await page.focus('[data-sku]');
    await page.keyboard.press('Space');
    await press(page, button('note on it'));
    await page.locator(`[aria-label="Note on ${sku}"]`).fill('Is the lid in the picture?');
    await page.keyboard.press('Enter');
    await says(page, 'mat-snack-bar-container', `Noted on ${sku}`);
    const plan = await browser.desk('/plans/house?aisle=/cookware/pans');
    await says(plan, 'desk-plan-notes', 'Is the lid in the picture?');
    await says(plan, 'desk-plan-notes', sku);
  });
});
