import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { stepsOf, stepsOfBins, type NumberCount } from './steps';

const valuesArbitrary: fc.Arbitrary<NumberCount[]> = fc
  .uniqueArray(fc.integer({ min: -4_000, max: 4_000 }), { minLength: 1, maxLength: 60 })
  .chain((numbers) =>
    fc
      .array(fc.integer({ min: 0, max: 50 }), { minLength: numbers.length, maxLength: numbers.length })
      .map((counts) =>
        numbers
          .map((number, k) => ({ number: number / 4, count: counts[k] }))
          .sort((a, b) => a.number - b.number),
      ),
  );

describe('stepsOf', () => {
  it('holds every product in one step, ascending, none of them empty', () => {
    fc.assert(
      fc.property(valuesArbitrary, fc.integer({ min: 2, max: 8 }), (values, most) => {
        const steps = stepsOf(values, most);
        expect(steps.length).toBeLessThanOrEqual(most + 1);
        expect(steps.reduce((sum, { count }) => sum + count, 0)).toBe(
          values.reduce((sum, { count }) => sum + count, 0),
        );
        steps.forEach(({ from, to, count }, at) => {
          expect(count).toBeGreaterThan(0);
          expect(count).toBe(
            values
              .filter(({ number }) => number >= from && number <= to)
              .reduce((sum, value) => sum + value.count, 0),
          );
          if (at) expect(from).toBeGreaterThan(steps[at - 1].to);
        });
      }),
    );
  });

  it('is of a width that people would choose where the products spread over it', () => {
    const values = [16, 18, 20, 22, 24, 26, 28, 30, 32].map((number) => ({ number, count: 5 }));
    expect(stepsOf(values).map(({ from, to, count }) => [from, to, count])).toEqual([
      [15, 19, 10],
      [20, 24, 15],
      [25, 29, 10],
      [30, 32, 10],
    ]);
  });

  it('is of about equal counts where one width would hold nearly all', () => {
    const values = [1, 2, 3, 4, 5, 6, 400].map((number) => ({ number, count: 10 }));
    const steps = stepsOf(values, 4);
    expect(steps.length).toBeGreaterThan(2);
    expect(Math.max(...steps.map(({ count }) => count))).toBeLessThanOrEqual(30);
  });

  it('is nothing for nothing, and one step for one number', () => {
    expect(stepsOf([])).toEqual([]);
    expect(stepsOf([{ number: 3, count: 0 }])).toEqual([]);
    expect(stepsOf([{ number: 3, count: 2 }])).toEqual([{ from: 3, to: 3, count: 2 }]);
  });
});

/** The roundest number between the last two bins, −1.4, is none that quarters can be. */
const BETWEEN_QUARTERS = [
  { number: -11.5, count: 1 },
  { number: -1.5, count: 8 },
  { number: -0.25, count: 1 },
];

describe('stepsOfBins', () => {
  it('counts as single numbers would, or says that the bins are too coarse', () => {
    let told = 0;
    fc.assert(
      fc.property(valuesArbitrary, fc.constantFrom(1, 2, 5, 10, 50), (values, width) => {
        const bins = new Map<number, NumberCount>();
        for (const { number, count } of values) {
          const low = Math.floor((number * 4) / width) * width;
          const bin = bins.get(low) ?? { number: low / 4, upTo: (low + width - 1) / 4, count: 0 };
          bins.set(low, { ...bin, count: bin.count + count });
        }
        const steps = stepsOfBins([...bins.values()], 4);
        if (!steps) return;
        told++;
        for (const { from, to, count } of steps)
          expect(count).toBe(
            values
              .filter(({ number }) => number >= from && number <= to)
              .reduce((sum, value) => sum + value.count, 0),
          );
      }),
      { examples: [[BETWEEN_QUARTERS, 5]] },
    );
    expect(told).toBeGreaterThan(0);
  });
});
