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

  it('keeps words of other scripts as they are read', () => {
    expect(slugOf('素材')).toBe('素材');
    expect(slugOf('メーカー が')).toBe('メーカー-が');
    expect(slugOf('Кухня й ёлка')).toBe('кухня-й-ёлка');
    expect(slugOf('หม้อ เหล็ก')).toBe('หม้อ-เหล็ก');
    expect(slugOf('Τηγάνι')).toBe('τηγάνι');
  });

  it('makes an address segment of anything, and leaves one as it is', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => {
        const slug = slugOf(text);
        expect(slug).toMatch(/^([\p{L}\p{M}\p{N}]+(-[\p{L}\p{M}\p{N}]+)*)?$/u);
        expect(slugOf(slug)).toBe(slug);
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
