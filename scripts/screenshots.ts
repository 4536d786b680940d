import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { runApplication } from '../tests/support/application';
import { choose, frameOf, TestBrowser } from '../tests/support/browser';

const FOLDER = path.resolve(import.meta.dirname, '../docs/screenshots');
await mkdir(FOLDER, { recursive: true });
const application = await runApplication();
const browser = await TestBrowser.launch(application.baseUrl);

async function shot(page: Page, name: `${string}.png`): Promise<void> {
  await page.waitForNetworkIdle({ idleTime: 500 });
  await page.screenshot({ path: path.join(FOLDER, name) as `${string}.png` });
}

async function shop(address: string, name: `${string}.png`, width: number, height: number): Promise<void> {
  const page = await browser.page(width, height);
  await page.goto(`${application.baseUrl}/shop${address}`);
  await shot(page, name);
  await page.close();
}

async function plan(address: string): Promise<Page> {
  const page = await browser.desk(address);
  await page.waitForSelector('desk-tally li');
  await page.waitForSelector('desk-window iframe');
  return page;
}

try {
  await shop('/cookware/pans', 'shop-wide.png', 1280, 800);
  await shop('/table?material=stoneware', 'shop-medium.png', 820, 1000);
  await shop('/kettles-and-coffee', 'shop-narrow.png', 390, 844);
  await shop('/products/' + (await slugOf('/kettles-and-coffee/teapots')), 'shop-product.png', 1280, 800);

  const signIn = await browser.page();
  await signIn.goto(`${application.baseUrl}/sign-in`);
  await signIn.waitForSelector('.demo');
  await shot(signIn, 'sign-in.png');

  const floor = await browser.desk('/floor');
  await floor.waitForSelector('tbody tr');
  await shot(floor, 'floor.png');

  const house = await plan('/plans/house?aisle=%2Fcookware%2Fpans');
  await house.locator('[data-slip="grid"]').click();
  await shot(house, 'plan.png');
  await house.locator('[data-slip="facets"]').click();
  await house.locator('.widths button::-p-text(All three)').click();
  await shot(house, 'plan-widths.png');

  const emptied = await plan('/plans/house?aisle=%2Ftable');
  await emptied.locator('[data-slip="range"]').click();
  for (const clause of ['on sale', 'category']) await choose(emptied, '[aria-label="Add a clause"]', clause);
  await choose(emptied, '[aria-label="Category"]', 'Knives and boards');
  await emptied.waitForSelector('.empty');
  await emptied.$eval('.sieve-head', (head) => head.scrollIntoView({ block: 'center' }));
  await shot(emptied, 'range.png');
  await emptied.locator('[aria-label="Take away: are in Knives and boards"]').click();
  await emptied.locator('[aria-label="Take away: are on sale"]').click();

  const arranged = await plan('/plans/knives?aisle=%2Fknives-and-boards');
  await arranged.locator('button::-p-text(Arrange)').click();
  const window = await frameOf(arranged);
  await window.waitForSelector('[data-place="4"]');
  await window.focus('[data-place="4"]');
  for (const sign of ['2', '3'] as const) {
    await arranged.keyboard.down('Alt');
    await arranged.keyboard.press('ArrowLeft');
    await arranged.keyboard.up('Alt');
    await window.waitForSelector(`[data-place="${5 - Number(sign)}"] .pin-ticket`);
    await arranged.waitForNetworkIdle({ idleTime: 300 });
  }
  await shot(arranged, 'arrange.png');
  await arranged.locator('[data-slip="facets"]').click();
  await arranged.locator('button::-p-text(Which filters help here?)').click();
  await arranged.waitForSelector('desk-facet-advice tbody tr');
  await arranged.$eval('desk-facet-advice', (advice) => advice.scrollIntoView({ block: 'start' }));
  await shot(arranged, 'advice.png');

  const saved = await plan('/plans/house?aisle=%2Fcookware');
  await saved.locator('[data-slip="range"]').click();
  await choose(saved, '[aria-label="Add a clause"]', 'on sale');
  await choose(saved, '[aria-label="Add a clause"]', 'in stock');
  await saved.locator('button::-p-text(Save as a range)').click();
  await saved.locator('[aria-label="Name of the range"]').fill('Offers ready to send');
  await saved.locator('button::-p-text(Save it)').click();
  await saved.waitForFunction(() =>
    document.querySelector('[data-slip="range"]')?.textContent?.includes('Offers'),
  );
  await saved.waitForSelector('.saving.saved');
  await saved.goto(`${application.baseUrl}/ranges`);
  await saved.locator('a::-p-text(Offers ready to send)').click();
  await saved.waitForSelector('desk-clauses li');
  await shot(saved, 'ranges.png');

  const collections = await browser.desk('/collections');
  await collections.locator('.list a::-p-text(Winter sale)').click();
  await collections.waitForSelector('desk-clauses li b');
  await shot(collections, 'collections.png');

  const below = await plan('/plans/house?aisle=%2Fcookware&open=related');
  await below.locator('desk-related-slip .hint button').click();
  const product = await frameOf(below);
  await product.waitForSelector('.related .card');
  await product.$eval('.related', (shelf) => shelf.scrollIntoView({ block: 'end' }));
  await below.$eval('desk-related-slip', (slip) => slip.scrollIntoView({ block: 'center' }));
  await below.waitForNetworkIdle({ idleTime: 500 });
  await shot(below, 'related.png');

  const knives = await plan('/plans/knives?aisle=%2Fknives-and-boards');
  await knives.locator('[data-slip="grid"]').click();
  await knives.locator('[aria-label="Less: Columns, wide"]').click();
  await knives.locator('button::-p-text(Publish …)').click();
  await knives.waitForSelector('.aisles li');
  await shot(knives, 'publish.png');

  const editions = await browser.desk('/editions');
  await editions.waitForSelector('tbody tr');
  await shot(editions, 'editions.png');

  const folder = await mkdtemp(path.join(tmpdir(), 'fond-shot-'));
  const file = path.join(folder, 'spring.csv');
  await writeFile(
    file,
    'sku,title,category,price,Weight (g),Finish\nPK-2001,Osier bread basket,Table > Baskets,24.50,310,woven\n' +
      'PK-2002,,Table > Baskets,abc,,\nPK-2001,Osier bread basket,Table > Baskets,24.50,310,woven\n',
  );
  const imports = await browser.desk('/catalogue/import');
  const field = (await imports.waitForSelector('input[type=file]')) as ElementHandle<HTMLInputElement>;
  await field.uploadFile(file);
  await imports.waitForSelector('h2');
  await shot(imports, 'catalogue-in.png');
  await rm(folder, { recursive: true, force: true });
} finally {
  await browser.close();
  await application.stop();
}

async function slugOf(aisle: string): Promise<string> {
  const answer = await fetch(`${application.baseUrl}/api/shop/listing?aisle=${aisle}&material=stoneware`);
  const { items } = (await answer.json()) as { items: { slug: string }[] };
  return items[0].slug;
}
