import { describe, expect, it } from 'vitest';
import type { ArrangedAisle, ArrangedProduct } from '@fond/contract';
import { freshInsert, orderGroup, USUAL_PIN, type Pin, type ShelfInsert, type Standing } from '@fond/core';
import { boardCards, inPages, liveCards, stepOf, type BoardView } from './boardCards';

const none = {
  price: null,
  saving: null,
  stock: null,
  sold: null,
  lately: null,
  views: null,
  rating: null,
  margin: null,
  age: null,
};
const product = (sku: string, change: Partial<ArrangedProduct> = {}): ArrangedProduct => ({
  sku,
  title: `Pan ${sku}`,
  image: '/pictures/1-240',
  by: 'order',
  group: null,
  inStock: true,
  featured: false,
  figures: none,
  ...change,
});
const aisle: ArrangedAisle = {
  aisle: { key: 'front', title: 'Shop' },
  today: '2026-06-15',
  total: 4,
  pages: { first: 12, others: 12 },
  standing: [],
  products: [
    product('A', { group: 'group-1', featured: true }),
    product('B', { figures: { ...none, stock: 8 } }),
    product('C', { image: null }),
    product('D', { group: 'sold-out', inStock: false, figures: { ...none, stock: 0 } }),
  ],
  live: ['B', 'A', 'D'],
};
const pin = (sku: string, of: string | null): [string, Pin] => [
  sku,
  { ...USUAL_PIN, sku, place: 1, aisle: of },
];
const view = (change: Partial<BoardView> = {}): BoardView => ({
  figure: 'stock',
  colour: null,
  sought: '',
  narrowing: 'all',
  held: new Map(),
  groups: [orderGroup('group-1', 'front', [{ kind: 'featured' }])],
  ...change,
});
const standing = (change: Partial<BoardView>): string =>
  boardCards(aisle, view(change))
    .filter(({ faded }) => !faded)
    .map(({ sku }) => sku)
    .join('');

describe('the cards of the board', () => {
  it('say how far they stand from where they stand live, and who is new', () => {
    expect(boardCards(aisle, view()).map(({ place, moved }) => [place, moved])).toEqual([
      [1, 1],
      [2, -1],
      [3, null],
      [4, -1],
    ]);
    expect(boardCards({ ...aisle, live: null }, view()).every(({ moved }) => moved === null)).toBe(true);
  });

  it('say which of them are set by hand, here or in every aisle, and what group they are of', () => {
    const cards = boardCards(aisle, view({ held: new Map([pin('A', 'front'), pin('B', null)]) }));
    expect(cards.map(({ held }) => held)).toEqual(['aisle', 'plan', null, null]);
    expect(cards.map(({ groupName }) => groupName)).toEqual(['front', '', '', 'sold out']);
  });

  it('show a figure, and are shaded by one', () => {
    const cards = boardCards(aisle, view({ colour: 'stock' }));
    expect(cards.map(({ figureText }) => figureText)).toEqual(['–', '8', '–', '0']);
    expect(cards.map(({ shade }) => shade)).toEqual([null, 1, null, 0]);
  });

  it('stand out by words in any order and by what they are; all others fade', () => {
    expect(standing({})).toBe('ABCD');
    expect(standing({ sought: ' b PAN ' })).toBe('B');
    expect(standing({ narrowing: 'featured' })).toBe('A');
    expect(standing({ narrowing: 'sold-out' })).toBe('D');
    expect(standing({ narrowing: 'no-picture' })).toBe('C');
    expect(standing({ narrowing: 'held', held: new Map([pin('B', null)]) })).toBe('B');
    expect(standing({ narrowing: 'featured', sought: 'd' })).toBe('');
  });

  it('are laid out page by page, and as they stand live without what isn’t there any more', () => {
    const cards = boardCards(aisle, view());
    expect(
      inPages(cards, { first: 3, others: 3 }, { inserts: [], standing: [], total: 4 }).map(
        ({ number, pieces }) => [number, pieces.length],
      ),
    ).toEqual([
      [1, 3],
      [2, 1],
    ]);
    expect(
      liveCards(cards, { ...aisle, live: ['B', 'gone', 'A'] }).map(({ sku, place }) => [sku, place]),
    ).toEqual([
      ['B', 1],
      ['A', 3],
    ]);
  });

  it('have among them what stands there on wide pages, where each page has it', () => {
    const at = (id: string, place: number, change: Partial<ShelfInsert> = {}): ShelfInsert => ({
      ...freshInsert(id),
      at: { by: 'place', place },
      ...change,
    });
    const inserts = [
      at('first', 2),
      at('also', 2),
      at('each', 1, { pages: 'all' }),
      at('end', 9, { pages: 'last' }),
    ];
    const everywhere = { first: ['wide'], others: ['wide'] } as const;
    const standing: Standing[] = inserts.map(({ id }) => ({ id, ...everywhere }));
    const keys = (total: number): string[][] =>
      inPages(boardCards(aisle, view()), { first: 3, others: 3 }, { inserts, standing, total }).map(
        ({ pieces }) => pieces.map(({ key }) => key),
      );
    expect(keys(4)).toEqual([
      ['each 0', 'A', 'first 1', 'also 1', 'B', 'C'],
      ['each 0', 'D', 'end 1'],
    ]);
    expect(keys(90)[1], 'the board has the first products only').toEqual(['each 0', 'D']);
    standing[0] = { id: 'first', first: [], others: ['wide'] };
    expect(keys(4)[0]).not.toContain('first 1');
  });

  it('are walked by keys: a card, a row, a page, or to an end', () => {
    const board = { columns: 3, page: 12, count: 40 };
    const step = (key: string): number | null => stepOf(key, 5, board);
    expect(['ArrowRight', 'ArrowLeft', 'ArrowDown', 'ArrowUp'].map(step)).toEqual([1, -1, 3, -3]);
    expect(['PageDown', 'PageUp', 'Home', 'End', 'x'].map(step)).toEqual([12, -12, -5, 34, null]);
  });
});
