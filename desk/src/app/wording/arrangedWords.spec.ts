import { describe, expect, it } from 'vitest';
import type { ShelfPlace } from '@fond/contract';
import { orderGroup, USUAL_PIN, type OrderGroup, type OwnOrder } from '@fond/core';
import { names } from '../testing/rangeNames';
import { arrangedWords, daysWords, groupWords } from './arrangedWords';
import { neighbourWords, placedWords } from './placedWords';

const gifts: OrderGroup = orderGroup('g', 'front', [{ kind: 'tag', tag: 4 }]);
const order: Omit<OwnOrder, 'levels'> = { groups: [], soldOutLast: false, spread: null, pins: [] };

describe('an order in words', () => {
  it('names a group as people do, else by what its products meet', () => {
    expect(groupWords({ ...gifts, name: 'For Sunday' }, names)).toBe('For Sunday');
    expect(groupWords(gifts, names)).toBe('those that are tagged “Gifts”');
  });

  it('tells days that are open at either end', () => {
    expect(daysWords({ from: null, to: null })).toBe('');
    expect(daysWords({ from: '2026-12-01', to: null })).toBe('from 1 December 2026');
    expect(daysWords({ from: null, to: '2026-12-24' })).toBe('until 24 December 2026');
    expect(daysWords({ from: '2026-12-01', to: '2026-12-24' })).toBe(
      'from 1 December 2026 to 24 December 2026',
    );
  });

  it('tells what stands out of the keys’ order, and nothing where nothing does', () => {
    expect(arrangedWords(order, names)).toBe('');
    const pin = { ...USUAL_PIN, sku: 'A', place: 1 };
    expect(
      arrangedWords(
        {
          groups: [
            { ...gifts, most: 3 },
            { ...gifts, id: 'h', at: 'end', name: 'Old', to: '2026-12-24' },
          ],
          soldOutLast: true,
          spread: { by: 'material', most: 2 },
          pins: [pin, { ...pin, sku: 'B', place: 2 }],
        },
        names,
      ),
    ).toBe(
      ', with the first 3 of those that are tagged “Gifts” at the front, Old at the end until 24 December 2026, sold out last, spread out and 2 pins',
    );
    expect(arrangedWords({ ...order, groups: [{ ...gifts, most: 1 }], pins: [pin] }, names)).toBe(
      ', with the first of those that are tagged “Gifts” at the front and 1 pin',
    );
  });
});

const place = (change: Partial<ShelfPlace>): ShelfPlace => ({
  place: 4,
  of: 20,
  by: 'order',
  byKeys: 4,
  group: null,
  pin: null,
  shown: null,
  levels: [{ key: 'price', reversed: false, here: '€10', above: null, below: null, blend: null }],
  above: null,
  below: null,
  ...change,
});

describe('why a product stands where it does', () => {
  it('is its keys, its group, a pin or the spread', () => {
    expect(placedWords(place({}), names)).toBe('sorted by cheapest first.');
    expect(placedWords(place({ group: 'sold-out' }), names)).toBe(
      'among those sold out, which stand last, sorted by cheapest first.',
    );
    expect(placedWords(place({ by: 'spread', byKeys: 6 }), names)).toBe(
      'moved up so that too many of a kind don’t stand in a row; sorted by cheapest first it would be at 6.',
    );
    expect(placedWords(place({ byKeys: 3, group: gifts }), names)).toBe(
      'in the group “those that are tagged “Gifts”” at the front, sorted by cheapest first, where it would be at 3 without the pins and the spread around it.',
    );
    const pin = {
      ...USUAL_PIN,
      sku: 'A',
      place: 4,
      by: 'Mara Quill',
      at: '2026-11-20T12:00:00.000Z',
      to: '2026-12-24',
      anyway: true,
    };
    expect(placedWords(place({ by: 'pin', byKeys: 9, pin }), names)).toBe(
      'held there by a pin that Mara Quill set on 20 November 2026, until 24 December 2026, whether the range has it or not; sorted by cheapest first it would be at 9.',
    );
  });

  it('tells what settled who of two neighbours stands first', () => {
    const said = (by: 'pin' | 'spread' | 'group' | 'level' | 'added', level: number | null = null): string =>
      neighbourWords({ sku: 'B', title: 'B', by, level }, place({}), names);
    expect([said('pin'), said('spread'), said('group')]).toEqual([
      'by a pin',
      'by the spread',
      'as it is of another group',
    ]);
    expect(said('level', 0)).toBe('cheapest first');
    expect(said('added')).toContain('earlier or later');
  });
});
