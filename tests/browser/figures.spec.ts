import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import type { Figures, ViewBatch } from '@fond/contract';
import { shelfOf, type CardEvent, type Plan } from '@fond/core';
import { button, frameOf, press, says, textOf, type TestBrowser } from '../support/browser';
import { withShelf } from '../support/plans';
import { scene } from '../support/scene';
import type { Desk, TestServer } from '../support/server';
import { openShop } from '../support/story';
import { BROWSER, shownAt, viewOf } from '../support/views';

let browser: TestBrowser;
let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  ({ browser, server } = await openShop());
  desk = await server.signIn();
});
afterAll(() => browser.close());

/** A shopper's page, and what it has told so far. */
async function shopper(width = 1280, height = 800): Promise<{ page: Page; told: ViewBatch[] }> {
  const page = await browser.page(width, height);
  // A browser that says it has no head is taken for a robot.
  await page.setUserAgent({ userAgent: (await page.browser().userAgent()).replace('Headless', '') });
  const told: ViewBatch[] = [];
  page.on('request', (request) => {
    if (!request.url().endsWith('/api/shop/views')) return;
    void request.fetchPostData().then((body) => told.push(JSON.parse(body!) as ViewBatch));
  });
  return { page, told };
}

const eventsIn = (told: readonly ViewBatch[]): readonly CardEvent[] =>
  told.flatMap(({ views }) => views).flatMap(({ cards }) => cards);

async function figures(query: Record<string, string>): Promise<Figures> {
  await server.application.counting.settle();
  return (await desk.get('/api/figures').query(query).expect(200)).body as Figures;
}

const keyOf = async (address: string): Promise<string> =>
  (await server.guest.get('/api/shop/page').query({ address })).body.aisle.key as string;

describe('what a shopper’s browser tells', () => {
  it('is what was in view, where it stood, and the visit once; nothing below it and nothing of who it was', async () => {
    const { page, told } = await shopper();
    await page.goto(`${browser.baseUrl}/shop/cookware/pans`);
    await expect.poll(() => eventsIn(told).length).toBeGreaterThan(0);
    const [{ views }] = told;
    expect(views).toMatchObject([{ opens: true, at: { width: 'wide', narrowed: false, lang: 'en' } }]);
    const places = eventsIn(told).map(({ place }) => place);
    const inView = await page.$$eval('[data-fixture] .card', (cards) =>
      cards.flatMap((card, at) => {
        const { top, height } = card.getBoundingClientRect();
        return top + height / 2 <= innerHeight ? [at + 1] : [];
      }),
    );
    expect([...places].sort((a, b) => a - b)).toEqual(inView);
    await page.evaluate(() => window.scrollTo(0, document.body.scrollHeight / 3));
    await expect.poll(() => eventsIn(told).length).toBeGreaterThan(inView.length);
    expect(new Set(eventsIn(told).map(({ place }) => place)).size).toBe(eventsIn(told).length);
    expect(told.flatMap((batch) => batch.views).filter(({ opens }) => opens)).toHaveLength(1);
    expect(Object.keys(told[0]).sort()).toEqual(['id', 'views']);
    expect(await page.cookies()).toEqual([]);
    expect(browser.complaints).toEqual([]);
  });

  it('counts a cart where its product was chosen, also when it is filled from the product’s own page', async () => {
    const address = '/knives-and-boards/knives';
    const { page, told } = await shopper();
    await page.goto(`${browser.baseUrl}/shop${address}`);
    const atSecond = () => eventsIn(told).find(({ place }) => place === 2);
    await expect.poll(atSecond).toBeDefined();
    const second = atSecond()!;
    const link = (await page.$$('[data-fixture] .card'))[1];
    await (await link.$('.card-name a'))!.click();
    await page.waitForFunction(() => location.pathname.startsWith('/shop/products/'));
    await expect.poll(() => eventsIn(told).filter(({ clicked }) => clicked)).toMatchObject([{ place: 2 }]);
    // Its script hears what is pressed once it runs.
    await page.waitForNetworkIdle();
    await press(page, 'form[action$="/shop/cart"] button');
    await expect
      .poll(() => eventsIn(told).filter(({ carted }) => carted))
      .toMatchObject([{ place: 2, sku: second.sku, shelf: second.shelf }]);
    const aisle = await keyOf(address);
    await expect
      .poll(async () => (await figures({ aisle })).places.find(({ place }) => place === 2))
      .toMatchObject({ clicks: 1, carts: 1 });
  });

  it('tells the shelves below a product for its aisle, as no place and no visit of that', async () => {
    const { page, told } = await shopper();
    await page.goto(`${browser.baseUrl}/shop/cookware/pans`);
    const link = await page.waitForSelector('[data-fixture] .card .card-name a');
    const product = await link!.evaluate((one) => (one as HTMLAnchorElement).href);
    await page.goto(product);
    const shelf = await page.waitForSelector('[data-shelf]');
    const id = await shelf!.evaluate((one) => {
      one.scrollIntoView({ block: 'center' });
      return one.getAttribute('data-shelf')!;
    });
    const below = () =>
      told.flatMap(({ views }) => views).filter(({ cards }) => cards.some((card) => card.shelf === id));
    await expect.poll(() => below().length).toBeGreaterThan(0);
    const [{ at, opens, cards }] = below();
    expect(at).toMatchObject({ narrowed: true, aisle: expect.stringMatching(/^category:/) });
    expect(opens).toBe(false);
    expect(cards[0]).toMatchObject({ place: 1, seen: true });
    const { shelves } = await figures({ aisle: at.aisle });
    expect(shelves.find(({ key }) => key === id)?.seen).toBeGreaterThan(0);
  });

  it('is one click under a finger, whose first tap on a picture only shows what is hidden', async () => {
    const { page, told } = await shopper();
    await page.setViewport({ width: 390, height: 800, hasTouch: true, isMobile: true });
    await page.goto(`${browser.baseUrl}/shop/kettles-and-coffee/kettles`);
    await expect.poll(() => eventsIn(told).length).toBeGreaterThan(0);
    const picture = (await page.$('[data-fixture] .card .card-picture'))!;
    await picture.tap();
    await page.waitForSelector('.card.active');
    await (await page.$('.card.active .card-name a'))!.tap();
    await page.waitForFunction(() => location.pathname.startsWith('/shop/products/'));
    await expect.poll(() => eventsIn(told).filter(({ clicked }) => clicked)).toHaveLength(1);
  });

  it('tells a filtered page as one of its own, without places, and further pages as the same visit', async () => {
    const { page, told } = await shopper(390, 800);
    await page.goto(`${browser.baseUrl}/shop/table?material=stoneware`);
    await expect.poll(() => eventsIn(told).length).toBeGreaterThan(0);
    expect(told[0].views[0]).toMatchObject({
      opens: true,
      at: { narrowed: true, width: 'narrow' },
      asked: { facets: ['material=stoneware'] },
    });
    await page.goto(`${browser.baseUrl}/shop/table?page=2`);
    await expect.poll(() => told.flatMap(({ views }) => views).some(({ at }) => !at.narrowed)).toBe(true);
    const further = told.flatMap(({ views }) => views).filter(({ at }) => !at.narrowed);
    expect(further.every(({ opens }) => !opens)).toBe(true);
    expect(further[0].cards[0].place).toBeGreaterThan(12);
    const aisle = await keyOf('/table');
    // What is told is on its way for a moment.
    await expect.poll(async () => (await figures({ aisle })).places.length).toBeGreaterThan(0);
    const { now, facets, places } = await figures({ aisle });
    expect(now.visits).toBe(1);
    expect(facets.map(({ key }) => key)).toEqual(['material']);
    expect(places.every(({ place }) => place > 12)).toBe(true);
  });

  it('is nothing in the window of the desk', async () => {
    const page = await browser.desk('/plans/house?aisle=/cookware');
    let heard = 0;
    page.on('request', (request) => (heard += Number(request.url().endsWith('/api/shop/views'))));
    const frame = await frameOf(page);
    await frame.waitForSelector('.card');
    await frame.waitForFunction(() =>
      performance.getEntriesByType('resource').some(({ name }) => name.includes('chunk')),
    );
    const before = await figures({ aisle: await keyOf('/cookware') });
    expect(before.now).toMatchObject({ visits: 0, seen: 0 });
    expect(heard).toBe(0);
  });
});

describe('the figures at the desk', () => {
  it('are read from the shop down to an aisle and a product, by days, with the address saying what is shown', async () => {
    const { page: visitor } = await shopper();
    await visitor.goto(`${browser.baseUrl}/shop/baking`);
    const baking = await keyOf('/baking');
    await expect.poll(async () => (await figures({ aisle: baking })).now.visits).toBe(1);
    const page = await browser.desk('/figures');
    await says(page, '.totals', 'visits');
    await page.waitForSelector('desk-plot .main-svg');
    await press(page, 'section[aria-label="Which aisles are looked at?"] a::-p-text(Baking)');
    await says(page, 'header p', 'in Baking');
    await press(page, button('7 days'));
    await page.waitForFunction(() => new URL(location.href).searchParams.has('from'));
    await press(page, '.totals button::-p-text(cards seen)');
    await page.waitForSelector('.totals button[aria-pressed="true"]::-p-text(cards seen)');
    await page.reload();
    await page.waitForSelector('.totals button[aria-pressed="true"]::-p-text(cards seen)');
    await says(page, 'header p', 'in Baking');
    await press(page, 'section[aria-label="Which products earn?"] th a');
    await says(page, 'section[aria-label="Where was it seen?"]', 'Baking');
    await press(page, button('See the whole shop'));
    await says(page, 'header p', 'in the whole shop');
    await page.goBack();
    await says(page, 'section[aria-label="Where was it seen?"]', 'Baking');
    expect(await textOf(page, 'desk-shoppers-strip')).toContain('Simulated shoppers');
    await press(page, button('Pause'));
    await says(page, 'desk-shoppers-strip', 'are paused');
    expect(browser.complaints).toEqual([]);
  });

  it('lead from what is typed in vain to trying it, and from the floor to an aisle', async () => {
    const search = await shownAt(server.guest, '/search?q=pan');
    const asked = { facets: [], order: null, query: 'waffle iron', found: 0 };
    const views = [viewOf(search, [], { asked }), viewOf(await shownAt(server.guest, '/storage'), [])];
    server.application.counting.take({ id: 'typed-in-vain-once', views }, BROWSER);
    await server.application.counting.settle();
    const page = await browser.desk('/search?part=typed');
    await says(page, 'desk-typed-queries', 'waffle iron');
    await says(page, 'desk-typed-queries', 'nothing');
    await press(page, 'desk-typed-queries button::-p-text(waffle iron)');
    await page.waitForFunction(() => new URL(location.href).searchParams.get('q') === 'waffle iron');
    await page.goto(`${browser.baseUrl}/floor?q=storage`);
    await press(page, '[aria-label$="(Visits, four weeks): Storage"]');
    await says(page, 'header p', 'in Storage');
    expect(browser.complaints).toEqual([]);
  });

  it('stand on the cards of the aisle’s own page, and tell what another order would bring', async () => {
    const shown = await shownAt(server.guest, '/textiles');
    const seen = { shelf: shown.shelf, place: 1, sku: shown.cards[0].sku, badges: [], seen: true } as const;
    server.application.counting.take({ id: 'cards-of-textiles', views: [viewOf(shown, [seen])] }, BROWSER);
    await server.application.counting.settle();
    const page = await browser.desk(`/figures?aisle=${shown.key}`);
    const frame = await frameOf(page, 'desk-drawn-page iframe');
    const card = await frame.waitForSelector('[data-figure]');
    expect(await card!.evaluate((one) => one.getAttribute('data-figure'))).toMatch(
      /^\d+ seen · .* clicked · €/,
    );
    const choice = 'desk-what-if-choice';
    await says(page, choice, 'Choose another order');
    await page.select(`${choice} select`, 'earned');
    await says(page, `${choice} desk-what-if`, 'So changed');
    await page.select(`${choice} [aria-label="Columns of wide pages"]`, '2');
    await says(page, `${choice} desk-what-if table`, 'revenue');
    expect(browser.complaints).toEqual([]);
  });

  it('tell in the tally what a draft would earn, or that it changes nothing', async () => {
    const shown = await shownAt(server.guest, '/textiles');
    const seen = { shelf: shown.shelf, place: 1, sku: shown.cards[0].sku, badges: [], seen: true } as const;
    server.application.counting.take({ id: 'looked-at-textiles', views: [viewOf(shown, [seen])] }, BROWSER);
    await server.application.counting.settle();
    const page = await browser.desk('/plans/house?aisle=/textiles');
    await press(page, 'desk-tally button::-p-text(What if)');
    await says(page, 'desk-what-if', 'nothing changes');
    const sorted = (plan: Plan): Plan =>
      withShelf(plan, {
        order: { ...shelfOf(plan)!.order, levels: [{ key: 'price', reversed: true }] },
      });
    const other = await browser.desk(`/plans/${await scene(desk, '/textiles', sorted)}?aisle=/textiles`);
    await press(other, 'desk-tally button::-p-text(What if)');
    await says(other, 'desk-what-if table', 'revenue');
    await says(other, 'desk-what-if .doubt', 'There were few visits');
    expect(browser.complaints).toEqual([]);
  });

  it('say where nothing has been counted in these days, and which days there are not', async () => {
    const page = await browser.desk('/figures?from=2001-01-01&to=2001-01-07');
    await page.waitForSelector('.totals, .empty');
    const wrong = await browser.desk('/figures?from=2001-02-30&to=2001-03-07');
    await says(wrong, '[role="alert"]', 'is no day of the calendar');
  });
});
