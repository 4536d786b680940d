import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { button, press, says, textOf, typeDay, type TestBrowser } from '../support/browser';
import { createPlan, readPlan, savePlan, withShelf } from '../support/plans';
import type { TestServer } from '../support/server';
import { openShop } from '../support/story';

let browser: TestBrowser;
let server: TestServer;
beforeAll(async () => {
  ({ browser, server } = await openShop());
});
afterAll(() => browser.close());

describe('the findings of the shop', () => {
  it('are narrowed, lead to where they are mended, and are put off with a reason, and told again', async () => {
    const page = await browser.desk('/findings');
    const section = 'section[aria-label="Products without a picture"]';
    await says(page, section, 'has no picture');
    await page.select('[aria-label="Only one kind"]', 'product-pictureless');
    await page.waitForFunction(() => document.querySelectorAll('desk-finding-list section').length === 1);
    expect(new URL(page.url()).searchParams.get('kind')).toBe('product-pictureless');
    const first = await textOf(page, `${section} li b`);
    await press(page, `${section} li button`);
    await typeDay(page, 'Left out until', '24 Dec 2999');
    await page.locator('[aria-label="Why it is put off"]').fill('It is on its way');
    await press(page, button('Leave it out'));
    await says(page, 'details', '1 put off');
    await says(page, 'details', 'It is on its way');
    expect(await textOf(page, section)).not.toContain(first);
    await page.reload();
    await says(page, 'details', 'It is on its way');
    await press(page, 'details summary');
    await press(page, button('Tell it again'));
    await says(page, section, first);
    await press(page, `${section} li a`);
    await page.waitForFunction(() => location.pathname.startsWith('/products/'));
    expect(browser.complaints).toEqual([]);
  });

  it('of a draft are told before publishing and mended there, and that is undone', async () => {
    const desk = await server.signIn();
    const { document } = await createPlan(desk, 'Sevens', [{ kind: 'aisles', of: 'collection' }]);
    const { plan, version } = await readPlan(desk, document.id);
    await savePlan(
      desk,
      withShelf(plan, {
        pageSize: { by: 'products', count: 7 },
        columns: { wide: 3, medium: 2, narrow: 2 },
      }),
      version,
    );
    const page = await browser.desk(`/publish?plans=${document.id}`);
    const section = 'section[aria-label="Pages whose last row is never full"]';
    await says(page, section, 'Sevens shows 7 a page');
    await press(page, `${section} button`);
    await page.waitForSelector(section, { hidden: true });
    await press(page, button('Undo'));
    await says(page, section, 'Sevens shows 7 a page');
    const findings = await browser.desk(`/findings?draft=${document.id}`);
    await says(findings, section, 'Sevens shows 7 a page');
    await findings.select('[aria-label="What is looked at"]', '');
    await says(findings, 'h2', 'In what shoppers see');
    expect(browser.complaints).toEqual([]);
  });

  it('are put off below a category, all of a kind', async () => {
    const page = await browser.desk('/findings?kind=aisle-undescribed');
    const section = 'section[aria-label="Aisles without a description"]';
    await says(page, section, 'Frying pans');
    await press(page, '[aria-label^="Put off: Frying pans"]');
    await page.select('[aria-label="How much of it is left out"]', '2');
    await says(page, 'form option:nth-child(3)', 'all of this kind in Pans and below it');
    await press(page, button('Leave it out'));
    await says(page, 'details', 'in Pans and below it');
    expect(await textOf(page, section)).not.toContain('Frying pans');
    await press(page, button('Undo'));
    await says(page, section, 'Frying pans');
    expect(browser.complaints).toEqual([]);
  });

  it('are told on the floor beside their aisle, and lead back to it', async () => {
    const page = await browser.desk('/floor?found=1');
    await page.waitForSelector('td.found a');
    const shown = await page.$$eval('tbody tr th', (rows) => rows.length);
    const all = await browser.desk('/floor');
    await all.waitForSelector('tbody tr th');
    expect(shown).toBeLessThan(await all.$$eval('tbody tr th', (rows) => rows.length));
    await press(page, 'td.found a');
    await says(page, '.tools', 'in ');
    await page.waitForSelector('section li');
    expect(browser.complaints).toEqual([]);
  });
});
