import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  USUAL_LOOK,
  startingFixtures,
  type Plan,
  USUAL_GAP,
  USUAL_BADGES,
  USUAL_PRODUCT_PAGE,
} from '@fond/core';
import { moveItem, typedSteps, withPanel, withShelf } from './lists';

const plan: Plan = {
  id: 'p',
  name: 'P',
  reach: { include: [], exclude: [] },
  kind: 'page',
  rank: 0,
  fixtures: startingFixtures([], []),
  productPage: USUAL_PRODUCT_PAGE,
  look: USUAL_LOOK,
  badges: USUAL_BADGES,
  css: '',
};
const types = (one: Plan): string[] => one.fixtures.map((fixture) => fixture.type);

describe('moved', () => {
  it('keeps every entry, puts one elsewhere and leaves the others in their order', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer(), { minLength: 1 }),
        fc.nat(12),
        fc.integer({ min: -2, max: 12 }),
        (list, from, to) => {
          const next = moveItem(list, from, to);
          expect([...next].sort()).toEqual([...list].sort());
          if (from >= list.length || to < 0 || to >= list.length) expect(next).toBe(list);
          else {
            expect(next[to]).toBe(list[from]);
            expect(next.filter((one) => one !== list[from])).toEqual(
              list.filter((one) => one !== list[from]),
            );
          }
        },
      ),
    );
  });
});

describe('an edit of a plan', () => {
  it('changes its own fixture and no other', () => {
    for (const changed of [
      withShelf(plan, { gap: { ...USUAL_GAP, wide: 5 } }),
      withPanel(plan, { side: 'end' }),
    ]) {
      const different = changed.fixtures.filter((fixture, at) => fixture !== plan.fixtures[at]);
      expect(different).toHaveLength(1);
      expect(types(changed)).toEqual(types(plan));
    }
    expect(plan).toEqual({ ...plan, fixtures: startingFixtures([], []) });
  });
});

describe('steps that are typed', () => {
  it('are numbers in their order, with points or commas', () => {
    expect(typedSteps('20 10  2,5 20')).toEqual([2.5, 10, 20]);
    expect(typedSteps('')).toEqual([]);
    expect(typedSteps('ten')).toBeNull();
    expect(typedSteps(Array.from({ length: 21 }, (_, n) => n).join(' '))).toBeNull();
  });
});
