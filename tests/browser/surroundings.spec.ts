import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { TestBrowser } from '../support/browser';
import type { Desk } from '../support/server';
import { openShop } from '../support/story';

let desk: Desk;
let browser: TestBrowser;
beforeAll(async () => {
  const opened = await openShop();
  ({ browser } = opened);
  desk = await opened.server.signIn();
});
afterAll(() => browser.close());

describe('what shoppers bring along', () => {
  it('may be colours for all pages: what is chosen is told by a line, colours themselves stay', async () => {
    const page = await browser.page(1280, 900);
    const client = await page.createCDPSession();
    await client.send('Emulation.setEmulatedMedia', {
      features: [{ name: 'forced-colors', value: 'active' }],
    });
    await page.goto(`${browser.baseUrl}/shop/cookware/pans`);
    const seen = await page.evaluate(() => {
      const of = (selector: string, part?: string) =>
        getComputedStyle(document.querySelector(selector)!, part);
      return {
        swatch: of('.swatches a:not(.bare)', '::before').backgroundColor,
        bar: of('.histogram span').backgroundColor,
        ground: of('body').backgroundColor,
        button: of('.range button').borderTopStyle,
      };
    });
    expect(seen.button).toBe('solid');
    expect(seen.bar).not.toBe(seen.ground);
    expect(seen.swatch).not.toBe(seen.ground);
    await page.goto(`${browser.baseUrl}/shop/cookware/pans?colour=brick`);
    const chosen = await page.$eval('.values a[aria-current]', (one) => getComputedStyle(one).outlineStyle);
    expect(chosen).toBe('solid');
    await page.close();
  });

  it('may be names in another script, or without a space: no card is wider than its place', async () => {
    const long = 'Bratpfannendeckelhalterungsschraubenschlüsselaufbewahrungskasten';
    const arabic = 'مقلاة من الحديد الزهر (28 سم)';
    await desk.importFile(
      'names.csv',
      `sku,title,category,price\nNAME-1,${arabic},Cookware > Pans,20\nNAME-2,${long},Cookware > Pans,20\n`,
    );
    for (const width of [1280, 820, 390, 320]) {
      const page = await browser.page(width, 844);
      await page.goto(`${browser.baseUrl}/shop/cookware/pans?order=newest&size=60`);
      const cards = await page.$$eval('#products .card', (all) =>
        all.map((card) => ({
          title: card.querySelector('.card-name')!.textContent.trim(),
          wider: card.scrollWidth - card.clientWidth,
          start: card.querySelector('.card-name')!.getBoundingClientRect().left,
          align: getComputedStyle(card.querySelector('.card-name')!).textAlign,
          left: card.getBoundingClientRect().left,
        })),
      );
      for (const title of [arabic, long]) {
        const card = cards.find((one) => one.title === title)!;
        expect([title, card.wider <= 0, card.align], String(width)).toEqual([title, true, 'left']);
      }
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(width);
      await page.close();
    }
  });
});
