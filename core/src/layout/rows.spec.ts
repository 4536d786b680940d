import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { editionFrom } from '../plan/edition';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { composePage } from '../page/composePage';
import { housePlan } from '../plan/housePlan';
import { FRAME, NOW, product } from '../testing/catalogues';
import { fullRowSizes, MAX_PER_PAGE, productsAPage, rowsOf } from './rows';
import { renditionFor } from '../width/renditions';
import { tallyOf } from '../tally/tally';

const columns = fc.integer({ min: 1, max: 6 });
const rows = Array.from({ length: 28 }, (_, at) => product(at + 1));
const snapshot = snapshotOf(FRAME, rows);
const plan = housePlan(snapshot, 'House');

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

describe('productsAPage', () => {
  it('takes as many as are said, full rows of the wide page, or all that there are', () => {
    const columns = { wide: 4, medium: 2, narrow: 1 };
    expect(productsAPage({ by: 'products', count: 9 }, columns)).toBe(9);
    expect(productsAPage({ by: 'rows', count: 3 }, columns)).toBe(12);
    expect(productsAPage({ by: 'rows', count: 3 }, { ...columns, wide: 5 })).toBe(15);
    expect(productsAPage({ by: 'all' }, columns)).toBe(MAX_PER_PAGE);
    expect(productsAPage({ by: 'rows', count: 100 }, columns), 'never more than a page bears').toBe(200);
  });
});

describe('renditionFor', () => {
  it('asks for the smallest rendition that stays sharp', () => {
    expect(renditionFor(288, 1)).toBe(360);
    expect(renditionFor(288, 2)).toBe(720);
    expect(renditionFor(900, 2)).toBe(1920);
    expect(renditionFor(2000, 2), 'the widest there is').toBe(2720);
  });
});

describe('tallyOf', () => {
  it('counts the page in the window', () => {
    const edition = editionFrom(1, { documents: [plan], ranges: [], blends: [] });
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
