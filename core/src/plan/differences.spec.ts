import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { READY_LOOKS } from '../look/look';
import { applied, differ, entriesOf, withReset, idleOf, touches, valueAt } from './differences';

interface Item {
  id: string;
  type: string;
  gap: number;
  on: boolean;
  columns: { wide: number; narrow: number };
  size: { by: 'all' } | { by: 'rows'; count: number };
  label: Record<string, string>;
  facets: { key: string; shown: number }[];
  levels: { key: string; reversed: boolean }[];
}

const sized = fc.oneof(
  fc.constant({ by: 'all' as const }),
  fc.record({ by: fc.constant('rows' as const), count: fc.integer({ min: 1, max: 3 }) }),
);
const item: fc.Arbitrary<Item> = fc.record({
  id: fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f'),
  type: fc.constantFrom('shelf', 'title'),
  gap: fc.integer({ min: 0, max: 3 }),
  on: fc.boolean(),
  columns: fc.record({ wide: fc.integer({ min: 1, max: 3 }), narrow: fc.integer({ min: 1, max: 2 }) }),
  size: sized,
  label: fc.dictionary(fc.constantFrom('en', 'fr'), fc.constantFrom('x', 'y')),
  facets: fc.uniqueArray(
    fc.record({ key: fc.constantFrom('p', 'q', 'r', 's'), shown: fc.integer({ min: 1, max: 3 }) }),
    { selector: ({ key }) => key, maxLength: 4 },
  ),
  levels: fc.array(fc.record({ key: fc.constantFrom('x', 'y'), reversed: fc.boolean() }), { maxLength: 3 }),
});
const page = fc.record({
  fixtures: fc.uniqueArray(item, { selector: ({ id }) => id, maxLength: 6 }),
  related: fc.option(fc.record({ most: fc.integer({ min: 1, max: 3 }) }), { nil: null }),
});

const one = (id: string, change: Partial<Item> = {}): Item => ({
  id,
  type: 'shelf',
  gap: 1,
  on: true,
  columns: { wide: 3, narrow: 1 },
  size: { by: 'all' },
  label: {},
  facets: [],
  levels: [],
  ...change,
});
const paths = (difference: Parameters<typeof entriesOf>[0]): string[] =>
  entriesOf(difference).map(({ path, what }) => `${what} ${path.join('/')}`);

describe('a difference', () => {
  it('makes of the base just what it was taken from, whatever was set, added, moved and removed', () => {
    fc.assert(
      fc.property(page, page, (base, own) => {
        expect(applied(base, differ(base, own))).toEqual(own);
      }),
    );
  });

  it('is nothing between equals, and handing all of it back leaves nothing', () => {
    fc.assert(
      fc.property(page, page, (base, own) => {
        expect(differ(base, structuredClone(base))).toBeNull();
        let left = differ(base, own);
        for (const { path } of entriesOf(left)) left = withReset(left, path);
        expect(left).toBeNull();
        expect(applied(base, left)).toEqual(base);
      }),
    );
  });

  it('goes down to the single setting', () => {
    const base = { fixtures: [one('a'), one('b')] };
    const own = { fixtures: [one('a', { columns: { wide: 4, narrow: 1 } }), one('b', { on: false })] };
    expect(paths(differ(base, own))).toEqual(['set fixtures/a/columns/wide', 'set fixtures/b/on']);
  });

  it('tells what was added, moved and removed, and moves as little as it can', () => {
    const base = { fixtures: [one('a'), one('b'), one('c'), one('d')] };
    const own = { fixtures: [one('d'), one('a'), one('e'), one('c')] };
    expect(paths(differ(base, own))).toEqual(['added fixtures/e', 'moved fixtures/d', 'removed fixtures/b']);
  });

  it('takes what the base changes elsewhere, and keeps its own', () => {
    const base = { fixtures: [one('a'), one('b')] };
    const difference = differ(base, { fixtures: [one('a', { gap: 3 }), one('b')] });
    const changed = { fixtures: [one('a', { gap: 2, on: false }), one('n'), one('b', { gap: 0 })] };
    expect(applied(changed, difference)).toEqual({
      fixtures: [one('a', { gap: 3, on: false }), one('n'), one('b', { gap: 0 })],
    });
  });

  it('keeps a value its own when the base has come to say the same', () => {
    const base = { fixtures: [one('a', { gap: 1 })] };
    const own = { fixtures: [one('a', { gap: 3 })] };
    const first = differ(base, own);
    const caughtUp = { fixtures: [one('a', { gap: 3 })] };
    const kept = differ(caughtUp, { fixtures: [one('a', { gap: 3, on: false })] }, first);
    expect(paths(kept)).toEqual(['set fixtures/a/gap', 'set fixtures/a/on']);
    expect(paths(differ(caughtUp, { fixtures: [one('a', { gap: 3 })] }))).toEqual([]);
  });

  it('passes over what the base no longer has, and lists it', () => {
    const base = { fixtures: [one('a'), one('b')] };
    const difference = differ(base, { fixtures: [one('a', { gap: 3 }), one('b', { gap: 3 })] });
    const shrunk = { fixtures: [one('b')] };
    expect(applied(shrunk, difference)).toEqual({ fixtures: [one('b', { gap: 3 })] });
    expect(idleOf(shrunk, difference).map(({ path }) => path.join('/'))).toEqual(['fixtures/a/gap']);
  });

  it('puts what it adds behind the same neighbour, or last where that one is gone', () => {
    const base = { fixtures: [one('a'), one('b'), one('c')] };
    const difference = differ(base, { fixtures: [one('a'), one('x'), one('b'), one('c')] });
    const ids = (document: unknown): string[] =>
      (document as { fixtures: Item[] }).fixtures.map(({ id }) => id);
    expect(ids(applied({ fixtures: [one('c'), one('a')] }, difference))).toEqual(['c', 'a', 'x']);
    expect(ids(applied({ fixtures: [one('c')] }, difference))).toEqual(['c', 'x']);
  });

  it('touches what lies above and below its settings, and nothing else', () => {
    const base = { fixtures: [one('a'), one('b')] };
    const difference = differ(base, { fixtures: [one('a', { columns: { wide: 4, narrow: 1 } }), one('b')] });
    expect(touches(difference, ['fixtures', 'a'])).toBe(true);
    expect(touches(difference, ['fixtures', 'a', 'columns', 'wide', 'x'])).toBe(true);
    expect(touches(difference, ['fixtures', 'a', 'gap'])).toBe(false);
    expect(touches(difference, ['fixtures', 'b'])).toBe(false);
  });
});

describe('valueAt', () => {
  it('finds settings by the names of items, and tells what isn’t there', () => {
    const document = { fixtures: [one('a', { facets: [{ key: 'p', shown: 2 }] })] };
    expect(valueAt(document, ['fixtures', 'a', 'facets', 'p', 'shown'])).toBe(2);
    expect(valueAt(document, ['fixtures', 'z', 'gap'])).toBeUndefined();
    expect(valueAt(document, ['fixtures', 'a', 'nothing', 'there'])).toBeUndefined();
  });

  it('names each setting of a look by itself, down to one role of type and one button', () => {
    const base = READY_LOOKS.enamel;
    const own = {
      ...READY_LOOKS.garden,
      buttons: {
        ...base.buttons,
        places: { ...base.buttons.places, card: { as: 'quiet' as const, look: base.buttons.main } },
      },
    };
    const entries = entriesOf(differ(base, own)).map(({ path }) => path.join('.'));
    expect(entries).toContain('colours.ink');
    expect(entries).toContain('type.headings.font');
    expect(entries).toContain('type.headings.size.wide');
    expect(entries).toContain('buttons.places.card.as');
    expect(entries).not.toContain('dark');
  });
});
