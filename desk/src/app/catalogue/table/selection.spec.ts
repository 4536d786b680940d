import { describe, expect, it } from 'vitest';
import { at, isWithin, stretchOf, walked, type Selection } from './selection';

const SIZE = { rows: 100, columns: 8, page: 20 };
const press = (from: Selection, key: string, shiftKey = false, ctrlKey = false): Selection | null =>
  walked(from, { key, shiftKey, ctrlKey }, SIZE);

describe('walking through a table by keyboard', () => {
  it('goes by cells, pages and ends, and never out of it', () => {
    expect(press(at(4, 4), 'ArrowDown')).toEqual(at(5, 4));
    expect(press(at(0, 0), 'ArrowUp')).toEqual(at(0, 0));
    expect(press(at(95, 7), 'PageDown')).toEqual(at(99, 7));
    expect(press(at(4, 4), 'Home')).toEqual(at(4, 0));
    expect(press(at(4, 4), 'End', false, true)).toEqual(at(99, 7));
    expect(press(at(4, 4), 'ArrowRight', false, true)).toEqual(at(4, 7));
    expect(press(at(4, 4), 'ArrowUp', false, true)).toEqual(at(0, 4));
    expect(press(at(4, 4), 'constructor')).toBeNull();
  });

  it('spans a stretch from where it began, whichever way it goes', () => {
    const up = press(press(at(4, 4), 'ArrowUp', true)!, 'ArrowLeft', true)!;
    expect(stretchOf(up)).toEqual({ top: 3, bottom: 4, left: 3, right: 4 });
    expect(isWithin(stretchOf(up), 3, 4)).toBe(true);
    expect(isWithin(stretchOf(up), 5, 4)).toBe(false);
    expect(press(up, 'ArrowDown')).toEqual(at(4, 3));
  });
});
