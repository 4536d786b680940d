import { describe, expect, it } from 'vitest';
import { freshAnswer, RESERVED_PARAMETERS, type QueryAnswer } from '@fond/core';
import { answerWords, filtersIn, isSearch, isWhole } from './answerWords';

const answer = (change: Partial<QueryAnswer>): QueryAnswer => ({
  ...freshAnswer('a', 'en'),
  queries: ['pan'],
  ...change,
});

describe('what an answer does, in brief', () => {
  it('tells all of it, and says so where there is nothing yet', () => {
    expect(answerWords(answer({}))).toBe('nothing yet');
    expect(
      answerWords(
        answer({
          pins: [{ sku: 'A', place: 1 }],
          lifted: ['B', 'C'],
          leftOut: ['D'],
          filters: 'colour=red',
          heading: 'Pans',
        }),
      ),
    ).toBe('1 held at places · 2 first · 1 not shown · filtered · words above');
  });

  it('tells of nothing else where it leads elsewhere, but of its days', () => {
    const away = answer({ leadsTo: '/tags/gifts', lifted: ['B'], from: '2026-12-01', to: '2026-12-24' });
    expect(answerWords(away)).toBe('straight to /tags/gifts · from 2026-12-01 until 2026-12-24');
    expect(answerWords(answer({ words: 'Hello', to: '2026-12-24' }))).toBe('words above · until 2026-12-24');
  });
});

describe('an answer', () => {
  it('is whole with a query, days in their order, and an address that is no search', () => {
    expect(isWhole(answer({}))).toBe(true);
    expect(isWhole(answer({ queries: [] }))).toBe(false);
    expect(isWhole(answer({ from: '2026-12-02', to: '2026-12-01' }))).toBe(false);
    expect(isWhole(answer({ from: '2026-12-01', to: '2026-12-01' }))).toBe(true);
    expect(isWhole(answer({ leadsTo: '/search?q=pan' }))).toBe(false);
  });

  it('may lead to an aisle that is only called like the search', () => {
    expect(['/search', '/search/', '/search#a', '/search?q=a'].map(isSearch)).toEqual([
      true,
      true,
      true,
      true,
    ]);
    expect(['/searchlights', '/tags/search', null].map(isSearch)).toEqual([false, false, false]);
  });

  it('takes the filters of an address, and nothing else of it', () => {
    const known = new Set(['colour', 'price', 'constructor']);
    const taken = (address: string): string => filtersIn(address, known, RESERVED_PARAMETERS);
    expect(taken('https://shop.example/pans?colour=red,blue&page=2&utm=x&price=..50#top')).toBe(
      'colour=red%2Cblue&price=..50',
    );
    expect(taken('colour=red')).toBe('colour=red');
    expect(taken('/pans?constructor=a&toString=b')).toBe('constructor=a');
    expect(taken('/pans?colour=')).toBe('');
  });
});
