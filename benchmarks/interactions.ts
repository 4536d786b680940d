import { gzipSync } from 'node:zlib';
import type { Page } from 'puppeteer-core';
import { TestBrowser } from '../tests/support/browser';
import { spreadOf, spreadRow, type Row } from './measure';
import { startApplication } from './server';

const ROUNDS = 20;

const SHELF = `document.querySelector('#products')?.textContent`;

/**
 * Code for the page, as text: the loader's own marks on functions mean nothing there. Made ready before a click, it
 * answers with two figures: how long the page took to paint anything after the click, as browsers report it (in steps of
 * 8 ms), and how long until the frame that shows its result.
 */
const watch = (watched: string): string => `(() => {
  const read = () => ${watched};
  const before = read();
  let clicked = 0;
  document.addEventListener('click', () => (clicked = performance.now()), { capture: true, once: true });
  const seen = new Promise((resolve) => {
    let longest = 0;
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries())
        if (entry.interactionId) longest = Math.max(longest, entry.duration);
      if (longest) resolve(longest);
    }).observe({ type: 'event', durationThreshold: 16 });
    // What took less than the browser reports is as good as nothing.
    setTimeout(() => resolve(longest), 3000);
  });
  const shown = new Promise((resolve) => {
    const look = () => {
      if (clicked && read() !== before) requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - clicked)));
      else requestAnimationFrame(look);
    };
    look();
  });
  window.measured = Promise.all([seen, shown]);
})()`;

/** The house plan's further pages by a button, published. */
async function withMore(desk: Page): Promise<void> {
  const status = await desk.evaluate(`(async () => {
    const { csrfToken } = await (await fetch('/api/session')).json();
    const headers = { 'Content-Type': 'application/json', 'X-CSRF-Token': csrfToken };
    const { plan, version } = await (await fetch('/api/plans/house')).json();
    const fixtures = plan.fixtures.map((one) =>
      one.type === 'shelf' ? { ...one, paging: { form: 'more', stop: 3 } } : one);
    const saved = await fetch('/api/plans/house',
      { method: 'PUT', headers, body: JSON.stringify({ plan: { ...plan, fixtures }, version }) });
    const plans = [{ id: 'house', version: (await saved.json()).version }];
    return (await fetch('/api/publications',
      { method: 'POST', headers, body: JSON.stringify({ plans, note: '' }) })).status;
  })()`);
  if (status !== 201) throw new Error(`The house plan was not published: ${String(status)}`);
}

/** What shoppers wait for when they filter, sort, or ask for more. */
export async function interactionRows(folder: string): Promise<Row[]> {
  const application = await startApplication(folder, true);
  const browser = await TestBrowser.launch(application.url);
  try {
    await withMore(await browser.desk('/floor'));
    const page = await browser.page(1280, 900);
    const measure = async (
      what: string,
      selector: string,
      before: (() => Promise<void>) | null = null,
      watched = SHELF,
    ): Promise<Row[]> => {
      const painted: number[] = [];
      const shown: number[] = [];
      for (let n = 0; n < ROUNDS; n++) {
        // Another state each time, so that the server has none of them ready.
        await page.goto(`${application.url}/shop/cookware?price=${n + 1}..400`);
        await page.waitForFunction(() =>
          performance.getEntriesByType('resource').some(({ name }) => name.includes('/api/shop/cart')),
        );
        await before?.();
        await page.evaluate(watch(watched));
        await page.click(selector);
        const [paint, result] = (await page.evaluate('window.measured')) as [number, number];
        painted.push(paint);
        shown.push(result);
      }
      return [
        spreadRow(`${what}, interaction to next paint`, spreadOf(painted), 'p95 < 100 ms'),
        spreadRow(`${what}, click to its result on the screen`, spreadOf(shown)),
      ];
    };
    return [
      ...(await measure('a filter in the shop', '.facet:nth-of-type(3) .values a')),
      ...(await measure('another order in the shop', '.toolbar .sort li:nth-child(3) a', () =>
        page.click('.toolbar .sort summary'),
      )),
      ...(await measure('more products in the shop', '.further a[rel="next"]')),
      ...(await measure(
        'a quick look in the shop',
        '#products .card:nth-child(2) .card-quick a',
        () => page.hover('#products .card:nth-child(2)'),
        `document.querySelector('dialog:modal') !== null`,
      )),
      await markupRow(page, application.url),
    ];
  } finally {
    await browser.close();
    await application.stop();
  }
}

/** What the cards add to a packed page, each. */
async function markupRow(page: Page, url: string): Promise<Row> {
  const whole = await (await fetch(`${url}/shop/cookware`)).text();
  await page.goto(`${url}/shop/cookware`);
  const { without, cards } = await page.evaluate((html) => {
    const document = new DOMParser().parseFromString(html, 'text/html');
    const all = document.querySelectorAll('#products .card');
    for (const card of all) card.remove();
    return { without: document.documentElement.outerHTML, cards: all.length };
  }, whole);
  const bytes = (gzipSync(whole).length - gzipSync(without).length) / cards;
  return {
    what: 'markup of a card in a page, packed',
    figure: `${(bytes / 1000).toFixed(3)} kB`,
    aim: '< 1.2 kB',
    values: { bytes },
  };
}
