import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { atAllWidths, versionsByPart } from '@fond/core';
import type { TrialSummary } from '@fond/contract';
import { button, press, says, type TestBrowser } from '../support/browser';
import { readPlan, savePlan, withShelf } from '../support/plans';
import type { Desk } from '../support/server';
import { openShop } from '../support/story';
import { BROWSER, shownAt, viewOf } from '../support/views';

type Opened = Awaited<ReturnType<typeof openShop>>;
let browser: TestBrowser;
let server: Opened['server'];
let desk: Desk;
beforeAll(async () => {
  ({ browser, server } = await openShop());
  desk = await server.signIn();
});
afterAll(() => browser.close());

/** The house plan's draft with another number of columns; nothing of it is published. */
async function draft(columns: number): Promise<void> {
  const { plan, version } = await readPlan(desk, 'house');
  await savePlan(desk, withShelf(plan, { columns: atAllWidths(columns) }), version);
}
const trials = async (): Promise<TrialSummary[]> => (await desk.get('/api/trials')).body as TrialSummary[];
const byPartOf = ({ id, versions }: TrialSummary): Uint8Array =>
  versionsByPart({
    id,
    versions: versions.map(({ share }) => ({ share, document: null, ranges: [], blends: [] })),
  });

/** How many cards stand in the first row, for a shopper with a number. */
async function across(part: number): Promise<number> {
  const page = await browser.page(1280, 800);
  await page.setUserAgent({ userAgent: BROWSER });
  await page.setCookie({ name: 'fond.part', value: String(part), url: browser.baseUrl });
  await page.goto(`${browser.baseUrl}/shop/cookware`);
  await page.waitForSelector('.cards .card');
  const tops = await page.$$eval('.cards .card', (cards) =>
    cards.map((card) => Math.round(card.getBoundingClientRect().top)),
  );
  await page.close();
  return tops.filter((top) => top === tops[0]).length;
}

/** What browsers of a share of shoppers have told. */
async function told(part: number, visits: number, clicks: number): Promise<void> {
  const shown = await shownAt(server.guest, '/cookware');
  for (let visit = 0; visit < visits; visit++)
    server.application.counting.take(
      {
        id: `tried-by-${part}-at-${String(visit).padStart(4, '0')}`,
        views: [
          viewOf(shown, [
            {
              ...{ shelf: shown.shelf, place: 1, sku: shown.cards[0].sku, badges: [], seen: true as const },
              ...(visit < clicks && { clicked: true as const }),
            },
          ]),
        ],
      },
      BROWSER,
      part,
    );
}

describe('a draft that is tried', () => {
  it('is begun where one publishes, seen by its share alone, judged, and kept in one press', async () => {
    await draft(5);
    const page = await browser.desk('/publish?plans=house');
    await press(page, 'label::-p-text(On a share of shoppers)');
    await says(page, 'desk-trial-fields', 'too few to say');
    await page.locator('desk-trial-fields input.field').fill('Five in a row');
    await press(page, button('Begin the trial'));
    await says(page, 'h1', 'Five in a row');
    await says(page, '.answer', 'too little has been counted');
    const [trial] = await trials();
    const byPart = byPartOf(trial);
    const [plain, other] = [byPart.indexOf(0), byPart.indexOf(1)];
    expect(await across(other)).toBe(5);
    expect(await across(plain)).toBeLessThan(5);

    // Each hundredth of the shoppers comes; those who see the draft choose more.
    for (const [part, version] of byPart.entries()) await told(part, 24, version ? 16 : 8);
    await server.application.counting.settle();
    await page.reload();
    await says(page, '.answer', 'B is better than A');
    await says(page, '.answer', 'You can end it and keep B');
    await press(page, 'summary::-p-text(As a table)');
    await says(page, 'desk-question', 'more');
    await press(page, 'summary::-p-text(See both pages)');
    await page.waitForSelector('desk-before-after iframe');
    await press(page, button('Keep B: publish it for all'));
    await says(page, '.answer', 'B was published at its end');
    expect([await across(plain), await across(other)]).toEqual([5, 5]);
    await page.goto(`${browser.baseUrl}/trials`);
    await says(page, 'table', 'B was kept');
  });

  it('waits for a third version, and is called off without a trace', async () => {
    await draft(2);
    const page = await browser.desk('/publish?plans=house');
    await press(page, 'label::-p-text(On a share of shoppers)');
    await page.locator('desk-trial-fields input.field').fill('Two or three');
    await press(page, 'desk-trial-fields label::-p-text(Begin at once)');
    await press(page, button('Prepare the trial'));
    await says(page, '.answer', 'everybody sees what is live');
    await draft(3);
    await press(page, button('Add the draft as it is now'));
    await says(page, '.page header', '25 see C');
    await page.waitForSelector(`${button('Call it off')}:not([disabled])`);
    await press(page, button('Call it off'));
    await says(page, '.page header', 'called off');
    const [trial] = await trials();
    expect(trial).toMatchObject({ state: 'called-off', name: 'Two or three' });
    expect(trial.versions).toHaveLength(3);
    expect(await across(0)).toBe(5);
  });
});
