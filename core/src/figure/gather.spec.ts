import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { COUNTED, type View } from './counts';
import { Gathering, MOST_PLACES } from './gather';

const PRICES = new Map([
  ['a', 1_000],
  ['b', 2_500],
]);
const productOf = (sku: string) => {
  const price = PRICES.get(sku);
  return price === undefined ? null : { id: sku.charCodeAt(0), price };
};

const view = (change: Partial<View> = {}): View => ({
  at: { aisle: 'category:1', plan: 'house', edition: 3, lang: 'en', width: 'wide', narrowed: false },
  asked: { facets: [], order: null, query: null, found: 40 },
  opens: true,
  cards: [{ shelf: 'shelf', place: 2, sku: 'a', badges: ['new'], seen: true, clicked: true, bought: 2 }],
  ...change,
});

const gathered = (...views: View[]): Gathering => {
  const gathering = new Gathering();
  for (const one of views) gathering.add(one, '2026-11-29', productOf);
  return gathering;
};

const mark = (gathering: Gathering, kind: string, name: string) =>
  gathering.marks().find((one) => one.kind === kind && one.name === name);

describe('what browsers tell, added up', () => {
  it('counts the card at its place, and the aisle by plan, edition, width, language and badge', () => {
    const gathering = gathered(view());
    const counts = { seen: 1, clicks: 1, carts: 0, bought: 2, revenue: 2_000 };
    expect(gathering.cards()).toEqual([
      {
        ...counts,
        ...{ day: '2026-11-29', aisle: 'category:1', shelf: 'shelf', place: 2, width: 'wide', product: 97 },
      },
    ]);
    for (const [kind, name] of [
      ['all', ''],
      ['plan', 'house'],
      ['edition', '3'],
      ['width', 'wide'],
      ['lang', 'en'],
    ])
      expect(mark(gathering, kind, name)).toMatchObject({ ...counts, visits: 1 });
    expect(mark(gathering, 'badge', 'new')).toMatchObject({ ...counts, visits: 0 });
  });

  it('counts a visit once, however often its cards are told of', () => {
    const gathering = gathered(view(), view({ opens: false }), view({ opens: false, cards: [] }));
    expect(mark(gathering, 'all', '')).toMatchObject({ visits: 1, seen: 2 });
  });

  it('has no places for what was filtered or sorted otherwise, and knows what was chosen', () => {
    const gathering = gathered(
      view({
        at: { ...view().at, narrowed: true },
        asked: { facets: ['colour=red', 'colour=blue'], order: 'price', query: '  Cast  IRON ', found: 3 },
      }),
    );
    expect(gathering.cards()[0].place).toBe(0);
    expect(mark(gathering, 'facet', 'colour')).toMatchObject({ visits: 1, clicks: 1 });
    expect(mark(gathering, 'value', 'colour=blue')).toMatchObject({ visits: 1 });
    expect(mark(gathering, 'order', 'price')).toMatchObject({ visits: 1 });
    expect(mark(gathering, 'within', 'cast iron')).toMatchObject({ visits: 1, found: 3 });
  });

  it('leaves out products that there aren’t, and puts far places together', () => {
    const cards = (sku: string, place: number) => [{ shelf: 's', place, sku, badges: [], seen: true }];
    expect(gathered(view({ cards: cards('constructor', 1) })).cards()).toEqual([]);
    const far = gathered(view({ cards: cards('a', 900) }), view({ cards: cards('a', 1_200) }));
    expect(far.cards()).toMatchObject([{ place: MOST_PLACES, seen: 2 }]);
  });

  it('adds up to the same in any order, and grows with places, not with visits', () => {
    const card = fc.record({
      shelf: fc.constantFrom('shelf', 'sale'),
      place: fc.integer({ min: 1, max: 6 }),
      sku: fc.constantFrom('a', 'b', 'gone'),
      badges: fc.subarray(['new', 'sale']),
      seen: fc.boolean(),
      clicked: fc.boolean(),
      bought: fc.nat(2),
    });
    fc.assert(
      fc.property(fc.array(fc.array(card, { maxLength: 5 }), { maxLength: 40 }), (all) => {
        const views = all.map((cards) => view({ cards }));
        const [one, other] = [gathered(...views), gathered(...views.toReversed())];
        const sums = (gathering: Gathering) =>
          COUNTED.map((name) => gathering.cards().reduce((sum, counts) => sum + counts[name], 0));
        expect(sums(one)).toEqual(sums(other));
        const slow = views
          .flatMap(({ cards }) => cards)
          .filter(({ sku }) => sku !== 'gone')
          .reduce((sum, { bought = 0, sku }) => sum + bought * PRICES.get(sku)!, 0);
        expect(sums(one)[COUNTED.indexOf('revenue')]).toBe(slow);
        expect(one.cards().length).toBeLessThanOrEqual(2 * 6 * 2);
      }),
    );
  });
});
