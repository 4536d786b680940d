import { describe, expect, it } from 'vitest';
import type { FloorAisle } from '@fond/contract';
import { floorLines, reachFor } from './floorTree';

function aisle(key: string, title: string, parent: string | null, plan = 'house'): FloorAisle {
  return {
    key,
    kind: key.split(':')[0] as FloorAisle['kind'],
    path: `/${title.toLowerCase()}`,
    title,
    titles: { en: title, fr: `${title} (fr)` },
    parent,
    products: 1,
    productsItself: 1,
    plan: { id: plan, name: plan },
    why: { kind: 'everything' },
    others: [],
    leftOut: [],
    standIn: null,
    attribute: null,
    closed: false,
    picture: null,
    disputed: false,
    publishedAt: null,
  };
}

const AISLES = [
  aisle('front', 'Front', null),
  aisle('category:1', 'Cookware', null),
  aisle('category:2', 'Pans', 'category:1', 'pans'),
  aisle('category:3', 'Woks', 'category:2', 'pans'),
  aisle('category:4', 'Knives', null),
];
const titles = (text = '', plan: string | null = null, folded: string[] = []): string[] =>
  floorLines(AISLES, { text, plan }, new Set(folded)).map((line) => line.aisle.title);

describe('the lines of the floor', () => {
  it('show the tree with its depth, in the server’s order', () => {
    expect(
      floorLines(AISLES, { text: '', plan: null }, new Set()).map((line) => [
        line.aisle.title,
        line.depth,
        line.branch,
      ]),
    ).toEqual([
      ['Front', 0, false],
      ['Cookware', 0, true],
      ['Pans', 1, true],
      ['Woks', 2, false],
      ['Knives', 0, false],
    ]);
  });

  it('are those in which something was found, with all above them, where only those are wanted', () => {
    const found = (...keys: string[]): string[] =>
      floorLines(AISLES, { text: '', plan: null, found: new Set(keys) }, new Set(['category:1'])).map(
        (line) => line.aisle.title,
      );
    expect(found('category:3')).toEqual(['Cookware', 'Pans', 'Woks']);
    expect(found('gone')).toEqual([]);
  });

  it('leave out what is folded away', () => {
    expect(titles('', null, ['category:1'])).toEqual(['Front', 'Cookware', 'Knives']);
    expect(titles('', null, ['category:2'])).toEqual(['Front', 'Cookware', 'Pans', 'Knives']);
  });

  it('show a found aisle with all above it, folded or not', () => {
    expect(titles('wok', null, ['category:1'])).toEqual(['Cookware', 'Pans', 'Woks']);
    expect(titles('WOKS fr')).toEqual(['Cookware', 'Pans', 'Woks']);
    expect(titles('spoon')).toEqual([]);
  });

  it('show the aisles of one plan where they hang', () => {
    expect(titles('', 'pans')).toEqual(['Cookware', 'Pans', 'Woks']);
    expect(titles('knives', 'pans')).toEqual([]);
  });
});

describe('reachFor', () => {
  it('takes a category with all below it, and any other aisle by itself', () => {
    expect(reachFor(AISLES[2]).include).toEqual([{ kind: 'category', category: 2, below: true }]);
    expect(reachFor(AISLES[0]).include).toEqual([{ kind: 'aisle', aisle: 'front' }]);
  });
});
