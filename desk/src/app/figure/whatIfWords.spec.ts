import { describe, expect, it } from 'vitest';
import { likelyText, signedText } from './whatIfWords';

describe('a difference in words', () => {
  it('has its sign, and none where it is written as nothing', () => {
    const text = (size: number): string => size.toFixed(1);
    expect(signedText(12.34, text)).toBe('+12.3');
    expect(signedText(-12.34, text)).toBe('−12.3');
    expect(signedText(-0.01, text)).toBe('0.0');
  });

  it('is likely only where its bounds lie on one side', () => {
    expect(likelyText({ value: 4, low: 1, high: 9 })).toBe('likely more');
    expect(likelyText({ value: -4, low: -9, high: -1 })).toBe('likely less');
    expect(likelyText({ value: 4, low: -1, high: 9 })).toBe('too close to tell');
  });
});
