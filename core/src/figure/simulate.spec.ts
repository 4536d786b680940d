import { describe, expect, it } from 'vitest';
import { attentionOf } from './attention';
import { seeded } from '../estimate/chance';
import type { Asked, View, ViewPlace } from './counts';
import { simulateView, trueAttention, trueSight, USUAL_SHOPPERS, type OfferedCard } from './simulate';

const card = (product: number): OfferedCard => ({
  ...{ sku: `P-${product}`, product, price: 4_000, saving: 0, rating: 4, soldOut: product === 3, badges: [] },
});
const asked: Asked = { facets: [], order: null, query: null, found: 24 };
const at: ViewPlace = {
  ...{ aisle: 'front', plan: 'house', edition: 1, lang: 'en', width: 'wide', narrowed: false },
};

/** So many days with the cards one place further each. */
function walk(seed: number, days: number, visits: number): View[] {
  const chance = seeded(seed);
  return Array.from({ length: days }, (_, day) =>
    Array.from({ length: visits }, () => {
      const cards = Array.from({ length: 24 }, (_unused, n) => card((n + day) % 24));
      const shelf = { shelf: 'shelf', columns: { wide: 4, medium: 3, narrow: 2 }, cards };
      return simulateView(chance, USUAL_SHOPPERS, at, shelf, asked);
    }),
  ).flat();
}

describe('simulated shoppers', () => {
  it('do the same for the same seed, and something else for another one', () => {
    expect(walk(4, 2, 20)).toEqual(walk(4, 2, 20));
    expect(walk(4, 2, 20)).not.toEqual(walk(5, 2, 20));
  });

  it('see as many of a row as they are said to, and never buy what is sold out or what they haven’t put in a cart', () => {
    const views = walk(9, 1, 6_000);
    const seen = (place: number) =>
      views.filter(({ cards }) => cards.some((one) => one.place === place)).length / views.length;
    for (const place of [1, 4, 5, 9, 13])
      expect(Math.abs(seen(place) - trueSight(place, 4, USUAL_SHOPPERS.goesOn.wide))).toBeLessThan(0.02);
    const events = views.flatMap(({ cards }) => cards);
    expect(events.filter(({ carted, clicked }) => carted && !clicked)).toEqual([]);
    expect(events.filter(({ bought, carted }) => bought && !carted)).toEqual([]);
    expect(events.filter(({ sku, carted }) => sku === 'P-3' && carted)).toEqual([]);
    expect(events.some(({ bought }) => bought === 2)).toBe(true);
  });

  it('leave counters from which the attention of each place is found again', () => {
    const cells = walk(2, 24, 700).flatMap(({ cards }) =>
      cards.map(({ place, sku, clicked }) => ({
        ...{ place, product: Number(sku.slice(2)), seen: 1, clicks: clicked ? 1 : 0 },
      })),
    );
    const found = attentionOf(cells).places.slice(0, 12);
    const held = found.filter(({ place, factor }) => {
      const truth = trueAttention(place, USUAL_SHOPPERS);
      return factor!.low <= truth && truth <= factor!.high;
    });
    expect(held.length).toBeGreaterThanOrEqual(10);
    expect(found[11].factor!.high).toBeLessThan(0.9);
  });
});
