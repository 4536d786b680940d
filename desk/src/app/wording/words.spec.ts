import { describe, expect, it } from 'vitest';
import type { FloorAisle, Vocabulary } from '@fond/contract';
import type { Reach, ReachRule } from '@fond/core';
import { joinWords, reachWords, ruleWords, whyWords } from './reachWords';
import { cardElement, facetChoice } from '@fond/core';
import { elementWords, facetWords, orderWords, shortList } from './words';

const aisles = [
  { key: 'category:1', title: 'Cookware' },
  { key: 'category:2', title: 'Clearance' },
  { key: 'tag:3', title: 'Handmade' },
] as FloorAisle[];

const vocabulary: Vocabulary = {
  languages: ['en', 'fr'],
  currency: 'EUR',
  products: 10,
  facets: [{ key: 'material', labels: { en: 'Material', fr: 'Matière' }, coverage: 9, values: 4 }],
  attributes: [
    {
      key: 'maker',
      labels: { en: 'Maker', fr: 'Fabricant' },
      unit: null,
      onCards: true,
      type: 'text',
      values: [],
      coverage: 10,
    },
  ],
};

describe('a reach in words', () => {
  it('reads as a sentence', () => {
    const reach: Reach = {
      include: [
        { kind: 'category', category: 1, below: true },
        { kind: 'aisles', of: 'tag' },
      ],
      exclude: [{ kind: 'category', category: 2, below: false }],
    };
    expect(reachWords(reach, aisles)).toBe('Cookware and all below it and all tags, except Clearance alone');
    expect(reachWords({ include: [], exclude: [] }, aisles)).toBe('no aisle yet');
  });

  it('says when an aisle is gone', () => {
    expect(ruleWords({ kind: 'aisle', aisle: 'tag:9' }, aisles)).toBe('an aisle that is gone');
  });

  it('tells why a plan serves an aisle', () => {
    const why = (rule: ReachRule): string => whyWords(rule, aisles[0], aisles);
    expect(why({ kind: 'everything' })).toBe('no other plan reaches it');
    expect(why({ kind: 'category', category: 1, below: true })).toBe('made for this aisle and all below it');
    expect(why({ kind: 'category', category: 1, below: false })).toBe('made for this aisle');
    expect(why({ kind: 'category', category: 2, below: true })).toBe('serves Clearance and all below it');
    expect(why({ kind: 'aisles', of: 'category' })).toBe('serves all categories');
  });

  it('joins words as people do', () => {
    expect([joinWords([]), joinWords(['a']), joinWords(['a', 'b']), joinWords(['a', 'b', 'c'])]).toEqual([
      '',
      'a',
      'a and b',
      'a, b and c',
    ]);
  });
});

describe('the words of the brief', () => {
  it('tell an order from its first level to its last', () => {
    expect(
      orderWords(
        [
          { key: 'featured', reversed: false },
          { key: 'price', reversed: true },
          { key: 'blend', of: 'spring', reversed: false },
          { key: 'attribute', of: 'diameter', reversed: true },
          { key: 'attribute', of: 'gone', reversed: false },
        ],
        {
          blend: (id) => (id === 'spring' ? 'Spring sellers' : null),
          attribute: (key) =>
            key === 'diameter' ? { label: 'Diameter', unit: 'cm', numeric: true, value: String } : null,
        },
      ),
    ).toBe(
      'featured first, then dearest first, then best by “Spring sellers” first, then largest diameter first, then by an attribute that is gone',
    );
  });

  it('call a filter by its own label, else by the catalogue’s, and say when it is gone', () => {
    const choice = { ...facetChoice('material'), label: { en: 'Made of' } };
    expect(facetWords(choice, vocabulary, 'en')).toBe('Made of');
    expect(facetWords(choice, vocabulary, 'fr')).toBe('Matière');
    expect(facetWords({ ...choice, key: 'size', label: {} }, vocabulary, 'en')).toBe('size (gone)');
  });

  it('call a card’s lines by what they show', () => {
    expect(elementWords(cardElement('attribute', true, 'maker'), vocabulary, 'fr')).toBe('fabricant');
    expect(elementWords(cardElement('stock'), vocabulary, 'en')).toBe('stock word');
    expect(elementWords(cardElement('attribute', true, 'gone'), vocabulary, 'en')).toBe('gone (gone)');
  });

  it('shorten a list only when that saves more than one word', () => {
    expect(shortList(['a', 'b', 'c'], 2)).toBe('a, b, c');
    expect(shortList(['a', 'b', 'c', 'd'], 2)).toBe('a, b and 2 more');
  });
});
