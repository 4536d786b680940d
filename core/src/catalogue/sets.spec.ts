import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boundIn, numberColumn, uniteSpan, ValueColumnBuilder } from './columns';
import {
  acquireBitset,
  countOf,
  fullBitset,
  releaseBitset,
  holds,
  intersectInto,
  listInto,
  stretchesOf,
  toPosting,
  uniteInto,
  emptyBitset,
} from './sets';

const size = fc.integer({ min: 0, max: 200 });
/** A size and a set of positions below it. */
const someSet = size.chain((n) =>
  fc.tuple(fc.constant(n), fc.uniqueArray(fc.nat(Math.max(0, n - 1)), { maxLength: n })),
);

const listed = (bits: Uint32Array): number[] => {
  const out = new Uint32Array(countOf(bits));
  listInto(bits, out);
  return [...out];
};
const asWords = (n: number, members: readonly number[]): Uint32Array => {
  const bits = emptyBitset(n);
  uniteInto(bits, toPosting(Uint32Array.from([...members].sort((a, b) => a - b)), n));
  return bits;
};

describe('sets of positions', () => {
  it('give back what was put in, in ascending order, in either form', () => {
    fc.assert(
      fc.property(someSet, ([n, members]) => {
        const bits = asWords(n, members);
        expect(listed(bits)).toEqual([...members].sort((a, b) => a - b));
        expect(countOf(bits)).toBe(members.length);
        for (let p = 0; p < n; p++) expect(holds(bits, p)).toBe(members.includes(p));
      }),
    );
  });

  it('choose the smaller form: a list costs 32 bits a member, a bitset one bit a product', () => {
    expect(toPosting(Uint32Array.of(1, 5), 64).list).not.toBeNull();
    expect(toPosting(Uint32Array.of(1, 5, 9), 64).bits).not.toBeNull();
  });

  it('hold no bit beyond the last product', () => {
    fc.assert(
      fc.property(size, (n) => {
        expect(countOf(fullBitset(n))).toBe(n);
      }),
    );
  });

  it('unite and intersect as sets do', () => {
    fc.assert(
      fc.property(someSet, fc.array(fc.nat(199)), ([n, a], others) => {
        const b = [...new Set(others.filter((p) => p < n))];
        const both = asWords(n, a);
        intersectInto(both, asWords(n, b));
        expect(listed(both)).toEqual(a.filter((p) => b.includes(p)).sort((x, y) => x - y));
      }),
    );
  });

  it('are lent clear, whatever was left in them', () => {
    const dirty = acquireBitset(3);
    dirty.fill(0xffffffff);
    releaseBitset(dirty);
    expect([...acquireBitset(3)]).toEqual([0, 0, 0]);
  });
});

describe('a number column', () => {
  const numbers = fc.array(fc.option(fc.integer({ min: -5, max: 30 }), { nil: NaN }), { maxLength: 150 });

  it('finds the products of any range, missing numbers never among them', () => {
    fc.assert(
      fc.property(
        numbers,
        fc.integer({ min: -6, max: 31 }),
        fc.integer({ min: -6, max: 31 }),
        (values, a, b) => {
          const [from, to] = a < b ? [a, b] : [b, a];
          const column = numberColumn('x', Float64Array.from(values));
          const bits = emptyBitset(values.length);
          uniteSpan(bits, column, boundIn(column, from, false), boundIn(column, to, true));
          expect(listed(bits)).toEqual(
            values.flatMap((value, p) => (value >= from && value <= to ? [p] : [])),
          );
        },
      ),
    );
  });
});

describe('a value column', () => {
  const rows = fc.array(fc.uniqueArray(fc.constantFrom<string[]>('a', 'b', 'c', 'd'), { maxLength: 3 }), {
    maxLength: 80,
  });

  it('tells the same by product and by value', () => {
    fc.assert(
      fc.property(rows, (products) => {
        const builder = new ValueColumnBuilder('x');
        for (const values of products)
          builder.add(
            values.map((value) => builder.code(value, () => ({ labels: {}, number: null, swatch: null }))),
          );
        const column = builder.finish();
        products.forEach((values, p) => {
          const codes = [...column.codes.subarray(column.offsets[p], column.offsets[p + 1])];
          expect(codes.map((code) => column.values[code].value)).toEqual(values);
          if (column.single) expect(column.single[p]).toBe(codes.length ? codes[0] + 1 : 0);
        });
        column.values.forEach(({ value }, code) => {
          const bits = emptyBitset(products.length);
          uniteInto(bits, column.postings[code]);
          expect(listed(bits)).toEqual(products.flatMap((values, p) => (values.includes(value) ? [p] : [])));
        });
      }),
    );
  });

  it('packs single values into one number a product', () => {
    const builder = new ValueColumnBuilder('x');
    const code = builder.code('a', () => ({ labels: {}, number: null, swatch: null }));
    builder.add([code]);
    builder.add([]);
    expect([...builder.finish().single!]).toEqual([1, 0]);
  });
});

describe('stretches', () => {
  it('hold every member, begin and end with one, and lie apart', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.nat(3_000), { maxLength: 60 }).map((members) => asWords(3_001, members)),
        (bits) => {
          const stretches = stretchesOf(bits);
          const inside = new Set<number>();
          for (let s = 0; s < stretches.length; s += 2) {
            expect(bits[stretches[s]]).not.toBe(0);
            expect(bits[stretches[s + 1] - 1]).not.toBe(0);
            if (s) expect(stretches[s]).toBeGreaterThan(stretches[s - 1]);
            for (let w = stretches[s]; w < stretches[s + 1]; w++) inside.add(w);
          }
          bits.forEach((word, w) => word !== 0 && expect(inside.has(w)).toBe(true));
          expect(countOf(bits, stretches)).toBe(countOf(bits));
        },
      ),
    );
  });
});
