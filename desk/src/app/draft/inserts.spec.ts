import { describe, expect, it } from 'vitest';
import { freshInsert } from '@fond/core';
import { placeOnPage, withInsert } from './inserts';

const cut = { first: 11, others: 12 };

describe('something put before a product of an aisle', () => {
  it('stands at the place that the product has on its page', () => {
    expect(placeOnPage({ pages: 'first' }, 5, 40, cut)).toEqual({
      at: { by: 'place', place: 5 },
      pages: 'first',
    });
    expect(placeOnPage({ pages: 'first' }, 12, 40, cut)).toEqual({
      at: { by: 'place', place: 1 },
      pages: 'all',
    });
  });

  it('keeps to every page, and to the last one where it is put there', () => {
    expect(placeOnPage({ pages: 'all' }, 3, 40, cut).pages).toBe('all');
    expect(placeOnPage({ pages: 'last' }, 36, 40, cut)).toEqual({
      at: { by: 'place', place: 1 },
      pages: 'last',
    });
    expect(placeOnPage({ pages: 'last' }, 13, 40, cut).pages).toBe('all');
    expect(placeOnPage({ pages: 'last' }, 3, 40, cut).pages).toBe('first');
  });

  it('changes alone', () => {
    const [one, other] = [freshInsert('a'), freshInsert('b')];
    expect(withInsert([one, other], 'b', { pages: 'all' })).toEqual([one, { ...other, pages: 'all' }]);
  });
});
