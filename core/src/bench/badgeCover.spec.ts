import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { USUAL_LOOK } from '../look/look';
import { atAllWidths } from '../width/widths';
import { badgeBox, badgeContrast, badgeFaults, coveredShare } from './badgeCover';
import { colourOf } from '../look/paint';
import {
  BADGE_PLACES,
  BADGE_SHAPES,
  ALWAYS,
  USUAL_BADGE_LOOK,
  USUAL_BADGES,
  type BadgeLook,
  type BadgeRule,
} from '../badge/rule';

const look: BadgeLook = { ...USUAL_BADGE_LOOK, ...ALWAYS, size: { wide: 20, medium: 14, narrow: 10 } };

describe('what badges cover', () => {
  it('has room for its picture beside its words, or for that alone, which is larger', () => {
    const picture = { hash: 'a'.repeat(32), width: 200, height: 100, alone: false };
    const words = badgeBox('New', look, 'wide');
    const beside = badgeBox('New', { ...look, picture }, 'wide');
    const alone = badgeBox('New', { ...look, picture: { ...picture, alone: true } }, 'wide');
    const letters = 20;
    expect(beside.w).toBeCloseTo(words.w + 2 * 1.3 * letters + 5, 6);
    expect(alone).toEqual({ w: 2 * 2.6 * letters + 18, h: 2.6 * letters + 6 });
  });

  it('is their boxes’ share of the picture, at each width by its own size', () => {
    const { w, h } = badgeBox('Sold out', look, 'wide');
    const share = coveredShare([{ text: 'Sold out', look }], { wide: 300, medium: 300, narrow: 300 }, 1);
    expect(share.wide).toBeCloseTo((w * h) / 90_000);
    expect(share.wide).toBeGreaterThan(share.medium);
    expect(share.medium).toBeGreaterThan(share.narrow);
  });

  it('counts every line of words that have no room beside one another', () => {
    const picture = { wide: 120, medium: 120, narrow: 120 };
    const one = coveredShare([{ text: 'Ready', look }], picture, 1).wide;
    const three = coveredShare([{ text: 'Ready for induction and ovens', look }], picture, 1).wide;
    expect(badgeBox('Ready for induction and ovens', look, 'wide', 100).h).toBeGreaterThan(
      2 * badgeBox('Ready', look, 'wide').h - 8,
    );
    expect(three).toBeGreaterThan(one * 2);
  });

  it('never is more than all, grows with every badge, and is nothing without one', () => {
    const badge = fc.record({
      text: fc.string({ maxLength: 40 }),
      look: fc
        .record({ shape: fc.constantFrom(...BADGE_SHAPES), size: fc.integer({ min: 9, max: 40 }) })
        .map(({ shape, size }): BadgeLook => ({ ...look, shape, size: atAllWidths(size) })),
    });
    fc.assert(
      fc.property(
        fc.array(badge, { maxLength: 8 }),
        badge,
        fc.integer({ min: 60, max: 600 }),
        (some, more, width) => {
          const at = (badges: (typeof some)[number][]): number =>
            coveredShare(badges, atAllWidths(width), 1.1).narrow;
          expect(at([])).toBe(0);
          expect(at(some)).toBeLessThanOrEqual(1);
          expect(at([...some, more])).toBeGreaterThanOrEqual(at(some));
        },
      ),
    );
  });

  it('is nothing for badges among the words of a card', () => {
    for (const place of BADGE_PLACES) {
      const covered = coveredShare([{ text: 'New', look: { ...look, place } }], atAllWidths(200), 1);
      expect(covered.wide > 0, place).toBe(!['above-name', 'beside-price'].includes(place));
    }
  });

  it('is told of a plan’s rules that hide too much, or are hard to read in the light or in the dark', () => {
    const rule = (id: string, change: Partial<BadgeRule>): BadgeRule => ({
      ...USUAL_BADGE_LOOK,
      ...ALWAYS,
      id,
      on: true,
      clauses: [],
      text: { en: 'New', fr: 'Nouveau' },
      ...change,
    });
    const faults = (...rules: BadgeRule[]) =>
      badgeFaults(
        { fixtures: [], look: USUAL_LOOK, badges: { rules, most: 3 } },
        { wide: 300, medium: 300, narrow: 165 },
      );
    expect(faults(rule('usual', {}))).toEqual([]);
    expect(badgeFaults({ fixtures: [], look: USUAL_LOOK, badges: USUAL_BADGES }, atAllWidths(165))).toEqual(
      [],
    );
    expect(faults(rule('pale', { ground: '#ffffff', ink: '#eeeeee' }))).toMatchObject([
      { id: 'pale', covered: null, contrast: expect.closeTo(1.16, 1) },
    ]);
    expect(faults(rule('huge', { size: atAllWidths(40), text: { en: '−{saving} %' } }))).toMatchObject([
      { id: 'huge', text: '−50 %', contrast: null, covered: { width: 'narrow' } },
    ]);
    expect(faults(rule('off', { on: false, ground: 'ink', ink: 'ink' }))).toEqual([]);
    const dark = { ...USUAL_LOOK.colours, mark: USUAL_LOOK.colours.ink };
    const look = { ...USUAL_LOOK, dark };
    expect(
      badgeFaults({ fixtures: [], look, badges: { rules: [rule('new', {})], most: 3 } }, atAllWidths(300)),
    ).toHaveLength(1);
  });

  it('has a contrast of words and ground in the look’s colours, or in its own', () => {
    const { colours } = USUAL_LOOK;
    expect(colourOf('sale', colours)).toBe(colours.sale);
    expect(badgeContrast({ ...look, ground: '#000000', ink: '#ffffff' }, colours)).toBeCloseTo(21);
    expect(badgeContrast({ ...look, ground: 'ink', ink: 'ink' }, colours)).toBeCloseTo(1);
    expect(badgeContrast({ ...look, shape: 'words' }, colours), 'the picture is its ground').toBeNull();
  });
});
