import { describe, expect, it } from 'vitest';
import { typedNumber } from './typedNumber';

describe('a number that somebody typed or pasted', () => {
  it('is read as people write it', () => {
    for (const [typed, number] of [
      ['24.90', '24.90'],
      ['24,90', '24.90'],
      ['€ 24,90', '24.90'],
      ['1 234,50 €', '1234.50'],
      ['1\u202f234,5', '1234.5'],
      ['1.234,50', '1234.50'],
      ['1,234.50', '1234.50'],
      ['−40', '-40'],
      ['0,1234', '0.1234'],
    ])
      expect([typed, typedNumber(typed)]).toEqual([typed, number]);
  });

  it('stays as it is where it could be two, so that it is refused', () => {
    for (const typed of ['1,234', '12,34.50', '1.2.3,4', 'about 5'])
      expect(typedNumber(typed)).toMatch(/,|a/);
  });
});
