import { describe, expect, it } from 'vitest';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { FRAME, product } from '../testing/catalogues';
import { NO_SEARCH_RULES, type Rung } from '../clause/searchRules';
import { SearchIndex } from './searchIndex';

const snapshot = snapshotOf(FRAME, [
  product(1, { titles: { en: 'Copper saucepan' } }),
  product(2, { titles: { en: 'Iron saucepan with a lid' } }),
  product(3, { titles: { en: 'Bread knife' } }),
  product(4, { titles: { en: 'Bread board' } }),
  product(5, { titles: { en: 'Whistling kettle' } }),
]);
const index = SearchIndex.of(snapshot, 'en');
const rungs = (...on: Rung[]) => ({
  ...NO_SEARCH_RULES,
  nothing: { ...NO_SEARCH_RULES.nothing, rungs: on.map((rung) => ({ rung, on: true })) },
});
const instead = (q: string, ...on: Rung[]) => index.searchOrClimb(snapshot, q, rungs(...on)).instead;
const found = (q: string, ...on: Rung[]): number[] =>
  Array.from(index.searchOrClimb(snapshot, q, rungs(...on)).places, (p) => snapshot.ids[p]);

describe('where a search finds nothing', () => {
  it('seeks the closest spelling, which begins alike where two are equally near', () => {
    expect(instead('ketttell', 'spelling')).toEqual({ text: 'kettle', by: 'spelling', without: [] });
    expect(found('ketttell', 'spelling')).toEqual([5]);
    expect(instead('kvfp', 'spelling'), 'too far from everything').toBeUndefined();
    expect(instead('ket', 'spelling'), 'a beginning is found by itself').toBeUndefined();
    expect(instead('12345', 'spelling'), 'another number is another thing').toBeUndefined();
  });

  it('leaves the weakest words out: as few as can be, of such those without which most is found', () => {
    expect(instead('bread saucepan', 'weakest')).toEqual({
      text: 'bread',
      by: 'weakest',
      without: ['saucepan'],
    });
    expect(instead('golden copper saucepan', 'weakest')).toMatchObject({ text: 'copper saucepan' });
    expect(found('iron lid kettle', 'weakest')).toEqual([2]);
    expect(instead('zzz qqq', 'weakest'), 'no word finds anything').toBeUndefined();
    expect(instead('zzz', 'weakest')).toBeUndefined();
  });

  it('climbs in the order that the shop says, and goes on with what a rung made of the text', () => {
    expect(instead('wxstlqng zzz', 'spelling', 'weakest')).toEqual({
      text: 'whistling',
      by: 'spelling',
      without: ['zzz'],
    });
    expect(instead('kettle qqqq', 'weakest', 'spelling')).toMatchObject({ by: 'weakest', text: 'kettle' });
    expect(instead('kettle qqqq')).toBeUndefined();
    expect(instead('kettle', 'weakest'), 'what finds something is not changed').toBeUndefined();
  });
});

describe('compound words', () => {
  const plain = (q: string): number[] =>
    Array.from(index.search(snapshot, q).places, (p) => snapshot.ids[p]).sort();

  it('are found written together or apart, as the catalogue has them', () => {
    expect(plain('sauce pan')).toEqual([1, 2]);
    expect(plain('copper sauce pan')).toEqual([1]);
    expect(plain('breadknife')).toEqual([3]);
    expect(plain('breadkettle'), 'both halves have to be there').toEqual([]);
    const [how] = index.explain(snapshot, 'breadknife', [2], NO_SEARCH_RULES);
    expect(how).toEqual([{ said: 'breadknife', by: 'compound', word: 'bread knife' }]);
  });

  it('follow the catalogue: a word that is gone is known no more', () => {
    const other = SearchIndex.of(snapshotOf(FRAME, [product(1, { titles: { en: 'Bread' } })]), 'en');
    expect(other.read('breadknife').flatMap(({ ways }) => ways.map(({ by }) => by))).toEqual([
      'itself',
      'ending',
    ]);
  });
});
