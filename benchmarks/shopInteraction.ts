import type { Page } from 'puppeteer-core';
import { TestBrowser } from '../tests/support/browser';
import { spreadOf, spreadRow, type Row } from './measure';
import { startApplication } from './server';

const ROUNDS = 20;

/**
 * Code for the page, as text: the loader's own marks on functions mean nothing there. From a click to the frame in which
 * the shelf says something else.
 */
const timed = (selector: string): string => `(async () => {
  const shelf = document.querySelector('#products');
  const before = shelf.textContent;
  const started = performance.now();
  document.querySelector(${JSON.stringify(selector)}).click();
  await new Promise((resolve) => {
    const look = () =>
      shelf.isConnected && shelf.textContent === before ? requestAnimationFrame(look) : requestAnimationFrame(resolve);
    look();
  });
  return performance.now() - started;
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
    const measure = async (what: string, selector: string): Promise<Row> => {
      const times: number[] = [];
      for (let n = 0; n < ROUNDS; n++) {
        await page.goto(`${application.url}/shop/cookware?price=${n}..400`, { waitUntil: 'networkidle0' });
        times.push((await page.evaluate(timed(selector))) as number);
      }
      return spreadRow(`${what}, from the click to the next paint`, spreadOf(times), 'median < 100 ms');
    };
    return [
      await measure('a filter in the shop', '.facet:nth-of-type(3) .values a'),
      await measure('another order in the shop', '.sort li:nth-child(3) a'),
      await measure('more products in the shop', '.further a[rel="next"]'),
    ];
  } finally {
    await browser.close();
    await application.stop();
  }
}
