import { atAllWidths } from '../width/widths';
import { describe, expect, it } from 'vitest';
import type { ColumnsSettings, Slot } from './fixtures';
import { startingFixtures, usual } from './housePlan';
import { freshInsert } from './inserts';
import { containerOf, isAmongProducts, nestingFaults, slotsOf, standingIn, withinOf } from './nesting';
import type { Fixture, Shelf } from './plan';

const TWO: ColumnsSettings = {
  type: 'columns',
  columns: [
    { id: 'a', width: { by: 'share', share: 50 }, medium: null, stuck: false },
    { id: 'b', width: { by: 'share', share: 50 }, medium: null, stuck: false },
  ],
  gap: atAllWidths(0),
  down: 'start',
  stacked: 'narrow',
};
const columns = (id: string, inside: Slot | null = null): Fixture => ({ ...usual(id), ...TWO, inside });
const line = (id: string, inside: Slot | null = null): Fixture => ({ ...usual(id), type: 'divider', inside });
const at = (fixture: string, slot = 'a'): Slot => ({ fixture, slot });
const ids = (fixtures: readonly Fixture[]): string[] => fixtures.map(({ id }) => id);

describe('fixtures within fixtures', () => {
  const list = [
    columns('outer'),
    line('one', at('outer')),
    columns('inner', at('outer', 'b')),
    line('two', at('inner')),
  ];

  it('stand in places, in the plan’s order', () => {
    expect(slotsOf(list[0])).toEqual(['a', 'b']);
    expect(ids(standingIn(list, null))).toEqual(['outer']);
    expect(ids(standingIn(list, at('outer', 'b')))).toEqual(['inner']);
    expect(containerOf(list, list[3])?.id).toBe('inner');
    expect(ids(withinOf(list, 'outer'))).toEqual(['outer', 'one', 'inner', 'two']);
    expect(nestingFaults(list)).toEqual([]);
  });

  it('stand on the page itself where their container, or their place in it, is gone', () => {
    const orphan = line('orphan', at('gone'));
    const astray = line('astray', at('outer', 'c'));
    expect(ids(standingIn([...list, orphan, astray], null))).toEqual(['outer', 'orphan', 'astray']);
    expect(nestingFaults([...list, orphan, astray])).toEqual([
      { at: 4, fault: 'no-container' },
      { at: 5, fault: 'no-slot' },
    ]);
  });

  it('can’t stand in themselves, nor too deep', () => {
    const ring = [columns('x', at('y')), columns('y', at('x'))];
    expect(nestingFaults(ring).map(({ fault }) => fault)).toEqual(['loop', 'loop']);
    expect(ids(withinOf(ring, 'x'))).toEqual(['x', 'y']);
    const deep = [
      columns('c1'),
      columns('c2', at('c1')),
      columns('c3', at('c2')),
      columns('c4', at('c3')),
      line('deep', at('c4')),
    ];
    expect(nestingFaults(deep)).toEqual([{ at: 4, fault: 'too-deep' }]);
  });

  it('stand among products, however deep, unless a page has them once', () => {
    const shelf: Fixture = {
      ...startingFixtures([], []).find((one): one is Shelf => one.type === 'shelf')!,
      inserts: [freshInsert('a')],
    };
    const title: Fixture = { ...usual('title'), type: 'title', inside: at('inner') };
    const among = [shelf, columns('inner', at('shelf')), line('one', at('inner')), title];
    expect(slotsOf(shelf)).toEqual(['a']);
    expect(nestingFaults(among)).toEqual([{ at: 3, fault: 'among' }]);
    expect(isAmongProducts(among, at('inner'))).toBe(true);
    expect(isAmongProducts(list, at('inner'))).toBe(false);
    expect(isAmongProducts([columns('x', at('y')), columns('y', at('x'))], at('x'))).toBe(false);
  });
});
