import { describe, expect, it } from 'vitest';
import { familyId, facetValues } from './valueShow';

const line = (value: string, products: number) => ({ value, products, labels: {}, swatch: null });
const family = (id: string, members: readonly string[]) => ({ id, labels: {}, swatch: null, members });

describe('the values that shoppers choose between', () => {
  it('are groups in place of their members, most products first', () => {
    const values = [line('red', 5), line('navy', 3), line('azure', 4), line('constructor', 1)];
    expect(facetValues(values, { families: [family('blues', ['navy', 'azure'])] })).toEqual([
      'blues',
      'red',
      'constructor',
    ]);
  });
});

describe('what stands in addresses for a group', () => {
  it('is its name without signs that mean something there, and never that of another value', () => {
    const values = new Set(['blue', 'navy', 'blue-2']);
    expect(familyId('Blue', values, [], 'blue')).toBe('blue');
    expect(familyId('Blue', values, [], 'navy')).toBe('blue-3');
    expect(familyId('Copper, tinned 100%', values, [], 'x')).toBe('copper-tinned-100-');
    expect(familyId('Navy', values, [family('navy', ['navy'])], 'azure')).toBe('navy-2');
    expect(familyId('  ', values, [], 'x')).not.toBe('');
  });
});
