import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { slugOf, takeSlug } from './slugs';

describe('slugOf', () => {
  it('folds accents and apostrophes and keeps what an address can show', () => {
    expect(slugOf('Crêpe pans & œufs')).toBe('crepe-pans-oeufs');
    expect(slugOf('Chef’s knives')).toBe('chefs-knives');
    expect(slugOf('  28\u00a0cm ')).toBe('28-cm');
    expect(slugOf('***')).toBe('');
  });

  it('makes an address segment of anything, and leaves one as it is', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => {
        const slug = slugOf(text);
        expect(slug).toMatch(/^([a-z0-9]+(-[a-z0-9]+)*)?-?$/);
        expect(slugOf(slug.replace(/-$/, ''))).toBe(slug.replace(/-$/, ''));
      }),
    );
  });
});

describe('takeSlug', () => {
  it('never gives the same one twice', () => {
    const taken = new Set(['pan']);
    expect([
      takeSlug('pan', taken),
      takeSlug('pan', taken),
      takeSlug('', taken),
      takeSlug('', taken),
    ]).toEqual(['pan-2', 'pan-3', 'item', 'item-2']);
  });
});
