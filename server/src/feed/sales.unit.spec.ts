import { describe, expect, it } from 'vitest';
import { changesOf, type Offer } from './sales';

const OFFERS: readonly Offer[] = Array.from({ length: 40 }, (_, at) => ({
  sku: `P-${at}`,
  price: { amount: 20 + at },
  ...(at % 4 === 0 && { was: { amount: 30 + at } }),
}));
const TURNS = Array.from({ length: 1_000 }, (_, turn) => turn);

describe('the simulated shop system', () => {
  it('does the same in the same turn', () => {
    expect(changesOf(24, OFFERS)).toEqual(changesOf(24, OFFERS));
    expect(changesOf(24, OFFERS)).not.toEqual(changesOf(25, OFFERS));
  });

  it('tells of each product once a turn, with a number that grows from turn to turn', () => {
    let last = 0;
    for (const turn of TURNS) {
      const changes = changesOf(turn, OFFERS);
      expect(new Set(changes.map(({ sku }) => sku)).size).toBe(changes.length);
      for (const { number } of changes) expect(number - 1).toBeGreaterThan(last);
      last = changes[0].number;
    }
  });

  it('sells, gets in as much over time, prices anew and makes something now and then', () => {
    const all = TURNS.flatMap((turn) => changesOf(turn, OFFERS));
    const stock = all.map(({ add }) => add?.stock ?? 0);
    const [out, back] = [stock.filter((n) => n < 0), stock.filter((n) => n > 0)].map((some) =>
      Math.abs(some.reduce((sum, n) => sum + n, 0)),
    );
    expect(back / out).toBeGreaterThan(0.8);
    expect(back / out).toBeLessThan(1.4);
    const priced = all.filter(({ set }) => set && 'was' in set);
    expect(priced).toHaveLength(40);
    for (const { set } of priced)
      if (set!['was'] !== '') expect(Number(set!['price'])).toBeLessThan(Number(set!['was']));
    expect(all.filter(({ set }) => set && 'title' in set)).toHaveLength(2);
    const late = changesOf(399 + 400 * 20, OFFERS);
    expect(
      late.every(({ set }) => !set || !('title' in set)),
      'not for ever',
    ).toBe(true);
  });

  it('has nothing to tell of a shop that offers nothing', () => {
    expect(changesOf(3, [])).toEqual([]);
  });
});
