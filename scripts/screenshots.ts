import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { runApplication } from '../tests/support/application';
import { TestBrowser } from '../tests/support/browser';

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
