import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sortedByNumbers } from './sortByNumbers';

const number = fc.oneof(
  fc.integer({ min: -5, max: 5 }),
  fc.double({ noNaN: true, noDefaultInfinity: true }),
  fc.constantFrom(-0, Number.MAX_VALUE),
);

describe('sortedByNumbers', () => {
  it('sorts as comparing would, and leaves what is equal as it was', () => {
    const keyed = fc.integer({ min: 1, max: 80 }).chain((size) =>
      fc.record({
        keys: fc.array(fc.array(number, { minLength: size, maxLength: size }), { maxLength: 3 }),
        list: fc.shuffledSubarray([...Array(size).keys()]),
      }),
    );
    fc.assert(
      fc.property(keyed, ({ keys, list }) => {
        const columns = keys.map((key) => Float64Array.from(key));
        const compare = (a: number, b: number): number => {
          for (const key of keys) if (key[a] !== key[b]) return key[a] < key[b] ? -1 : 1;
          return list.indexOf(a) - list.indexOf(b);
        };
        expect([...sortedByNumbers(columns, Uint32Array.from(list))]).toEqual([...list].sort(compare));
      }),
      { numRuns: 500 },
    );
  });
});
