import { USUAL_BADGES } from '../badge/rule';
import { describe, expect, it } from 'vitest';
import { USUAL_LOOK } from '../look/look';
import { startingFixtures } from './housePlan';
import { USUAL_GAP } from './fixtures';
import { mergePlans } from './merge';
import type { Fixture, Plan, Shelf } from './plan';
import { USUAL_PRODUCT_PAGE } from './productPage';

const before: Plan = {
  id: 'p',
  name: 'Pans',
  reach: { include: [], exclude: [] },
  kind: 'page',
  rank: 0,
  fixtures: startingFixtures([], []),
  productPage: USUAL_PRODUCT_PAGE,
  look: USUAL_LOOK,
  badges: USUAL_BADGES,
  css: '',
};
const shelf = (plan: Plan, change: Partial<Shelf>): Plan => ({
  ...plan,
  fixtures: plan.fixtures.map((fixture): Fixture =>
    fixture.type === 'shelf' ? { ...fixture, ...change } : fixture,
  ),
});
const without = (plan: Plan, id: string): Plan => ({
  ...plan,
  fixtures: plan.fixtures.filter((fixture) => fixture.id !== id),
});

describe('two edits of one plan', () => {
  it('go together where they change different settings, in either order', () => {
    const mine = shelf(before, { gap: { ...USUAL_GAP, wide: 40 } });
    const theirs = without({ ...before, name: 'All pans' }, 'title');
    for (const [a, b] of [
      [mine, theirs],
      [theirs, mine],
    ]) {
      const { merged, conflicts } = mergePlans(before, a, b);
      expect(conflicts).toEqual([]);
      expect(merged).toEqual(without({ ...mine, name: 'All pans' }, 'title'));
    }
  });

  it('are no conflict where both did the same', () => {
    const same = shelf(before, { gap: { ...USUAL_GAP, wide: 40 }, lastRow: 'centre' });
    expect(mergePlans(before, same, same)).toMatchObject({ merged: same, conflicts: [] });
  });

  it('are put to the choice setting by setting, with mine standing until theirs is chosen', () => {
    const mine = shelf(before, { gap: { ...USUAL_GAP, wide: 40 }, lastRow: 'centre' });
    const theirs = shelf(before, {
      gap: { ...USUAL_GAP, wide: 8 },
      columns: { wide: 4, medium: 2, narrow: 2 },
    });
    const first = mergePlans(before, mine, theirs);
    expect(
      first.conflicts.map(({ mine: entry, mineValue, theirsValue }) => [
        entry.path.join('/'),
        mineValue,
        theirsValue,
      ]),
    ).toEqual([['fixtures/shelf/gap/wide', 40, 8]]);
    expect(first.mineOnly.map(({ path }) => path.at(-1))).toEqual(['lastRow']);
    expect(first.theirsOnly.map(({ path }) => path.at(-1))).toEqual(['wide']);
    expect(first.merged).toEqual(shelf(mine, { columns: { wide: 4, medium: 2, narrow: 2 } }));
    const chosen = mergePlans(before, mine, theirs, { [first.conflicts[0].key]: 'theirs' });
    expect(chosen.merged).toEqual(
      shelf(mine, { gap: { ...USUAL_GAP, wide: 8 }, columns: { wide: 4, medium: 2, narrow: 2 } }),
    );
  });

  it('conflict where one takes away what the other has changed', () => {
    const mine = shelf(before, { gap: { ...USUAL_GAP, wide: 40 } });
    const theirs = without(before, 'shelf');
    const { conflicts, merged } = mergePlans(before, mine, theirs);
    expect(conflicts).toHaveLength(1);
    expect(merged).toEqual(mine);
    const given = mergePlans(before, mine, theirs, { [conflicts[0].key]: 'theirs' });
    expect(given.merged).toEqual(theirs);
  });
});
