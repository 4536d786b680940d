import { describe, expect, it } from 'vitest';
import type { DrawnCard, DrawnElement } from '@fond/core';
import { faceClasses, faceStyle, gridStyle, ownStyle } from './gridStyle';

const plain: DrawnCard = {
  variables: {},
  whole: false,
  equal: false,
  second: false,
  overlay: false,
  zoom: false,
  reacts: false,
  onOwn: {},
  onOwnButton: {},
  elements: [],
};
const element = (style: string | null): DrawnElement => ({
  element: 'name',
  line: 0,
  revealed: false,
  corner: false,
  label: null,
  text: '',
  style,
  size: null,
  space: null,
  leading: 1,
  lines: null,
  was: null,
});

describe('how cards are drawn', () => {
  it('says nothing to the style sheet of what is as usual', () => {
    expect(faceStyle(plain)).toBe('');
    expect(faceClasses(plain)).toBe('');
  });

  it('says how far rows are apart only where that doesn’t go with the gap', () => {
    const grid = { columns: { wide: 3, medium: 2, narrow: 1 }, gap: { wide: 24, medium: 20, narrow: 12 } };
    expect(gridStyle(grid)).not.toContain('--rows');
    expect(gridStyle({ ...grid, rowGap: { wide: 90, medium: 60, narrow: 40 } })).toContain(
      ';--rows-wide:90px;--rows-medium:60px;--rows-narrow:40px',
    );
  });

  it('is told as custom properties, and as classes for what they do', () => {
    expect(faceStyle({ ...plain, variables: { picture: '100 / 80', radius: '4px' } })).toBe(
      ';--picture:100 / 80;--radius:4px',
    );
    expect(faceClasses({ ...plain, second: true, zoom: true })).toBe(' face-second face-zoom');
  });

  it('takes the category’s colour where anything is drawn in it, and nowhere else', () => {
    const words = { ...plain, elements: [element('color:var(--own, currentcolor)')] };
    const over = { ...plain, variables: { over: 'var(--own, currentcolor)' } };
    expect(ownStyle(plain, '#aa3300')).toBeNull();
    expect(ownStyle({ ...plain, elements: [element('color:var(--sale)')] }, '#aa3300')).toBeNull();
    expect(ownStyle(words, '#aa3300')).toBe('--own:#aa3300');
    expect(ownStyle(over, '#aa3300')).toBe('--own:#aa3300;--over:#aa3300');
    expect(ownStyle({ ...over, onOwn: { '#aa3300': '#ffffff' } }, '#aa3300')).toBe(
      '--own:#aa3300;--over:#aa3300;--under:none;--on-over:#ffffff',
    );
    expect(ownStyle(over, null), 'a product without a category').toBeNull();
  });
});
