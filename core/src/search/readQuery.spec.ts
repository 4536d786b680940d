import { describe, expect, it } from 'vitest';
import type { SearchRules } from '../clause/searchRules';
import { readQuery } from './readQuery';
import { stemOf } from './stems';

const RULES: Pick<SearchRules, 'synonyms' | 'leftOut'> = {
  synonyms: [
    { id: 'a', lang: 'en', words: ['pan', 'skillet', 'frypan'], oneWay: false },
    { id: 'b', lang: 'en', words: ['dutch oven', 'casserole'], oneWay: true },
    { id: 'c', lang: 'fr', words: ['poêle', 'sauteuse'], oneWay: false },
    { id: 'd', lang: 'en', words: ['oven', 'stove'], oneWay: false },
  ],
  leftOut: [
    { lang: 'en', word: 'the' },
    { lang: 'en', word: 'for' },
  ],
};
const ways = (text: string, lang = 'en'): string[][] =>
  readQuery(text, lang, RULES).map((concept) =>
    concept.ways.map(({ words, by }) => `${by}: ${words.join(' ')}`),
  );

describe('a search text', () => {
  it('asks for each of its words by itself, and with another ending', () => {
    expect(ways('copper kettles')).toEqual([['itself: copper'], ['itself: kettles', 'ending: kettl']]);
    expect(stemOf('casseroles', 'fr')).toBe('casserol');
    expect(stemOf('Poêles', 'fr')).toBe('poel');
    expect(stemOf('28', 'en')).toBe('28');
    expect(stemOf('鍋', 'ja')).toBe('鍋');
  });

  it('asks for synonyms, whatever ending the word has, and one way only where it is said so', () => {
    expect(ways('skillets')).toEqual([
      ['itself: skillets', 'ending: skillet', 'synonym: pan', 'synonym: frypan'],
    ]);
    expect(ways('casserole')).toEqual([['itself: casserole', 'ending: casserol']]);
    expect(ways('sauteuse', 'en'), 'of another language').toEqual([['itself: sauteuse', 'ending: sauteus']]);
  });

  it('takes the longest run of words that means something else, and each word once', () => {
    expect(ways('a dutch oven oven')).toEqual([
      ['itself: a'],
      ['itself: dutch oven', 'synonym: casserole', 'synonym-ending: casserol'],
      ['itself: oven', 'synonym: stove'],
    ]);
    expect(readQuery('Pan pan PAN', 'en', RULES)).toHaveLength(1);
  });

  it('leaves out what says nothing, unless nothing else is said', () => {
    expect(readQuery('the pan for the oven', 'en', RULES).map(({ said }) => said)).toEqual(['pan', 'oven']);
    expect(readQuery('The the', 'en', RULES).map(({ said }) => said)).toEqual(['The']);
    expect(readQuery(' … ', 'en', RULES)).toEqual([]);
  });
});
