import { describe, expect, it } from 'vitest';
import { isoDay, readDay } from './dayAdapter';

describe('a day that is typed', () => {
  it('is read as people write it, the day first', () => {
    for (const text of ['1 March 2031', '1 mar 31', '1/3/2031', '01.03.2031', '2031-03-01', ' 1-3-31 '])
      expect(isoDay(readDay(text)!), text).toBe('2031-03-01');
  });

  it('is none where the calendar has none such', () => {
    for (const text of ['31 February 2031', '0/1/2031', '12/13/2031', '1 Foo 2031', 'tomorrow', '2031'])
      expect(readDay(text), text).toBeNull();
  });
});
