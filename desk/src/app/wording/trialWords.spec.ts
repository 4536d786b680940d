import { describe, expect, it } from 'vitest';
import {
  advice,
  moreOrLess,
  noteWords,
  rangeWords,
  shareWords,
  verdictMark,
  verdictWords,
} from './trialWords';

const between = (low: number, high: number) => ({ value: (low + high) / 2, low, high });

describe('what is known of a version', () => {
  it('is said with both bounds, and never as more than is known', () => {
    expect(verdictWords({ verdict: 'better', difference: between(0.04, 0.21) }, 1, 'clicks')).toBe(
      'B is better than A: between 4.0 % and 21 % more in clicks on products a visit.',
    );
    expect(verdictWords({ verdict: 'worse', difference: between(-0.2, -0.05) }, 2, 'revenue')).toBe(
      'C is worse than A: between 5.0 % and 20 % less in revenue a visit.',
    );
    expect(verdictWords({ verdict: 'open', difference: between(-0.09, 0.14) }, 1, 'carts')).toBe(
      'Whether B is better than A isn’t known yet: anything from 9.0 % less to 14 % more in products put into carts a visit.',
    );
    expect(verdictWords({ verdict: 'alike', difference: between(-0.02, 0.03) }, 1, 'carts')).toContain(
      'are alike',
    );
    expect(verdictWords({ verdict: 'early', difference: null }, 1, 'clicks')).toContain('too little');
    expect(verdictMark({ verdict: null, difference: null }, 0)).toBe('');
    expect(verdictMark({ verdict: 'better', difference: null }, 1)).toBe('B ▲ better');
  });

  it('has no side where there is no difference', () => {
    expect(moreOrLess(0.0001)).toBe('as much');
    expect(moreOrLess(-0.5)).toBe('50 % less');
    expect(rangeWords(between(0, 0.1))).toBe('anything from as much to 10 % more');
  });
});

describe('what to do with a trial', () => {
  const version = (verdict: 'better' | 'open' | 'alike' | null, value = 0) => ({
    share: 50,
    visits: 9,
    seen: 0,
    clicks: 0,
    carts: 0,
    bought: 0,
    revenue: 0,
    rate: 0,
    verdict,
    difference: verdict ? between(value, value) : null,
  });

  it('is told by what is decided, the best of several first', () => {
    const state = 'running' as const;
    const plain = version(null);
    expect(advice({ state, versions: [plain, version('better', 0.1), version('better', 0.3)] }, null)).toBe(
      'You can end it and keep C.',
    );
    expect(advice({ state, versions: [plain, version('alike')] }, null)).toContain('keep what is live');
    expect(advice({ state, versions: [plain, version('better'), version('open')] }, 4)).toContain(
      'B may be kept',
    );
    expect(advice({ state, versions: [plain, version('open')] }, 1)).toContain('About 1 more day,');
    expect(advice({ state, versions: [plain, version('open')] }, null)).toContain('nobody can say');
    expect(advice({ state: 'ended', versions: [plain, version('open')] }, 3)).toBe('');
  });

  it('says what is wrong with its figures', () => {
    expect(noteWords({ kind: 'silent', version: 1 })).toContain('Nobody has seen B');
    expect(noteWords({ kind: 'uneven', version: 1, difference: between(-0.2, -0.1) })).toContain(
      'between 10 % and 20 % less often',
    );
    expect(noteWords({ kind: 'pauses', days: 1 })).toBe('On 1 day nothing was counted.');
    expect(noteWords({ kind: 'changed', edition: 7, at: '' })).toContain('Edition 7');
    expect(shareWords([{ share: 34 }, { share: 33 }, { share: 33 }])).toBe(
      'Of a hundred shoppers 34 see A, 33 see B and 33 see C.',
    );
  });
});
