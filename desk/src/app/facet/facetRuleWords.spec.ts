import { describe, expect, it } from 'vitest';
import { facetChoice, USUAL_VALUES } from '@fond/core';
import { facetRuleWords } from './facetRuleWords';

describe('what a filter is told to do', () => {
  it('is said only where it differs from the usual', () => {
    expect(facetRuleWords(facetChoice('colour'))).toBe('in every aisle');
    expect(
      facetRuleWords({
        ...facetChoice('colour'),
        categories: [3],
        helps: { values: 3, coverage: 40 },
        values: { ...USUAL_VALUES, hidden: ['red'] },
        steps: [10, 20],
        indexed: [{ value: 'red', title: {}, words: {} }],
      }),
    ).toBe('in one category, where it has 3 values on 40 %, 1 hidden, 2 steps set, 1 for search engines');
    expect(
      facetRuleWords({
        ...facetChoice('colour'),
        values: {
          ...USUAL_VALUES,
          scale: 'sizes',
          families: [],
          labels: [{ value: 'red', label: { en: 'Rot' } }],
        },
        indexAll: true,
      }),
    ).toBe('values in an order of its own, 0 groups of its own, 1 called otherwise, all for search engines');
  });
});
