import { describe, expect, it } from 'vitest';
import { DEVICES, NARROWEST, sizeWords, soundHeight, soundWidth, WIDEST } from './windowSize';

describe('the size of a window', () => {
  it('is one that a screen can have, whatever was typed or dragged', () => {
    expect([844.4, 12, 99_999, Number.NaN].map(soundWidth)).toEqual([844, NARROWEST, WIDEST, NARROWEST]);
    expect([390, 199, 0, Number.NaN, 99_999].map(soundHeight)).toEqual([390, null, null, null, WIDEST]);
  });

  it('is told as devices tell it', () => {
    expect(DEVICES.map(sizeWords)).toEqual(['320 × 568', '844 × 390', '1180 × 820', '1920 px', '640 × 400']);
  });
});
