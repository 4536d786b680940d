import { beforeAll, describe, expect, it } from 'vitest';
import { editionFrom } from '../plan/edition';
import { merging } from '../catalogue/merge';
import { patchSnapshot } from '../catalogue/patch';
import { runToEnd } from '../catalogue/steps';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { composePage } from '../page/composePage';
import { shelfModelOf } from '../page/pageModel';
import { housePlan } from '../plan/housePlan';
import { FRAME, NOW, product } from '../testing/catalogues';
import { NO_SEARCH_RULES } from '../clause/searchRules';
import { SearchIndex } from './searchIndex';

const snapshot = snapshotOf(FRAME, [
  product(1, { titles: { en: 'Copper saucepan', fr: 'Casserole en cuivre' }, tags: [1] }),
  product(2, { titles: { en: 'Crêpe pan' }, attributes: { material: 'copper' } }),
  product(3, { titles: { en: 'Bread knife' }, categories: [5] }),
]);
let index: SearchIndex;
beforeAll(() => {
  index = SearchIndex.of(snapshot, 'en');
});
const found = (q: string): number[] =>
  Array.from(index.search(snapshot, q).places, (p) => snapshot.ids[p]).sort();

describe('SearchIndex', () => {
  it('finds by prefix, with a small typing error, and without accents', () => {
    expect(found('sauce')).toEqual([1]);
    expect(found('sacepan')).toEqual([1]);
    expect(found('crepe')).toContain(2);
  });

  it('finds by tag, attribute and category, and wants every word', () => {
    expect(found('induction')).toEqual([1]);
    expect(found('copper')).toEqual([1, 2]);
    expect(found('copper knife')).toEqual([]);
    expect(found('knives')).toEqual([3]);
  });

  it('finds by a synonym and by another ending, and says how', () => {
    const rules = {
      ...NO_SEARCH_RULES,
      synonyms: [{ id: 'a', lang: 'en', words: ['skillet', 'crepe pan'], oneWay: true }],
      leftOut: [{ lang: 'en', word: 'the' }],
    };
    const ids = (q: string): number[] =>
      Array.from(index.search(snapshot, q, rules).places, (p) => snapshot.ids[p]).sort();
    expect(found('skillets')).toEqual([]);
    expect(ids('the skillets')).toEqual([2]);
    expect(ids('knife')).toEqual([3]);
    expect(found('coppers'), 'a stem finds what it begins').toEqual([1, 2]);
    const by = (q: string, id: number) =>
      index
        .explain(snapshot, q, [snapshot.ids.indexOf(id)], rules)[0]
        .map(({ said, by: way, word }) => `${said}: ${way} ${word}`);
    expect(by('the skillet', 2)).toEqual(['skillet: synonym crepe pan']);
    expect(by('coppers knife', 2)).toEqual(['coppers: ending copper', 'knife: null ']);
    expect(by('sacepan', 1)).toEqual(['sacepan: spelling sacepan']);
  });

  it('finds categories and tags, the best first', () => {
    expect(index.groups('pan', NO_SEARCH_RULES, 5)).toEqual([{ kind: 'category', value: 'cookware/pans' }]);
    expect(index.groups('induct', NO_SEARCH_RULES, 5)).toEqual([{ kind: 'tag', value: 'induction' }]);
  });

  it('finds by an article number that there is that product alone, whatever the case of its letters', () => {
    const numbered = snapshotOf(FRAME, [
      product(1142, { titles: { en: 'Pan 1143' }, sku: 'PK-1142' }),
      product(1143, { titles: { en: 'Pan 1142' }, sku: 'PK-1143' }),
      product(1144, { titles: { en: 'Lid' }, sku: 'PK-11424' }),
    ]);
    const own = SearchIndex.of(numbered, 'en');
    const ids = (q: string): number[] => Array.from(own.search(numbered, q).places, (p) => numbered.ids[p]);
    for (const q of ['PK-1142', ' pk-1142 ']) expect(ids(q)).toEqual([1142]);
    expect(ids('1142').sort(), 'a number finds no other one, but what begins with it').toEqual([
      1142, 1143, 1144,
    ]);
    expect(ids('PK-9').length).toBe(0);
  });

  it('ranks a hit in the title above one elsewhere, and the page follows', () => {
    const edition = editionFrom(1, { documents: [housePlan(snapshot, 'House')], ranges: [], blends: [] });
    const page = composePage(snapshot, edition, {
      path: '/search',
      parameters: { q: 'copper' },
      matches: index.search(snapshot, 'copper'),
      now: NOW,
    })!;
    const shelf = shelfModelOf(page)!;
    expect(shelf.cards.map((card) => card.id)).toEqual([1, 2]);
    expect(shelf.order.key).toBe('relevance');
    expect(page.aisle.title).toBe('Results for “copper”');
  });

  it('is brought along to what changed, and answers for it like one that is made anew', () => {
    const moving = SearchIndex.of(snapshot, 'en');
    expect(moving.fits(patchSnapshot(snapshot, [{ id: 1, price: 5, stock: 0, featured: true }], 2))).toBe(
      true,
    );
    const rows = [
      product(2, { titles: { en: 'Pancake griddle' }, attributes: { material: 'iron' } }),
      product(4, { titles: { en: 'Copper ladle' } }),
    ];
    const after = runToEnd(merging(snapshot, FRAME, rows, new Set([3]), 2));
    expect(moving.fits(after)).toBe(false);
    runToEnd(moving.updating(after));
    const fresh = SearchIndex.of(after, 'en');
    for (const q of ['copper', 'pan', 'griddle', 'knife', 'iron', 'crepe', 'ladle', 'P-4'])
      expect(moving.search(after, q), q).toEqual(fresh.search(after, q));
  });
});
