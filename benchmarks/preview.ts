import type { CDPSession, Page } from 'puppeteer-core';
import { USUAL_BANNER, USUAL_DRESS, USUAL_LAYOUT, type Fixture } from '../core/src';
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
    await page.locator('.widths button::-p-text(All)').click();
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
    return [
      spreadRow(`edit to picture in three frames, ${EDITS} edits`, spreadOf(times), 'p95 < 300 ms'),
      await keyPressRow(page, application.url),
    ];
  } finally {
    await browser.close();
    await application.stop();
  }
}

const FIXTURES = 60;
const KEYS = 'Everything for a small kitchen, chosen by those who cook in one';

/** A plan of 60 fixtures: banners and words in columns and tabs, with the house plan's own. */
function manyFixtures(house: readonly Fixture[]): Fixture[] {
  const more = Array.from({ length: FIXTURES - house.length }, (_, n): Fixture => {
    const base = { id: `more-${n}`, when: null, inside: null, layout: USUAL_LAYOUT, dress: USUAL_DRESS };
    if (n % 2) return { ...base, type: 'words', html: { en: `<p>Words ${n}</p>` } };
    return {
      ...base,
      type: 'banner',
      picture: null,
      focus: { x: 50, y: 50 },
      height: { wide: 80, medium: 80, narrow: 80 },
      ...USUAL_BANNER,
      heading: { en: `Banner ${n}` },
      words: {},
      link: null,
    };
  });
  return [...house, ...more];
}

const scriptSeconds = async (session: CDPSession): Promise<number> => {
  const { metrics } = await session.send('Performance.getMetrics');
  return metrics.find(({ name }) => name === 'ScriptDuration')!.value;
};

/** Script that runs for one key pressed in a field of a full plan, until the frame after it is drawn. */
async function keyPressRow(page: Page, url: string): Promise<Row> {
  const { plan } = (await page.evaluate(async () => (await fetch('/api/plans/house')).json())) as {
    plan: { fixtures: Fixture[] };
  };
  const fixtures = manyFixtures(plan.fixtures);
  const id = (await page.evaluate(async (all) => {
    const { csrfToken } = await (await fetch('/api/session')).json();
    const headers = { 'Content-Type': 'application/json', 'X-CSRF-Token': csrfToken };
    const body = JSON.stringify({
      name: 'Full',
      reach: { include: [], exclude: [] },
      from: 'house',
      as: 'copy',
    });
    const made = await (await fetch('/api/plans', { method: 'POST', headers, body })).json();
    const saved = await fetch(`/api/plans/${made.plan.id}`, {
      method: 'PUT',
      headers,
      body: JSON.stringify({ plan: { ...made.plan, fixtures: all }, version: made.version }),
    });
    if (!saved.ok) throw new Error(await saved.text());
    return made.plan.id;
  }, fixtures)) as string;
  const banner = fixtures.find(({ type }) => type === 'banner')!.id;
  await page.goto(`${url}/plans/${id}?aisle=%2Fcookware&open=fixture:${banner}`);
  await page.waitForSelector('desk-banner-slip input');
  // The window is drawn for the first time until then.
  await page.waitForNetworkIdle({ idleTime: 500 });
  await page.focus('desk-banner-slip input');
  const session = await page.createCDPSession();
  await session.send('Performance.enable');
  const times: number[] = [];
  for (const key of KEYS) {
    const before = await scriptSeconds(session);
    await page.keyboard.sendCharacter(key);
    await page.evaluate('new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn)))');
    times.push(1000 * ((await scriptSeconds(session)) - before));
  }
  return spreadRow(
    `script for a key press in a plan of ${FIXTURES} fixtures`,
    spreadOf(times),
    'median < 16 ms',
  );
}
