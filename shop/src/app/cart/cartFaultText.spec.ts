import { describe, expect, it } from 'vitest';
import type { CartFault } from '@fond/core';
import { shopWordsIn } from '../words/words';
import { cartFaultText } from './cartFaultText';

const FAULTS: CartFault[] = [
  { kind: 'short', available: 3 },
  { kind: 'short', available: 0 },
  { kind: 'full' },
  { kind: 'gone' },
  { kind: 'away' },
  { kind: 'busy' },
];

describe('why a cart was not changed', () => {
  it('is told in the shop’s language, each reason by itself', () => {
    for (const lang of ['en', 'fr']) {
      const told = FAULTS.map((fault) => cartFaultText(fault, shopWordsIn(lang)));
      expect(new Set(told).size, lang).toBe(FAULTS.length);
      expect(told[0]).toContain('3');
    }
  });
});
