import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { cardPictures, coveredShare, pictureRatioOf, type BadgeRule, type Plan } from '@fond/core';
import {
  button,
  eventually,
  frameOf,
  planFor,
  press,
  pressWord,
  says,
  type TestBrowser,
  typeDay,
} from '../support/browser';
import { publishPlans, readPlan, savePlan } from '../support/plans';
import { PASSWORD, type Desk, type TestServer } from '../support/server';
import { openShop } from '../support/story';

let server: TestServer;
let desk: Desk;
let browser: TestBrowser;
beforeAll(async () => {
  ({ browser, server } = await openShop());
  desk = await server.signIn();
});
afterAll(() => browser.close());

describe('a campaign that waits', () => {
  it('gets other times, which stay as they are typed until they are stored', async () => {
    const { version } = await readPlan(desk, 'knives');
    const made = await desk.post('/api/campaigns', {
      name: 'Spring knives',
      plans: [{ id: 'knives', version }],
      zone: 'UTC',
      startsLocal: '2031-03-01T08:00',
      endsLocal: '2031-03-08T08:00',
    });
    expect(made.status, JSON.stringify(made.body)).toBe(201);
    const page = await browser.desk('/editions?view=calendar');
    await press(page, button('Change its times'));
    await typeDay(page, 'Start', '27 February 2031');
    await page.locator('input[aria-label="Start: time"]').fill('09:30');
    await page.keyboard.press('Tab');
    await page.waitForSelector('.move > button:not([disabled])');
    const said = (field: string) =>
      page.$eval(`input[aria-label="${field}"]`, (one) => (one as HTMLInputElement).value);
    expect([await said('Start'), await said('Start: time')]).toEqual(['27 Feb 2031', '09:30']);
    await press(page, '.move > button');
    await page.waitForFunction(() => !document.querySelector('.move'));
    const { body } = await desk.get('/api/campaigns');
    expect(body[0]).toMatchObject({ startsLocal: '2031-02-27T09:30', endsLocal: '2031-03-08T08:00' });
  });
});

describe('a draft that went wrong', () => {
  it('goes back to what is live as one edit, which can be undone', async () => {
    const { page } = await planFor(browser, '/storage', 'Storage of its own');
    await page.goto(`${browser.baseUrl}/plans/knives?open=grid`);
    await press(page, '[aria-label="More: Columns, wide"]');
    await says(page, 'desk-plan header', 'differs from live');
    await press(page, '[aria-label="More about this plan"]');
    await press(page, 'button::-p-text(Go back to what is live)');
    await says(page, 'desk-plan header', '● live');
    await press(page, '[aria-label="Undo"]');
    await says(page, 'desk-plan header', 'differs from live');
    await press(page, '[aria-label="More about this plan"]');
    await press(page, 'button::-p-text(Go back to what is live)');
    await page.waitForSelector('.saving.saved');
  });
});

describe('the window', () => {
  it('follows words that are typed into the shop’s own search', async () => {
    const page = await browser.desk('/floor');
    await page.goto(`${browser.baseUrl}/plans/house?aisle=/cookware`);
    const frame = await frameOf(page);
    await frame.waitForSelector('.site-search input[name=q]');
    await frame.focus('.site-search input[name=q]');
    await page.keyboard.type('copper');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => new URL(location.href).searchParams.get('aisle')?.startsWith('/search'));
    await eventually(
      frame,
      () => document.querySelector('h1')?.textContent ?? '',
      (title) => title.includes('copper'),
    );
  });

  it('stands beside a slip whose sentence is in view when it opens', async () => {
    const page = await browser.desk('/floor');
    await page.goto(`${browser.baseUrl}/plans/house?aisle=/cookware`);
    await page.waitForSelector('desk-tally li');
    for (const slip of ['look', 'badges']) {
      await pressWord(page, slip);
      await page.waitForSelector('desk-brief .slip');
      const seen = await eventually(
        page,
        () => {
          const { top } = document.querySelector('desk-brief .slip')!.getBoundingClientRect();
          return top;
        },
        (top) => top > 90 && top < 700,
      );
      expect(seen).toBeLessThan(700);
      await page.keyboard.press('Escape');
    }
  });

  it('says in its head as when and by whom it is seen', async () => {
    const page = await browser.desk('/floor');
    await page.goto(`${browser.baseUrl}/plans/house?aisle=/cookware`);
    await press(page, '.seen-as summary');
    await typeDay(page, 'Day it is seen on', '1/3/2031');
    await says(page, '.seen-as summary', '1 Mar 2031');
    await press(page, '.seen-as input[type=checkbox]');
    await says(page, '.seen-as summary', 'signed in');
  });

  it('shows its page without motion, in longer words, and with every card as it is pointed at', async () => {
    const page = await browser.desk('/plans/house?aisle=/cookware/pans');
    const frame = await frameOf(page);
    await frame.waitForSelector('.card-name a');
    await press(page, '.seen-as summary');
    await press(page, '.seen-as label::-p-text(without motion) input');
    await frame.waitForSelector('html.still-now');
    await press(page, '.seen-as label::-p-text(longer words) input');
    await frame.waitForFunction(() => document.querySelector('h1')!.textContent === 'Panspa');
    await page.select('.seen-as select', 'focus');
    await frame.waitForFunction(
      () =>
        document.querySelectorAll('.card').length ===
        document.querySelectorAll('.card.active.is-focus').length,
    );
    await says(page, '.seen-as summary', 'without motion, in longer words, with cards in focus');
    await press(page, '.seen-as button.word');
    await frame.waitForFunction(
      () => document.querySelector('h1')!.textContent === 'Pans' && !document.querySelector('.card.active'),
    );
  });

  it('is any size: of a device, typed, dragged by its edge, or moved by keys', async () => {
    const page = await browser.desk('/plans/house?aisle=/cookware');
    const seen = async (wanted: string): Promise<void> => {
      const frame = await frameOf(page);
      await frame.waitForFunction((size) => `${innerWidth} × ${innerHeight}` === size, {}, wanted);
    };
    await press(page, '.sizes summary');
    await press(page, '.sizes button::-p-text(phone held sideways)');
    await seen('844 × 390');
    await says(page, '.sizes summary', '844 × 390');
    await page.locator('.sizes label::-p-text(wide) input').fill('700');
    await page.keyboard.press('Tab');
    await seen('700 × 390');

    await page.focus('.edge');
    await page.keyboard.press('ArrowRight');
    await seen('710 × 390');
    const edge = (await (await page.waitForSelector('.edge'))!.boundingBox())!;
    // Below the sizes, which stay open.
    const [x, y] = [edge.x + edge.width / 2, edge.y + edge.height - 40];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x - 60, y, { steps: 4 });
    await page.mouse.move(x - 110, y, { steps: 4 });
    await page.mouse.up();
    await seen('600 × 390');
    await press(page, '.widths button::-p-text(Narrow)');
    await page.waitForFunction(() => document.querySelector('desk-window iframe')!.clientWidth === 390);
    await says(page, '.sizes summary', 'Other');
    await page.close();
  });

  it('pastes what can stand there, and says what could not', async () => {
    const { page } = await planFor(browser, '/table', 'Table of its own');
    await press(page, '[aria-label="More: title title"]');
    await press(page, 'button[mat-menu-item]::-p-text(Copy)');
    await press(page, '[aria-label="More: description description"]');
    await press(page, 'button[mat-menu-item]::-p-text(Paste title behind it)');
    await says(page, 'mat-snack-bar-container', 'Left out: title. A page has each only once.');
    expect(await page.$$eval('[data-line^="title"]', (lines) => lines.length)).toBe(1);
  });
});

describe('a map of the aisles', () => {
  it('can be read: its words are no smaller than they are elsewhere', async () => {
    const page = await browser.desk('/floor?view=map');
    for (const [path, opener] of [
      ['/floor?view=map', null],
      ['/plans/knives?open=reach', button('On the map')],
    ] as const) {
      await page.goto(`${browser.baseUrl}${path}`);
      if (opener) await press(page, opener);
      await page.waitForSelector('desk-treemap text');
      const sizes = await page.$$eval('desk-treemap text', (all) =>
        all
          .filter((one) => one.textContent.trim() && getComputedStyle(one).display !== 'none')
          .map((one) => parseFloat(getComputedStyle(one).fontSize)),
      );
      expect(sizes.length, path).toBeGreaterThan(3);
      expect(Math.min(...sizes), path).toBeGreaterThanOrEqual(11);
    }
  });

  it('is left by the box that leads anywhere, which stands whole in the bar of a small screen', async () => {
    const page = await browser.desk('/floor', 1024, 768);
    const box = await page.waitForSelector('.go-to', { visible: true });
    const place = await box!.evaluate((one) => ({
      clipped: one.scrollWidth > one.clientWidth,
      right: one.getBoundingClientRect().right,
    }));
    expect(place.clipped).toBe(false);
    expect(place.right).toBeLessThanOrEqual(1024);
    await page.keyboard.down('Control');
    await page.keyboard.press('k');
    await page.keyboard.up('Control');
    await page.waitForSelector('desk-go-to input');
  });
});

describe('what badges cover', () => {
  it('is told as the browser draws them, also where their words stand in several lines', async () => {
    const { plan, version } = await readPlan(desk, 'house');
    const text = 'Ready for induction and dishwashers';
    const rule: BadgeRule = {
      ...plan.badges.rules[0],
      id: 'long',
      on: true,
      clauses: [],
      text: { en: text },
      size: { wide: 15, medium: null, narrow: null },
    };
    const badged: Plan = { ...plan, badges: { rules: [rule], most: 1 } };
    const saved = await savePlan(desk, badged, version);
    expect(saved.body.errors ?? []).toEqual([]);
    await publishPlans(desk, [{ id: 'house', version: saved.body.version }]);
    const told = coveredShare([{ text, look: rule }], cardPictures(badged)!, pictureRatioOf(badged));
    for (const [name, width] of [
      ['wide', 1280],
      ['narrow', 390],
    ] as const) {
      const page = await browser.page(width, 900);
      await page.goto(`${browser.baseUrl}/shop/cookware`);
      const drawn = await page.$eval('#products .card-picture:has(.badge)', (picture) => {
        const { width: w, height: h } = picture.getBoundingClientRect();
        const badge = picture.querySelector('.badge')!.getBoundingClientRect();
        return (badge.width * badge.height) / (w * h);
      });
      expect(told[name] / drawn, `${name}: told ${told[name]}, drawn ${drawn}`).toBeGreaterThan(0.7);
      expect(told[name] / drawn, `${name}: told ${told[name]}, drawn ${drawn}`).toBeLessThan(1.35);
      await page.close();
    }
  });
});

/** How far a screen reaches to the side; what is wider scrolls within it. */
const widest = (page: Page): Promise<number> =>
  page.evaluate(() =>
    Math.max(document.documentElement.scrollWidth, document.querySelector('main')!.scrollWidth),
  );

/** A screen under a finger. */
async function phone(path: string): Promise<Page> {
  const page = await browser.desk(path, 390, 844);
  await page.setViewport({ width: 390, height: 844, hasTouch: true, isMobile: true });
  await page.waitForSelector('main h1');
  return page;
}

/** Taps what can be seen, once it stands still. */
async function tap(page: Page, selector: string): Promise<void> {
  const place = (await page.waitForSelector(selector, { visible: true }))!;
  await place.scrollIntoView();
  await page.waitForFunction(
    async (element) => {
      // Words break over lines; the first of them is tapped.
      const [before] = element.getClientRects();
      await new Promise(requestAnimationFrame);
      const [{ x, y, width, height }] = element.getClientRects();
      if (x !== before.x || y !== before.y || width !== before.width) return false;
      // A menu that has only begun to open stands still for a moment, and takes no tap yet.
      for (let around: Element | null = element; around; around = around.parentElement)
        if (around.getAnimations().some(({ playState }) => playState === 'running')) return false;
      const control = 'button, a, label, [role=button]';
      const top = document.elementFromPoint(x + width / 2, y + height / 2);
      return top?.closest(control) === element.closest(control);
    },
    {},
    place,
  );
  await place.tap();
}

describe('the desk on a phone', () => {
  it('has its screens within the width, and leads from one to the others', async () => {
    const page = await browser.desk('/floor', 390, 844);
    for (const [name, path] of [
      ['Products', '/products'],
      ['Floor', '/floor'],
    ]) {
      await press(page, `nav[aria-label="Screens"] a::-p-text(${name})`);
      await page.waitForFunction((wanted) => location.pathname === wanted, {}, path);
      await page.waitForSelector('main h1');
      expect(await widest(page)).toBeLessThanOrEqual(390);
      const last = await page.$eval(
        'header.bar > button:last-of-type',
        (button) => button.getBoundingClientRect().right,
      );
      expect(last).toBeLessThanOrEqual(390);
    }
  });

  it('publishes what somebody has drafted', async () => {
    const { plan, version } = await readPlan(desk, 'knives');
    await savePlan(desk, { ...plan, name: 'Knives of a phone' }, version);
    const newest = async (): Promise<number> => (await desk.get('/api/editions')).body[0].number;
    const before = await newest();
    const page = await browser.desk('/publish', 390, 844);
    await says(page, 'main', 'Knives of a phone');
    await press(page, 'desk-publish label::-p-text(Knives of a phone)');
    const within = await page.$$eval('main button, main input, main select', (fields) =>
      fields.filter((field) => field.checkVisibility()).map((field) => field.getBoundingClientRect().right),
    );
    expect(Math.max(...within)).toBeLessThanOrEqual(390);
    await page.waitForSelector('desk-publish desk-difference');
    await press(page, 'desk-publish .actions button:not([disabled])');
    await page.waitForFunction(() => location.pathname !== '/publish');
    expect(await newest()).toBe(before + 1);
  });

  it('shows a page of the shop first, what was found on it, and the brief beside it', async () => {
    const page = await phone('/floor');
    await page.goto(`${browser.baseUrl}/plans/house?aisle=/cookware`);
    const frame = await frameOf(page);
    await frame.waitForSelector('.card');
    expect(await widest(page)).toBeLessThanOrEqual(390);
    expect(await page.$eval('desk-brief', (brief) => brief.checkVisibility())).toBe(false);
    await tap(page, 'desk-tally button::-p-text(rows)');
    const evidence = await page.waitForSelector('desk-tally .evidence', { visible: true });
    const { x, width } = (await evidence!.boundingBox())!;
    expect(x).toBeGreaterThanOrEqual(0);
    expect(x + width).toBeLessThanOrEqual(390);
    await tap(page, '.sides button::-p-text(brief)');
    await page.waitForFunction(() => !document.querySelector('desk-window')!.checkVisibility());
    await tap(page, 'desk-brief [data-slip="grid"]');
    await page.waitForSelector('desk-grid-slip', { visible: true });
    await tap(page, '.sides button::-p-text(page)');
    await page.waitForFunction(() => document.querySelector('desk-window')!.checkVisibility());
  });

  it('restores an edition', async () => {
    const { plan, version } = await readPlan(desk, 'knives');
    const saved = await savePlan(desk, { ...plan, name: 'Knives of a bad day' }, version);
    await publishPlans(desk, [{ id: 'knives', version: saved.body.version }]);
    const [bad, good] = (await desk.get('/api/editions')).body;
    const page = await phone('/editions');
    expect(await widest(page)).toBeLessThanOrEqual(390);
    await tap(page, `[aria-label="Restore edition ${good.number}"]`);
    await tap(page, 'button[mat-menu-item]::-p-text(All of it)');
    await says(page, 'tbody tr:first-child th', String(bad.number + 1));
    const [restored] = (await desk.get('/api/editions')).body;
    expect(restored.number).toBe(bad.number + 1);
    expect((await readPlan(desk, 'knives')).live?.name).not.toBe('Knives of a bad day');
  });

  it('looks at what is scheduled, and approves what somebody else has asked for', async () => {
    const calendar = await phone('/editions?view=calendar');
    await calendar.waitForSelector('desk-campaign-calendar .days');
    expect(await widest(calendar)).toBeLessThanOrEqual(390);

    const email = 'asta.lund@pellmere.example';
    await desk.post('/api/people', { name: 'Asta Lund', email, password: PASSWORD, role: 'merchandiser' });
    const asking = await server.signIn('Asta Lund');
    const { plan, version } = await readPlan(asking, 'knives');
    const { body } = await savePlan(asking, { ...plan, name: 'Knives by Asta' }, version);
    const asked = await asking.post('/api/publications/requests', {
      plans: [{ id: 'knives', version: body.version }],
      note: '',
    });
    expect(asked.status).toBe(201);
    const page = await phone('/publish');
    await says(page, 'desk-publication-requests article', 'Asta Lund');
    expect(await widest(page)).toBeLessThanOrEqual(390);
    await tap(page, 'desk-publication-requests button::-p-text(Approve)');
    await page.waitForFunction(() => !document.querySelector('desk-publication-requests article'));
    expect((await readPlan(desk, 'knives')).live?.name).toBe('Knives by Asta');
  });
});
