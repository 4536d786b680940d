import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changedCell, listEntries, type CellChange } from './cellChange';

const money = (cell: string, change: CellChange): string => changedCell(cell, change, 'money');
const list = (cell: string, change: CellChange): string => changedCell(cell, change, 'list');

describe('one change for many cells', () => {
  it('reckons prices in cents, and never below nothing', () => {
    expect(money('24.90', { kind: 'scale', percent: 110 })).toBe('27.39');
    expect(money('0.10', { kind: 'shift', by: 0.2 })).toBe('0.30');
    expect(money('5.00', { kind: 'shift', by: -7 })).toBe('0.00');
    expect(money('', { kind: 'scale', percent: 50 })).toBe('');
    expect(changedCell('about 5', { kind: 'shift', by: 1 }, 'number')).toBe('about 5');
  });

  it('rounds to the nearest ending', () => {
    const to99: CellChange = { kind: 'round', to: 99, of: 100 };
    expect(['24.90', '24.40', '0.20'].map((cell) => money(cell, to99))).toEqual(['24.99', '23.99', '0.99']);
    expect(money('27.30', { kind: 'round', to: 0, of: 500 })).toBe('25.00');
  });

  it('adds entries behind those that are there, once, whatever the case of their letters', () => {
    expect(list('Oven safe|New', { kind: 'entries', add: ['new', 'Gift'], remove: ['oven safe'] })).toBe(
      'New|Gift',
    );
  });

  it('replaces whole entries in lists, and stretches in texts', () => {
    const change: CellChange = { kind: 'replace', find: 'steel', put: 'iron' };
    expect(list('Steel|steel wool', change)).toBe('iron|steel wool');
    expect(changedCell('steel pan, steel lid', change, 'text')).toBe('iron pan, iron lid');
    expect(changedCell('a.b', { kind: 'replace', find: '.', put: '$&' }, 'text')).toBe('a$&b');
  });

  it('leaves a list alone that has all of it, and holds each entry once', () => {
    const entry = fc.stringMatching(/^[a-c]{1,2}$/);
    fc.assert(
      fc.property(fc.array(entry), fc.array(entry), fc.array(entry), (there, add, remove) => {
        const before = [...new Set(there)].join('|');
        const once = list(before, { kind: 'entries', add: [...new Set(add)], remove });
        // What is taken out and added at once ends up in it, wherever it stood.
        const wanted = [...new Set(there.filter((one) => !remove.includes(one)).concat(add))];
        expect(listEntries(once)).toEqual(wanted);
        expect(list(once, { kind: 'entries', add: [...new Set(add)], remove: [] })).toBe(once);
      }),
    );
  });

  it('ends every price as wished, at most half a step away', () => {
    fc.assert(
      fc.property(fc.integer({ min: 100, max: 10_000_000 }), fc.constantFrom(0, 50, 95, 99), (cents, to) => {
        const after = Math.round(
          Number(money((cents / 100).toFixed(2), { kind: 'round', to, of: 100 })) * 100,
        );
        expect(after % 100).toBe(to);
        expect(Math.abs(after - cents)).toBeLessThanOrEqual(cents < to ? 100 : 50);
      }),
    );
  });
});
