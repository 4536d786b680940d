import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { blockOf, blockText } from './cellBlock';

describe('a block of cells on the clipboard', () => {
  it('is what spreadsheets hand over, with lines and quotes within a cell', () => {
    expect(blockOf('Pan\t24,90\r\nPot\t"two\nlines"\r\n')).toEqual([
      ['Pan', '24,90'],
      ['Pot', 'two\nlines'],
    ]);
    expect(blockOf('one')).toEqual([['one']]);
    expect(blockOf('a\t\n\tb')).toEqual([
      ['a', ''],
      ['', 'b'],
    ]);
  });

  it('comes back as it was', () => {
    const cell = fc.string().map((text) => text.replace(/\r/g, ''));
    const block = fc
      .integer({ min: 1, max: 4 })
      .chain((width) =>
        fc.array(fc.array(cell, { minLength: width, maxLength: width }), { minLength: 1, maxLength: 5 }),
      )
      // A block whose last row is one empty cell ends like one without that row.
      .filter((rows) => rows.at(-1)!.join('') !== '');
    fc.assert(
      fc.property(block, (rows) => {
        expect(blockOf(blockText(rows))).toEqual(rows);
      }),
    );
  });
});
