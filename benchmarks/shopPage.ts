import { TestBrowser } from '../tests/support/browser';
import type { Row } from './measure';
import { startApplication } from './server';

interface Seen {
  shift: number;
  /** Bytes of all scripts as they were sent. */
  script: number;
  pictures: { name: string; bytes: number }[];
}

/** Code for the page, as text: the loader's own marks on functions mean nothing there. */
const SEEN = `new Promise((resolve) => {
  let shift = 0;
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) if (!entry.hadRecentInput) shift += entry.value;
  }).observe({ type: 'layout-shift', buffered: true });
  const files = performance.getEntriesByType('resource');
  requestAnimationFrame(() => requestAnimationFrame(() => resolve({
    shift,
    script: files
      .filter(({ name }) => name.endsWith('.js'))
      .reduce((sum, { encodedBodySize }) => sum + encodedBodySize, 0),
    pictures: files
      .filter(({ name }) => name.includes('/pictures/'))
      .map(({ name, encodedBodySize }) => ({ name, bytes: encodedBodySize })),
  })));
})`;

const WIDTHS = [1280, 820, 390];

/** What a published page costs a shopper: script, movement of what is there already, and its largest picture. */
export async function shopPageRows(folder: string): Promise<Row[]> {
  const application = await startApplication(folder, true);
  const browser = await TestBrowser.launch(application.url);
  try {
    let shift = 0;
    let largest = 0;
    let script = 0;
    for (const address of ['/shop', '/shop/cookware', '/shop/knives-and-boards'])
      for (const width of WIDTHS) {
        const page = await browser.page(width, 900);
        await page.goto(application.url + address, { waitUntil: 'networkidle0' });
        const seen = (await page.evaluate(SEEN)) as Seen;
        shift = Math.max(shift, seen.shift);
        largest = Math.max(largest, ...seen.pictures.map(({ bytes }) => bytes));
        script = Math.max(script, seen.script);
        await page.close();
      }
    return [
      {
        what: 'script of a published page, packed',
        figure: `${(script / 1000).toFixed(1)} kB`,
        aim: '< 90 kB',
        values: { bytes: script },
      },
      {
        what: `layout shift of three pages at ${WIDTHS.join(', ')} px, the most`,
        figure: shift.toFixed(4),
        aim: '0.00',
        values: { shift },
      },
      {
        what: 'largest picture of these pages',
        figure: `${(largest / 1000).toFixed(1)} kB`,
        aim: '< 60 kB',
        values: { bytes: largest },
      },
    ];
  } finally {
    await browser.close();
    await application.stop();
  }
}
