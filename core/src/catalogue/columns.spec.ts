import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  changedNumbers,
  changedSingles,
  numberColumn,
  ValueColumnBuilder,
  type ValueColumn,
} from './columns';
import { membersOf } from './sets';

const number = fc.option(fc.integer({ min: -50, max: 400 }), { nil: NaN });
const numbersArbitrary = fc.array(number, { minLength: 1, maxLength: 700 });
const changesOf = <T>(size: number, value: fc.Arbitrary<T>): fc.Arbitrary<Map<number, T>> =>
  fc.array(fc.tuple(fc.nat(size - 1), value), { maxLength: 12 }).map((pairs) => new Map(pairs));

describe('changedNumbers', () => {
  it('makes the column that would be made of the changed numbers, marks and all', () => {
    fc.assert(
      fc.property(
        numbersArbitrary.chain((numbers) =>
          fc.tuple(fc.constant(numbers), changesOf(numbers.length, number)),
        ),
        ([numbers, changes]) => {
          const before = numberColumn('x', Float64Array.from(numbers));
          const marks = before.marks.map((mark) => [...mark]);
          const after = numbers.map((old, p) => changes.get(p) ?? old);
          const fast = changedNumbers(before, changes);
          const slow = numberColumn('x', Float64Array.from(after));
          expect([...fast.numbers]).toEqual(after);
          expect([...fast.sorted]).toEqual([...slow.sorted]);
          expect(fast.marks).toEqual(slow.marks);
          expect(before.marks.map((mark) => [...mark])).toEqual(marks);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('shares the marks between which nothing has moved', () => {
    const before = numberColumn(
      'x',
      Float64Array.from({ length: 1_000 }, (_, p) => p),
    );
    const after = changedNumbers(before, new Map([[500, 500.5]]));
    expect(after.marks.every((mark, k) => mark === before.marks[k])).toBe(true);
    const moved = changedNumbers(before, new Map([[0, 499.5]]));
    expect(moved.marks.filter((mark, k) => mark !== before.marks[k]).length).toBe(
      Math.floor(500 / before.markEvery) - Math.ceil(1 / before.markEvery) + 1,
    );
  });
});

/** Values a, b, c, or none. */
const built = (codes: readonly number[]): ValueColumn => {
  const builder = new ValueColumnBuilder('x');
  for (const value of ['a', 'b', 'c'])
    builder.code(value, () => ({ labels: {}, number: null, swatch: null }));
  for (const code of codes) builder.add(code < 0 ? [] : [code]);
  return builder.finish();
};

describe('changedSingles', () => {
  it('makes the column that would be made of the changed codes', () => {
    const code = fc.integer({ min: -1, max: 2 });
    fc.assert(
      fc.property(
        fc
          .array(code, { minLength: 1, maxLength: 200 })
          .chain((codes) => fc.tuple(fc.constant(codes), changesOf(codes.length, code))),
        ([codes, changes]) => {
          const fast = changedSingles(built(codes), changes);
          const slow = built(codes.map((old, p) => changes.get(p) ?? old));
          expect([...fast.single!]).toEqual([...slow.single!]);
          expect([...fast.offsets]).toEqual([...slow.offsets]);
          expect([...fast.codes]).toEqual([...slow.codes]);
          expect(fast.postings.map((posting) => [...membersOf(posting)])).toEqual(
            slow.postings.map((posting) => [...membersOf(posting)]),
          );
        },
      ),
    );
  });
});
