import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { ElementHandle, Frame, Page } from 'puppeteer-core';
import { runApplication } from './application';
import { choose, frameOf, TestBrowser, press, typeDay } from '../tests/support/browser';

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

/** The card in its frame, once it stands there. */
async function benchOf(page: Page): Promise<Frame> {
  const frame = (await (await page.waitForSelector('desk-bench iframe'))!.contentFrame())!;
  await frame.waitForSelector('.bench .card');
  return frame;
}

/** A list of another system, in the way it writes. */
const WARES = [
  'Article no;Product name;Department;Price;List price;Date added;Diameter (mm);Colour;Photo',
  'GR-2001;Grove braiser, lidded;Cookware > Pots;1.189,00 \x80;;03.11.2026;280;green;gr-2001.jpg',
  'GR-2002;Grove saut\xe9 pan;Cookware > Pans;64,50 \x80;79,00;28.10.2026;240;green;gr-2002.jpg',
  'GR-2003;Grove cr\xeape pan;Cookware > Pans;39,90 \x80;;28.10.2026;260;black;gr-2003.jpg',
  'GR-2004;Grove stockpot;Cookware > Pots;112,00 \x80;;30.10.2026;300;green;gr-2004.jpg',
].join('\r\n');

try {
  const badges = await browser.desk('/plans/house/badges?aisle=%2Fcookware');
  await press(badges, '[data-badge="sale"] .name');
  await badges.waitForSelector('desk-badge-example img');
  await benchOf(badges);
  await shot(badges, 'badges.png');
  await badges.close();

  const card = await browser.desk('/plans/house/card?aisle=%2Fcookware');
  await press(card, '[data-element="attribute:material"] .name');
  await benchOf(card);
  await shot(card, 'card.png');
  await card.close();

  await shop('/cookware/pans', 'shop-wide.png', 1280, 800);
  await shop('/', 'shop-narrow.png', 390, 844);
  await shop('/products/' + (await slugOf('/kettles-and-coffee/teapots')), 'shop-product.png', 1280, 800);

  const floor = await browser.desk('/floor?q=boards');
  await floor.waitForSelector('tbody tr');
  await press(floor, '[aria-label="Details: Cutting boards"]');
  await floor.waitForSelector('desk-why-aisle li');
  await shot(floor, 'floor.png');

  const house = await plan('/plans/house?aisle=%2Fcookware%2Fpans');
  await press(house, '[data-slip="grid"]');
  await shot(house, 'plan.png');

  const designs = await browser.desk('/plans/house/designs?aisle=%2Fcookware%2Fpans');
  await press(designs, 'desk-design-sheet li button::-p-text(The tree at the side)');
  await designs.waitForSelector('desk-design-sheet .changes');
  const wide = (await (await designs.waitForSelector('desk-design-sheet .wide iframe'))!.contentFrame())!;
  await wide.waitForSelector('.columns .card');
  await shot(designs, 'designs.png');
  await designs.close();

  const looked = await plan('/plans/house?aisle=%2Ftools&open=look');
  await press(looked, 'desk-look-slip button::-p-text(Garden)');
  const garden = await frameOf(looked);
  await garden.waitForFunction(() => document.documentElement.style.getPropertyValue('--radius') === '22px');
  await looked.$eval('[data-slip="look"]', (word) => word.scrollIntoView());
  await shot(looked, 'look.png');
  await press(looked, 'desk-look-slip button::-p-text(Enamel)');
  await looked.waitForSelector('.saving.saved');

  const emptied = await plan('/plans/house?aisle=%2Ftable');
  await press(emptied, '[data-slip="range"]');
  for (const clause of ['on sale', 'category']) await choose(emptied, '[aria-label="Add a clause"]', clause);
  await choose(emptied, '[aria-label="Category"]', 'Knives and boards');
  await emptied.waitForSelector('.empty');
  await emptied.$eval('.sieve-head', (head) => head.scrollIntoView({ block: 'center' }));
  await shot(emptied, 'range.png');
  await press(emptied, '[aria-label="Take away: are in Knives and boards"]');
  await press(emptied, '[aria-label="Take away: are on sale"]');

  const arranged = await browser.desk('/plans/house/arrange?aisle=%2Fcookware&colour=lately');
  await arranged.waitForSelector('[data-place="24"] img');
  for (const place of [13, 23, 32]) await press(arranged, `[data-place="${place}"]`);
  await press(arranged, 'button::-p-text(to the start)');
  await arranged.waitForSelector('[data-place="3"].held');
  await shot(arranged, 'arrange.png');

  const figures = await browser.desk('/figures');
  await figures.waitForSelector('desk-plot .main-svg');
  await shot(figures, 'figures.png');
  await figures.close();

  const products = await browser.desk('/products?q=pan&sort=-price');
  await products.waitForSelector('#cell-0-3 .face');
  await products.click('#cell-1-3');
  await products.keyboard.down('Shift');
  for (const key of ['ArrowDown', 'ArrowDown', 'ArrowRight'] as const) await products.keyboard.press(key);
  await products.keyboard.up('Shift');
  await shot(products, 'products.png');
  const product = await browser.desk('/products/PK-1017');
  await product.waitForSelector('aside li');
  await shot(product, 'product.png');
  const pictures = await browser.desk('/pictures?q=PK-10&picture=PK-1004-1.svg');
  await pictures.waitForSelector('desk-picture-detail li');
  await shot(pictures, 'pictures.png');
  const imported = await browser.desk('/catalogue/import');
  const wares = path.join(await mkdtemp(path.join(tmpdir(), 'fond-wares-')), 'stock-list.csv');
  await writeFile(wares, Buffer.from(WARES, 'latin1'));
  const field = await imported.waitForSelector('input[type=file]');
  await (field as ElementHandle<HTMLInputElement>).uploadFile(wares);
  await press(imported, '.proposal button');
  await imported.waitForSelector('.go button');
  await rm(path.dirname(wares), { recursive: true });
  await shot(imported, 'import.png');
  const categories = await browser.desk('/categories/3');
  await categories.waitForSelector('desk-category-picture img');
  await shot(categories, 'categories.png');

  const knives = await plan('/plans/house?aisle=%2Ftable');
  await press(knives, '[data-slip="grid"]');
  await press(knives, '[aria-label="More: Columns, wide"]');
  await press(knives, 'button::-p-text(Publish …)');
  await knives.waitForSelector('desk-before-after iframe');
  await shot(knives, 'publish.png');
  await press(knives, 'desk-publish label:nth-of-type(2) input[name=when]');
  for (const [name, from, until] of campaigns(new Date())) {
    await knives.goto(`${application.baseUrl}/publish?plans=house`);
    await knives.waitForSelector('desk-difference');
    await press(knives, 'desk-publish label:nth-of-type(2) input[name=when]');
    await knives.locator('desk-campaign-fields [formcontrolname=name]').fill(name);
    for (const [field, moment] of [
      ['Start', from],
      ['End', until],
    ]) {
      const [day, time] = moment.split('T');
      await typeDay(knives, field, day);
      await typeDay(knives, `${field}: time`, time);
    }
    await press(knives, 'desk-publish .actions button::-p-text(Schedule):not([disabled])');
    await knives.waitForSelector('desk-campaign-calendar article');
  }

  const editions = await browser.desk('/editions?compare=1,2');
  await editions.waitForSelector('desk-edition-compare dl');
  await shot(editions, 'editions.png');
} finally {
  await browser.close();
  await application.stop();
}

async function slugOf(aisle: string): Promise<string> {
  const answer = await fetch(`${application.baseUrl}/api/shop/listing?aisle=${aisle}&material=stoneware`);
  const { items } = (await answer.json()) as { items: { slug: string }[] };
  return items[0].slug;
}

/** Two that overlap, from tomorrow on: name, start, end. */
function campaigns(now: Date): [string, string, string][] {
  const day = (from: number, hour: string): string =>
    `${new Date(now.getTime() + from * 86_400_000).toISOString().slice(0, 10)}T${hour}`;
  return [
    ['Winter table', day(1, '08:00'), day(5, '20:00')],
    ['Long evenings', day(4, '17:00'), day(9, '23:00')],
  ];
}
