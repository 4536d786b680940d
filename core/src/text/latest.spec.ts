import { describe, expect, it } from 'vitest';
import { latest } from './latest';

describe('what is made of a key', () => {
  it('is made once, until so many others have been asked for', () => {
    const made: string[] = [];
    const letters = latest(2, (word: string) => {
      made.push(word);
      return word.length;
    });
    expect(['pan', 'pot', 'pan', 'lid', 'pan', 'pot'].map(letters)).toEqual([3, 3, 3, 3, 3, 3]);
    expect(made).toEqual(['pan', 'pot', 'lid', 'pot']);
  });

  it('is asked for again where making it failed', () => {
    let tries = 0;
    const once = latest(2, (key: string) => {
      if (++tries === 1) throw new RangeError(key);
      return tries;
    });
    expect(() => once('UTC')).toThrow(RangeError);
    expect(once('UTC')).toBe(2);
    expect(once('constructor')).toBe(3);
  });
});
