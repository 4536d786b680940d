import { TestBrowser } from '../tests/support/browser';
import { spreadOf, spreadRow, type Row } from './measure';
import { startApplication } from './server';

const EDITS = 50;

/** Code for the page, as text: the loader's own marks on functions mean nothing there. */
const pressAndWait = (button: string, columns: string): string => `new Promise((resolve) => {
  const started = performance.now();
  document.querySelector('[aria-label="${button}"]').click();
  (function look() {
    const shown = [...document.querySelectorAll('iframe')].every(
      (frame) => frame.contentDocument?.querySelector('.cards')?.style.getPropertyValue('--wide') === '${columns}',
    );
    if (shown) resolve(performance.now() - started);
    else requestAnimationFrame(look);
  })();
})`;

/** From the press of a button in the brief to the changed page in all three frames of the window. */
export async function previewRows(folder: string): Promise<Row[]> {
  const application = await startApplication(folder, true);
  const browser = await TestBrowser.launch(application.url);
  try {
    const page = await browser.desk('/plans/house?aisle=%2Fcookware');
    await page.waitForSelector('desk-tally li');
    await page.locator('.widths button::-p-text(All three)').click();
    await page.locator('[data-slip="grid"]').click();
    await page.waitForSelector('desk-grid-slip');
    await page.waitForFunction(
      () =>
        [...document.querySelectorAll('iframe')].length === 3 &&
        [...document.querySelectorAll('iframe')].every((frame) =>
          frame.contentDocument?.documentElement?.classList.contains('in-window'),
        ),
    );
    const times: number[] = [];
    for (let n = 0; n < EDITS; n++) {
      const button = n % 2 ? 'Less: Columns, wide' : 'More: Columns, wide';
      const wanted = n % 2 ? '3' : '4';
      times.push((await page.evaluate(pressAndWait(button, wanted))) as number);
    }
    return [spreadRow(`edit to picture in three frames, ${EDITS} edits`, spreadOf(times), 'p95 < 300 ms')];
  } finally {
    await browser.close();
    await application.stop();
  }
}
