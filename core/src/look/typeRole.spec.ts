import { describe, expect, it } from 'vitest';
import { FONT_NAMES } from './fonts';
import { fontFilesOf, typeIn, typeVariables, USUAL_SETTING } from './typeRole';

const type = typeIn('fraunces', 'figtree');

describe('type of a look', () => {
  it('says the two families, and nothing of what is as usual', () => {
    expect(Object.keys(typeVariables(type))).toEqual(['display', 'text']);
  });

  it('says sizes of all widths once one of them is not as usual', () => {
    const names = { ...USUAL_SETTING, size: { wide: 100, medium: null, narrow: 90 } };
    expect(typeVariables({ ...type, names })).toMatchObject({
      'names-wide': '1',
      'names-medium': '1',
      'names-narrow': '0.9',
    });
  });

  it('says each thing that is set apart in the terms of CSS', () => {
    const prices = {
      ...USUAL_SETTING,
      font: 'jetbrains-mono' as const,
      weight: 700,
      italic: true,
      leading: 120,
      tracking: -20,
      case: 'upper' as const,
    };
    expect(typeVariables({ ...type, prices })).toMatchObject({
      'prices-font': expect.stringMatching(/^'JetBrains Mono Variable', .*monospace$/) as string,
      'prices-weight': '700',
      'prices-style': 'italic',
      'prices-leading': '1.2',
      'prices-tracking': '-0.02em',
      'prices-case': 'uppercase',
    });
  });

  it('asks early for each family once, whatever is written in it', () => {
    const names = { ...USUAL_SETTING, font: 'oswald' as const };
    expect(fontFilesOf({ ...type, names, prices: names })).toEqual(['fraunces', 'figtree', 'oswald']);
    expect(FONT_NAMES).toHaveLength(14);
  });
});
