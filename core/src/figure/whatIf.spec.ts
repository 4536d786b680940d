import { describe, expect, it } from 'vitest';
import { attentionFit } from './attention';
import { seeded } from '../estimate/chance';
import { USUAL_SHOPPERS } from './simulate';
import { SIMULATED_PRODUCTS, simulatedCounts, trueOutcome, watchWhatIf } from './watchWhatIf';
import { whatIf, type ShownPage, type WhatIf, type WhatIfCounts } from './whatIf';

describe('what another order would bring', () => {
  it('lies within its bounds about nine times out of ten, and is called likely where it is so', () => {
    const { held, told, likely, right } = watchWhatIf(200);
    expect(held / told).toBeGreaterThan(0.86);
    expect(held / told).toBeLessThan(0.94);
    expect(likely).toBeGreaterThan(100);
    expect(right / likely).toBeGreaterThan(0.9);
    // Two hundred shops take their time on a slow machine.
  }, 240_000);

  const shoppers = { ...USUAL_SHOPPERS, seed: 5 };
  const counts = simulatedCounts(5, shoppers, 12, 80);
  const run = (then: ShownPage, from = counts): WhatIf => whatIf(from, then, seeded(1));

  it('is no difference where nothing is changed, and the same each time for the same chance', () => {
    const { change, today, then, doubts } = run(counts.today);
    expect(change).toEqual({
      clicks: { value: 0, low: 0, high: 0 },
      carts: { value: 0, low: 0, high: 0 },
      revenue: { value: 0, low: 0, high: 0 },
    });
    expect(then).toEqual(today);
    expect(doubts).toEqual([]);
    expect(run(counts.today)).toEqual(run(counts.today));
    const { clicks } = trueOutcome(counts.today, shoppers);
    expect(today.clicks.low).toBeLessThan(clicks);
    expect(today.clicks.high).toBeGreaterThan(clicks);
  });

  it('is less sure of products that nobody has seen, and says so', () => {
    const products = [...counts.today.products];
    const known = run({ ...counts.today, products: [products[10], ...products.slice(1)] });
    const unknown = run({ ...counts.today, products: [999, ...products.slice(1)] });
    const width = ({ change: { clicks } }: WhatIf): number => clicks.high - clicks.low;
    expect(width(unknown)).toBeGreaterThan(1.5 * width(known));
    expect(unknown.doubts).toEqual(['products-unknown']);
    expect(known.doubts).toEqual([]);
  });

  it('doubts what rests on few visits, on places that nobody has seen, and on none at all', () => {
    const few = simulatedCounts(3, shoppers, 1, 20);
    expect(run(few.today, few).doubts).toContain('few-visits');
    const longer = [
      ...counts.today.products,
      ...Array.from({ length: 200 }, (_, at) => at % SIMULATED_PRODUCTS),
    ];
    expect(run({ ...counts.today, products: longer }).doubts).toContain('places-unseen');
    const nobody: WhatIfCounts = {
      visits: { wide: 0, medium: 0, narrow: 0 },
      seen: { wide: new Map(), medium: new Map(), narrow: new Map() },
      today: counts.today,
      products: new Map(),
      attention: attentionFit([]),
    };
    const { today, doubts } = run(counts.today, nobody);
    expect(today.clicks).toEqual({ value: 0, low: 0, high: 0 });
    expect(doubts).toEqual(['few-visits', 'places-unknown', 'products-unknown', 'places-unseen'].slice(0, 3));
  });
});
