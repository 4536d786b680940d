import { describe, expect, it } from 'vitest';
import { freshInsert } from '@fond/core';
import { insertPlaceWords, insertsWords } from './insertWords';

describe('what stands among products', () => {
  it('is told by its place and its pages', () => {
    const one = freshInsert('a');
    expect(insertPlaceWords(one)).toBe('at place 5 on the first page');
    expect(insertPlaceWords({ at: { by: 'every', every: 12 }, pages: 'all' })).toBe(
      'behind every 12 on every page',
    );
    expect(insertPlaceWords({ at: { by: 'end' }, pages: 'last' })).toBe('at the end on the last page');
    expect(insertsWords({ inserts: [] })).toBe('nothing else');
    expect(insertsWords({ inserts: [one] })).toBe('one thing, at place 5 on the first page');
    expect(insertsWords({ inserts: [one, one] })).toBe('2 things');
  });
});
