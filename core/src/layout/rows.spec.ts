import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { snapshotOf } from '../catalogue/snapshot';
import { composePage } from '../page/composePage';
import { housePlan } from '../plans/housePlan';
import { shelfOf } from '../plans/plan';
import { FRAME, NOW, product } from '../testing/catalogues';
import { cardWidth, fullRowSizes, pictureSizes, renditionFor, rowsOf } from './rows';
import { tallyOf } from './tally';

const columns = fc.integer({ min: 1, max: 6 });
const rows = Array.from({ length: 28 }, (_, at) => product(at + 1));
const snapshot = snapshotOf(FRAME, rows);
const plan = housePlan(snapshot, 'House');
const shelf = shelfOf(plan)!;

describe('rowsOf', () => {
  it('lays out every card, and leaves none of its rows empty', () => {
    fc.assert(
      fc.property(fc.nat(500), columns, (cards, count) => {
        const figures = rowsOf(cards, count);
        expect(Math.max(0, figures.rows - 1) * count + figures.lastRow).toBe(cards);
        if (cards) expect(figures.lastRow).toBeGreaterThan(0);
        expect(figures.lastRow).toBeLessThanOrEqual(count);
      }),
    );
  });
});

describe('fullRowSizes', () => {
  it('offers only sizes that fill rows at every width, and all of them', () => {
    fc.assert(
      fc.property(columns, columns, columns, (wide, medium, narrow) => {
        const sizes = fullRowSizes({ wide, medium, narrow });
        for (let size = 1; size <= 60; size++)
          expect(sizes.includes(size)).toBe(size % wide === 0 && size % medium === 0 && size % narrow === 0);
      }),
    );
  });
});

describe('cardWidth', () => {
  it('shares the room beside the facet panel among columns and gaps', () => {
    // 1280 − 2·40 padding − 248 panel − 40 between = 912; two gaps of 24 leave 864 for three cards.
    expect(cardWidth(shelf, 1280, true)).toBe(288);
    expect(cardWidth(shelf, 1280, false)).toBe((1200 - 48) / 3);
    // 390 − 2·16 = 358, one gap of 12.
    expect(cardWidth(shelf, 390, true)).toBe(173);
  });

  it('asks for the smallest rendition that stays sharp', () => {
    expect(renditionFor(288, 1)).toBe(360);
    expect(renditionFor(288, 2)).toBe(720);
    expect(renditionFor(900, 2)).toBe(960);
  });

  it('tells the browser the same widths', () => {
    expect(pictureSizes(shelf, true)).toBe(
      '(min-width: 1440px) 341px, (min-width: 1024px) calc((100vw - 416px) / 3), ' +
        '(min-width: 640px) calc((100vw - 80px) / 2), calc((100vw - 44px) / 2)',
    );
  });
});

describe('tallyOf', () => {
  it('counts the page in the window', () => {
    const edition = { number: 1, plans: [plan], ranges: [] };
    const page = composePage(snapshot, edition, {
      path: '/cookware/pans',
      parameters: {},
      matches: null,
      now: NOW,
    })!;
    const tally = tallyOf(page, plan)!;
    expect(tally).toMatchObject({ products: 28, pages: 3, pageSize: 12 });
    expect(tally.widths.wide.full).toEqual({ columns: 3, rows: 4, lastRow: 3 });
    expect(tally.widths.wide.last).toEqual({ columns: 3, rows: 2, lastRow: 1 });
    expect(tally.fullRowSizes.slice(0, 3)).toEqual([6, 12, 18]);
  });
});
