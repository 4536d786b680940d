import { describe, expect, it } from 'vitest';
import { againstText, amountText, boundsText, changeText, manyText, percentText } from './figureWords';

describe('figures in words', () => {
  it('tell now against before, and say so where there was nothing', () => {
    expect(changeText(112, 100)).toBe('12 % more');
    expect(changeText(40, 100)).toBe('60 % less');
    expect(changeText(100.2, 100)).toBe('as before');
    expect(changeText(3, 0)).toBe('nothing before');
    expect(changeText(0, 0)).toBe('as before');
  });

  it('keep as many digits as say something', () => {
    expect(percentText(0.0912)).toBe('9.1 %');
    expect(percentText(0.317)).toBe('32 %');
    expect(boundsText({ value: 0.1, low: 0.081, high: 0.123 })).toBe('between 8.1 % and 12 %');
    expect(amountText('visits', 13_927, 'EUR')).toBe('13,927');
    expect(amountText('revenue', 4_406_249, 'EUR')).toBe('€44,062');
    expect(manyText(13_927, 'visit')).toBe('13,927 visits');
    expect(manyText(1, 'card seen', 'cards seen')).toBe('1 card seen');
  });

  it('call nothing more or less whose bounds overlap', () => {
    const at = (low: number, high: number) => ({ value: (low + high) / 2, low, high });
    expect(againstText(at(0.1, 0.12), at(0.05, 0.09))).toBe('more than usual');
    expect(againstText(at(0.01, 0.02), at(0.05, 0.09))).toBe('less than usual');
    expect(againstText(at(0.04, 0.06), at(0.05, 0.09))).toBe('no clear difference');
  });
});
