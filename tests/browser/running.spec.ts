import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { addUser } from '../../server/src/person/users';
import { button, eventually, press, says, type TestBrowser } from '../support/browser';
import { openBrowser } from '../support/story';
import { PASSWORD } from '../support/server';

let browser: TestBrowser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const labelled = (name: string): string => `[aria-label="${name}"]`;

/** Types over what a field holds, and leaves it. */
async function write(page: Page, selector: string, text: string): Promise<void> {
  const field = (await page.waitForSelector(selector))!;
  await field.click({ count: 3 });
  await field.type(text);
  await page.keyboard.press('Tab');
}

async function signIn(page: Page, email: string, password: string): Promise<void> {
  await page.locator('input[type=email]').fill(email);
  await page.locator('input[type=password]').fill(password);
  await press(page, 'button[type=submit]');
}

describe('who writes what aisles say', () => {
  const inShop = (path: string) => async (): Promise<string> =>
    (await fetch(`${browser.baseUrl}/shop${path}`)).text();

  it('is led to the aisle that says nothing, writes it there, and can take it back', async () => {
    const page = await browser.desk('/floor');
    const key = await eventually(
      page,
      `[...document.querySelectorAll('tbody tr')].length && fetch('/api/floor').then((answer) => answer.json())
        .then(({ aisles }) => aisles.find(({ path }) => path === '/table').key)`,
      (found: string | number) => Boolean(found),
    );
    await page.goto(`${browser.baseUrl}/floor?why=${String(key)}&words=1`);
    const field = await page.waitForSelector(labelled('Description, en'));
    await field!.click({ count: 3 });
    await page.keyboard.down('Control');
    await page.keyboard.press('a');
    await page.keyboard.up('Control');
    await field!.type('Salt, pepper and what stands beside them.');
    await press(page, labelled('Heading'));
    await press(page, button('Save its words'));
    await says(page, 'mat-snack-bar-container', 'Its words are saved');
    // What the editor shows is what the shop keeps.
    await expect.poll(inShop('/table')).toContain('<h3>Salt, pepper and what stands beside them.');
    await press(page, 'mat-snack-bar-container button');
    await expect.poll(inShop('/table')).not.toContain('Salt, pepper and what stands beside them.');
  });

  it('writes the front’s among the shop’s own words', async () => {
    const page = await browser.desk('/shop-settings');
    await write(page, labelled('Description, English'), 'Everything for the stove.');
    await says(page, 'mat-snack-bar-container', 'The shop is changed');
    const front = async (): Promise<string> =>
      (
        (await (await fetch(`${browser.baseUrl}/api/shop/listing?aisle=/`)).json()) as {
          aisle: { description: string };
        }
      ).aisle.description;
    await expect.poll(front).toContain('Everything for the stove.');
  });
});

describe('who runs the shop', () => {
  it('says what it is called, and shoppers read it on every page', async () => {
    const page = await browser.desk('/shop-settings');
    await says(page, 'h1', 'The shop');
    await write(page, labelled('Name, English'), 'Pellmere and Daughters');
    const onPages = async (): Promise<string> => (await fetch(`${browser.baseUrl}/shop/knives`)).text();
    await expect.poll(onPages).toContain('Pellmere and Daughters');
    await page.reload();
    await page.waitForSelector(labelled('Name, English'));
    expect(await page.$eval(labelled('Name, English'), (field) => (field as HTMLInputElement).value)).toBe(
      'Pellmere and Daughters',
    );
  });

  it('has what shoppers see approved by somebody else, and is told where it waits', async () => {
    await addUser('Paul Reyes', 'paul.reyes@pellmere.example', PASSWORD, 'publisher');
    const page = await browser.desk('/shop-settings');
    await press(page, 'label.tick input');
    await page.waitForFunction(() => !document.querySelector('mat-progress-bar'));
    await page.goto(`${browser.baseUrl}/shop-settings`);
    await page.waitForFunction(() => document.querySelector<HTMLInputElement>('label.tick input')?.checked);
    await write(page, labelled('Name, English'), 'Pellmere Kitchen Supply');
    await press(page, button('Ask for it'));
    await says(page, 'mat-snack-bar-container', 'waits on the page Publish');

    const other = await browser.page();
    await other.goto(`${browser.baseUrl}/sign-in?returnTo=/publish`);
    await signIn(other, 'paul.reyes@pellmere.example', PASSWORD);
    await says(other, 'desk-publication-requests article', 'asks to change the shop');
    await press(other, button('Approve'));
    await other.waitForFunction(() => !document.querySelector('desk-publication-requests article'));
    await page.goto(`${browser.baseUrl}/shop-settings`);
    await eventually(
      page,
      () => document.querySelector<HTMLInputElement>('[aria-label="Name, English"]')?.value ?? '',
      (name) => name === 'Pellmere Kitchen Supply',
    );
  });

  it('changes the own password, stays signed in, and needs the new one elsewhere', async () => {
    await addUser('Lena Ruiz', 'lena.ruiz@pellmere.example', PASSWORD, 'merchandiser');
    const page = await browser.page();
    await page.goto(`${browser.baseUrl}/sign-in?returnTo=/account`);
    await signIn(page, 'lena.ruiz@pellmere.example', PASSWORD);
    await says(page, 'h1', 'Your account');
    const fill = async (present: string, next: string): Promise<void> => {
      await page.locator('[formcontrolname=current]').fill(present);
      await page.locator('[formcontrolname=password]').fill(next);
      await press(page, button('Change it'));
    };
    await fill(PASSWORD, 'aaaaaaaaaa');
    await says(page, '.trouble', 'It ');
    await fill('not-the-one', 'six-copper-kettles');
    await says(page, '.trouble', 'The present password');
    await fill(PASSWORD, 'six-copper-kettles');
    await says(page, 'mat-snack-bar-container', 'Your password is changed');

    const elsewhere = await browser.page();
    await elsewhere.goto(`${browser.baseUrl}/sign-in`);
    await signIn(elsewhere, 'lena.ruiz@pellmere.example', PASSWORD);
    await says(elsewhere, '[role=alert]', 'Check both');
    await signIn(elsewhere, 'lena.ruiz@pellmere.example', 'six-copper-kettles');
    await elsewhere.waitForFunction(() => location.pathname !== '/sign-in');
  });
});
