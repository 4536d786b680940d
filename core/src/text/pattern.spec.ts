import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fieldsOf, fillPattern, isBrokenPattern } from './pattern';

const filled = (pattern: string, values: Readonly<Record<string, string>>): string =>
  fillPattern(pattern, (field) => (Object.hasOwn(values, field) ? values[field] : ''));

describe('words with fields in braces', () => {
  it('have each field filled in, and keep the words between', () => {
    expect(filled('{title} · {category}', { title: 'Kettle', category: 'Pots' })).toBe('Kettle · Pots');
    expect(filled('Buy {title}, from { shop }', { title: 'Kettle', shop: 'Pellmere' })).toBe(
      'Buy Kettle, from Pellmere',
    );
  });

  it('leave out what would part a field from nothing', () => {
    const pattern = '{title} · {material} – {shop}';
    expect(filled(pattern, { title: 'Kettle', shop: 'Pellmere' })).toBe('Kettle – Pellmere');
    expect(filled(pattern, { title: 'Kettle' })).toBe('Kettle');
    expect(filled(pattern, { material: 'steel', shop: 'Pellmere' })).toBe('steel – Pellmere');
    expect(filled('{title} at Pellmere', { title: 'Kettle' })).toBe('Kettle at Pellmere');
  });

  it('say nothing at all where no field has anything', () => {
    expect(filled('Buy {title} here', {})).toBe('');
    expect(filled('Plain words', { title: 'Kettle' })).toBe('');
  });

  it('take names as they come, those of any object’s own properties too', () => {
    expect(filled('{constructor}{toString}', {})).toBe('');
    expect(fieldsOf('{title} {title} {hob type}')).toEqual(['title', 'hob type']);
  });

  it('are broken where a brace holds no field', () => {
    expect(['{title}', 'a {b} c', 'none'].map(isBrokenPattern)).toEqual([false, false, false]);
    expect(['{', '}', '{}', '{ }', '{{title}}', '{title'].map(isBrokenPattern)).toEqual(
      Array.from({ length: 6 }, () => true),
    );
  });

  it('never begin or end with words that part fields, whichever of these are there', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('', 'x', 'yy'), { minLength: 1, maxLength: 6 }), (values) => {
        const pattern = values.map((_, at) => `{f${at}}`).join('|');
        const said = filled(pattern, Object.fromEntries(values.map((value, at) => [`f${at}`, value])));
        expect(said).toBe(values.filter(Boolean).join('|'));
      }),
    );
  });
});
