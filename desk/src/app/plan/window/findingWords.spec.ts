import { describe, expect, it } from 'vitest';
import type { FixtureFinding, TextUse } from '@fond/core';
import { englishFaults } from '../../../../../core/src/testing/english';
import { TEXT_USES } from '../../wording/textUses';
import { findingWords } from './findingWords';

const at = { fixture: 'promotion', type: 'promotion' } as const;

describe('a finding in words', () => {
  it('counts one card as one and several as several', () => {
    expect(findingWords({ kind: 'nothing-to-turn', ...at, cards: 1 })).toBe(
      'has 1 card, all in view at every width, so it can’t be turned',
    );
    expect(findingWords({ kind: 'row-unfilled', ...at, cards: 2, widths: ['wide', 'medium'] })).toBe(
      'has 2 cards, fewer than fill a row on wide and medium pages',
    );
  });

  it('is plain English for every use of a text', () => {
    const findings = (Object.keys(TEXT_USES) as TextUse[]).map((use): FixtureFinding => ({
      kind: 'other-language',
      ...at,
      use,
    }));
    for (const finding of findings) expect(englishFaults(findingWords(finding)), finding.kind).toEqual([]);
    for (const [one, several] of Object.values(TEXT_USES))
      expect([englishFaults(one), englishFaults(several)], one).toEqual([[], []]);
  });
});
