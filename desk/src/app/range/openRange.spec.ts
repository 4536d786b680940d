import { describe, expect, it } from 'vitest';
import type { StoredRange } from '@fond/contract';
import { opened, readAnew, type OpenRange } from './openRange';

const rule = { source: { kind: 'catalogue' as const }, clauses: [] };
const range = (name: string, version: number, id = 'pans'): StoredRange =>
  ({ id, name, version, rule, usedIn: [] }) as unknown as StoredRange;
const typed = (name: string, more: Partial<OpenRange> = {}): OpenRange => ({
  ...opened(range('Pans', 3)),
  draft: { name, rule },
  ...more,
});

describe('a range that is edited, once all are read anew', () => {
  it('follows what is stored where nothing was typed', () => {
    expect(readAnew(opened(range('Pans', 3)), range('Good pans', 4))).toEqual(opened(range('Good pans', 4)));
    expect(readAnew(null, range('Pans', 3))).toEqual(opened(range('Pans', 3)));
  });

  it('keeps what was typed while it was saved, over the version that this made', () => {
    const open = typed('Pans and pots', { sent: { name: 'Pans and p', rule } });
    expect(readAnew(open, range('Pans and p', 4))).toMatchObject({
      version: 4,
      stored: { name: 'Pans and p' },
      draft: { name: 'Pans and pots' },
    });
  });

  it('keeps what was typed over the version it began with where somebody else saved, so that theirs is not covered', () => {
    const open = typed('Mine');
    expect(readAnew(open, range('Theirs', 4))).toBe(open);
    expect(open.version).toBe(3);
  });

  it('is as stored once it says the same, and gone with its range, or with its address', () => {
    expect(readAnew(typed('Theirs'), range('Theirs', 4))).toEqual(opened(range('Theirs', 4)));
    expect(readAnew(typed('Mine'), null)).toBeNull();
    expect(readAnew(typed('Mine'), range('Knives', 1, 'knives'))).toEqual(
      opened(range('Knives', 1, 'knives')),
    );
  });
});
