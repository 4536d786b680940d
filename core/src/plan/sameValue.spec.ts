import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sameValue } from './sameValue';

/** The same with the keys of every object the other way round. */
const turned = (value: unknown): unknown => {
  if (Array.isArray(value)) return value.map(turned);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .reverse()
      .map(([key, inner]) => [key, turned(inner)]),
  );
};
const json = fc.jsonValue().map((value) => JSON.parse(JSON.stringify(value)) as unknown);

describe('two values of JSON', () => {
  it('say the same in whatever order their keys stand', () => {
    fc.assert(
      fc.property(json, (value) => {
        expect(sameValue(value, turned(value))).toBe(true);
      }),
    );
  });

  it('say the same just when a strict comparison finds them equal', () => {
    fc.assert(
      fc.property(json, json, (one, other) => {
        let equal = true;
        try {
          expect(one).toStrictEqual(other);
        } catch {
          equal = false;
        }
        expect(sameValue(one, other)).toBe(equal);
      }),
    );
  });

  it('differ by a key that only one has, and by the order of a list', () => {
    expect(sameValue({ gap: 1, columns: 2 }, { gap: 1 })).toBe(false);
    expect(sameValue({ gap: 1 }, { gap: 1, columns: 2 })).toBe(false);
    expect(sameValue([1, 2], [2, 1])).toBe(false);
  });
});
