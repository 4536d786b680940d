import { describe, expect, it } from 'vitest';
import { plan } from '../testing/plans';
import { withMostBadges, withNewRule, withoutRule, withRule, withRuleAt } from './badgeEdits';

const ids = ({ badges }: typeof plan): string[] => badges.rules.map(({ id }) => id);

describe('badges of a plan', () => {
  it('are changed one by one, and all else stays as it is', () => {
    const changed = withRule(plan, 'sale', { place: 'bottom-end' });
    expect(changed.badges.rules.map(({ place }) => place)).toEqual(['top-start', 'bottom-end', 'top-start']);
    expect(changed.fixtures).toBe(plan.fixtures);
    expect(withMostBadges(plan, 1).badges).toEqual({ ...plan.badges, most: 1 });
  });

  it('are put in another order of priority', () => {
    expect(ids(withRuleAt(plan, 2, 0))).toEqual(['new', 'sold-out', 'sale']);
  });

  it('are added last, under a name that none has, also after one was taken away', () => {
    const one = withNewRule(plan, { en: 'Ours' });
    expect(ids(one.plan)).toEqual(['sold-out', 'sale', 'new', one.id]);
    const two = withNewRule(withoutRule(one.plan, 'sale'), { en: 'Yours' });
    expect(two.id).not.toBe(one.id);
    expect(new Set(ids(two.plan)).size).toBe(4);
  });
});
