import { beforeAll, describe, expect, it } from 'vitest';
import { pictureAt, srcset } from '../picture/picture';
import { compareWordsIn } from './compareWords';
import { plainWordsIn } from './plainWords';
import { productWordsIn } from './productWords';
import type { ShopWords } from './shopWords';
import { fetchWordsOf, hasWordsOf, shopWordsIn } from './words';

describe('the words of the shop', () => {
  const en = shopWordsIn('en');
  let fr: ShopWords;
  beforeAll(async () => {
    await fetchWordsOf('fr');
    expect([hasWordsOf('en'), hasWordsOf('fr'), hasWordsOf('xx')]).toEqual([true, true, true]);
    fr = shopWordsIn('fr');
  });

  it('are there in every language it speaks, and different ones', () => {
    const plain = (words: typeof en): [string, string][] =>
      Object.entries(words).filter((entry): entry is [string, string] => typeof entry[1] === 'string');
    const same = plain(en).filter(([key, text]) => Object.fromEntries(plain(fr))[key] === text);
    // Words that both languages share.
    expect(same.map(([key]) => key).sort()).toEqual(
      ['collections', 'jumpTo', 'pages', 'sku', 'total'].sort(),
    );
  });

  it.each([
    ['plain pages', plainWordsIn],
    ['comparisons', compareWordsIn],
    ['product pages', productWordsIn],
  ] as const)('are different ones on %s, too', (_, wordsIn) => {
    const [english, french] = [wordsIn('en'), wordsIn('fr')].map((words) => Object.entries(words));
    for (const [at, [key, said]] of english.entries())
      if (typeof said !== 'object') expect(String(french[at][1]), key).not.toBe(String(said));
    expect(wordsIn('xx')).toBe(wordsIn('en'));
  });

  it('count as each language does', () => {
    expect([en.products(1), en.products(0), fr.products(1), fr.products(2)]).toEqual([
      '1 product',
      '0 products',
      '1 produit',
      '2 produits',
    ]);
    expect(en.showFilters(0)).toBe('Filters');
    expect(fr.showFilters(2)).toBe('Filtres (2)');
  });

  it('fall back to English', () => {
    expect(shopWordsIn('xx')).toBe(en);
  });
});

describe('a picture', () => {
  it('is offered in every kept width', () => {
    const original = (width: number) => ({ hash: 'abc', width, height: 100 });
    expect(srcset(original(2000), [240, 480])).toBe('/pictures/abc-240 240w, /pictures/abc-480 480w');
    expect(srcset(original(300), [240, 480]), 'never larger than it is').toBe(
      '/pictures/abc-240 240w, /pictures/abc-480 300w',
    );
    expect(pictureAt('abc', 480)).toBe('/pictures/abc-480');
  });
});
