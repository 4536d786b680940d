import { describe, expect, it } from 'vitest';
import { attentionFit, attentionOf, type PlaceCell } from './attention';
import { seeded } from '../estimate/chance';

const PLACES = 12;
const PRODUCTS = 30;
const attention = (place: number): number => 1 / (1 + 0.08 * (place - 1));
const appeal = (product: number): number => 0.03 + 0.004 * product;

/** Days on which the products stand in another order each; so many see each place. */
function shop(seed: number, days: number, seen: number): PlaceCell[] {
  const chance = seeded(seed);
  const cells: PlaceCell[] = [];
  for (let day = 0; day < days; day++)
    for (let place = 1; place <= PLACES; place++) {
      const product = (place + day * 7) % PRODUCTS;
      let clicks = 0;
      for (let one = 0; one < seen; one++) if (chance() < appeal(product) * attention(place)) clicks++;
      cells.push({ place, product, seen, clicks });
    }
  return cells;
}

describe('the attention that places get', () => {
  it('is found exactly where clicks are just what the model says', () => {
    const cells = shop(1, 20, 1).map(({ place, product }) => ({
      ...{ place, product, seen: 1_000 },
      clicks: 1_000 * appeal(product) * attention(place),
    }));
    const { places, appeals } = attentionOf(cells);
    for (const { place, factor } of places) expect(factor!.value).toBeCloseTo(attention(place), 4);
    for (const [product, found] of appeals) expect(found).toBeCloseTo(appeal(product), 4);
  });

  it('lies within its bounds about nine times out of ten', () => {
    let [held, told] = [0, 0];
    for (let seed = 1; seed <= 60; seed++)
      for (const { place, factor } of attentionOf(shop(seed, 20, 150)).places.slice(1)) {
        told++;
        if (factor!.low <= attention(place) && attention(place) <= factor!.high) held++;
      }
    expect(held / told).toBeGreaterThan(0.86);
    expect(held / told).toBeLessThan(0.94);
  });

  it('doesn’t take what is well liked for a good place', () => {
    // The best product stands last for most of the time; its clicks there are many.
    const cells = [
      { place: 1, product: 1, seen: 9_000, clicks: 270 },
      { place: 4, product: 2, seen: 9_000, clicks: 900 },
      { place: 1, product: 2, seen: 1_000, clicks: 200 },
      { place: 4, product: 1, seen: 1_000, clicks: 15 },
    ];
    const [, last] = attentionOf(cells).places;
    expect(last.factor!.value).toBeCloseTo(0.5, 2);
  });

  it('is known of all other places where nobody clicked at one of them', () => {
    const cells = shop(4, 20, 150);
    const quiet = { place: 40, product: 1, seen: 3, clicks: 0 };
    const [before, after] = [attentionOf(cells), attentionOf([...cells, quiet])];
    expect(after.places.at(-1)).toEqual({ place: 40, factor: null });
    for (const [at, { factor }] of before.places.entries())
      expect(after.places[at].factor!.high).toBeCloseTo(factor!.high, 1);
    expect(attentionFit([...cells, quiet]).places).toEqual(before.places.map(({ place }) => place));
  });

  it('is unknown where no product leads there from the first place, or nobody clicked', () => {
    const { places } = attentionOf([
      { place: 1, product: 1, seen: 500, clicks: 40 },
      { place: 2, product: 1, seen: 500, clicks: 30 },
      { place: 3, product: 2, seen: 500, clicks: 30 },
      { place: 4, product: 3, seen: 500, clicks: 0 },
    ]);
    expect(places.map(({ factor }) => factor !== null)).toEqual([true, true, false, false]);
    expect(places[0].factor).toEqual({ value: 1, low: 1, high: 1 });
    expect(attentionOf([]).places).toEqual([]);
    expect(attentionOf([{ place: 1, product: 1, seen: 9, clicks: 0 }]).places[0].factor).toBeNull();
  });
});
