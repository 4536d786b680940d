import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { freshInsert, type ShelfInsert } from '../plan/inserts';
import { followed } from '../width/widths';
import { insertedCells, insertsOn, pageAt, pageCut, pagesOf, startOf } from './inserts';

const insert = (id: string, change: Partial<ShelfInsert>): ShelfInsert => ({ ...freshInsert(id), ...change });
const places = (inserts: readonly ShelfInsert[], products: number, page = 1, pages = 3): string[] =>
  insertsOn(inserts, products, page, pages).map(({ insert: { id }, before }) => `${id} ${before}`);

describe('what stands among the products of a page', () => {
  it('stands before the place that is said, behind every so many, or at the end', () => {
    const inserts = [
      insert('end', { at: { by: 'end' }, pages: 'all' }),
      insert('every', { at: { by: 'every', every: 4 }, pages: 'all' }),
      insert('fifth', {}),
    ];
    expect(places(inserts, 12)).toEqual(['every 4', 'fifth 4', 'every 8', 'end 12']);
    expect(places(inserts, 3)).toEqual(['end 3', 'fifth 3']);
    expect(places(inserts, 12, 2)).toEqual(['every 4', 'every 8', 'end 12']);
    expect(places(inserts, 0), 'an empty page stays empty').toEqual([]);
  });

  it('stands on the last page where it is for that one, be it the first', () => {
    const last = [insert('bye', { at: { by: 'end' }, pages: 'last' })];
    expect([1, 2, 3].map((page) => places(last, 5, page).length)).toEqual([0, 0, 1]);
    expect(places(last, 5, 1, 1)).toEqual(['bye 5']);
  });
});

const inserts = fc.array(
  fc.record({
    at: fc.oneof(
      fc.record({ by: fc.constant('place' as const), place: fc.integer({ min: 1, max: 20 }) }),
      fc.record({ by: fc.constant('every' as const), every: fc.integer({ min: 2, max: 9 }) }),
      fc.constant({ by: 'end' as const }),
    ),
    pages: fc.constantFrom('all' as const, 'first' as const, 'last' as const),
    columns: fc.integer({ min: 1, max: 2 }).map(followed),
    rows: fc.integer({ min: 1, max: 2 }).map(followed),
  }),
  { maxLength: 3 },
);

describe('the pages of a shelf', () => {
  it('fill their rows by products and inserts together, and add up to the whole listing', () => {
    fc.assert(
      fc.property(
        inserts,
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 1, max: 8 }),
        fc.integer({ min: 0, max: 300 }),
        (changes, columns, rows, total) => {
          const all = changes.map((change, at) => insert(`i${at}`, change));
          const cut = pageCut({ by: 'rows', count: rows }, followed(columns), () => all);
          const pages = pagesOf(total, cut);
          let seen = 0;
          for (let page = 1; page <= pages; page++) {
            const from = startOf(page, cut);
            expect(from).toBe(seen);
            const products = Math.min(total, startOf(page + 1, cut)) - from;
            seen += products;
            for (const place of [from + 1, from + products])
              if (products) expect(pageAt(place, cut)).toBe(page);
            if (page === pages) continue;
            const lasting = all.filter((one) => one.pages !== 'last');
            const cells = insertedCells(lasting, products, page, Infinity, 'wide', columns);
            if (products > 1) expect(products + cells).toBeLessThanOrEqual(rows * columns);
            const more = insertedCells(lasting, products + 1, page, Infinity, 'wide', columns);
            expect(products + 1 + more, 'no room for another one').toBeGreaterThan(rows * columns);
          }
          expect(seen).toBe(total);
        },
      ),
    );
  });

  it('have as many products as are said where that is not rows', () => {
    const all = [insert('one', { pages: 'all' })];
    expect(pageCut({ by: 'products', count: 12 }, followed(3), () => all)).toEqual({ first: 12, others: 12 });
    expect(pageCut({ by: 'rows', count: 4 }, followed(3), () => all)).toEqual({ first: 11, others: 11 });
    expect(pageCut({ by: 'rows', count: 4 }, followed(3), () => [insert('one', {})])).toEqual({
      first: 11,
      others: 12,
    });
  });
});
