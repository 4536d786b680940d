import { describe, expect, it } from 'vitest';
import type { BlendBasis, BlendFactor } from '@fond/core';
import { names } from '../testing/rangeNames';
import { basisNumber, basisWords, blendWords, leadWords } from './blendWords';

const NEWNESS: BlendBasis = { kind: 'newness', halfLife: 30 };
const SAVING: BlendBasis = { kind: 'figure', figure: 'saving' };
const DIAMETER: BlendBasis = { kind: 'number', attribute: 'diameter' };
const IRON: BlendBasis = { kind: 'values', attribute: 'material', values: ['cast-iron', 'steel'] };
const factor = (basis: BlendBasis, weight: number, reversed = false): BlendFactor => ({
  id: JSON.stringify(basis),
  basis,
  weight,
  reversed,
  missing: 50,
});

describe('a blend in words', () => {
  it('weighs the heaviest first, in percent of all, and leaves out what counts nothing', () => {
    const factors = [factor(NEWNESS, 1), factor(SAVING, 0), factor(IRON, 2), factor(DIAMETER, 1, true)];
    expect(blendWords(factors, names)).toBe(
      '50 % material cast iron or steel, 25 % newness and 25 % diameter (the smallest first)',
    );
    expect(blendWords([factor(SAVING, 0)], names)).toBe('weighs nothing yet');
    expect(blendWords([], names)).toBe('weighs nothing yet');
  });

  it('says of an attribute that is gone that it is gone', () => {
    expect(basisWords({ kind: 'number', attribute: 'constructor' }, names)).toBe('an attribute that is gone');
    expect(basisWords({ ...IRON, attribute: 'gone' }, names)).toBe('an attribute that is gone');
  });

  it('says what leads, either way round', () => {
    expect([NEWNESS, SAVING, DIAMETER, IRON].map(leadWords)).toEqual([
      ['the newest', 'the oldest'],
      ['largest saving', 'smallest saving'],
      ['the largest', 'the smallest'],
      ['with one of them', 'with none of them'],
    ]);
  });

  it('writes numbers in the unit of what they are of', () => {
    const said = (basis: BlendBasis, number: number | null): string => basisNumber(basis, number, names);
    expect([0, 1, 1_200, null].map((days) => said(NEWNESS, days))).toEqual([
      'today',
      'a day ago',
      '1,200 days ago',
      'no value',
    ]);
    expect([said(SAVING, 12.5), said(DIAMETER, 28), said(IRON, 1), said(IRON, 0)]).toEqual([
      '12.5 %',
      '28 cm',
      'yes',
      'no',
    ]);
    expect(said({ kind: 'figure', figure: 'featured' }, 1)).toBe('yes');
    expect(said({ kind: 'figure', figure: 'price' }, 1_289.5)).toBe('1,289.5');
  });
});
