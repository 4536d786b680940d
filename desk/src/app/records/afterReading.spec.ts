import { describe, expect, it } from 'vitest';
import { afterReading } from './afterReading';

describe('the fields of a record that is read anew', () => {
  it('follow what is stored where nothing was typed', () => {
    expect(afterReading({ name: 'Pans' }, { name: 'Pans' }, { name: 'Good pans' })).toEqual({
      name: 'Good pans',
    });
  });

  it('keep what was typed', () => {
    const typed = { name: 'Pans and p' };
    expect(afterReading(typed, { name: 'Pans' }, { name: 'Good pans' })).toBe(typed);
  });
});
