import { ALWAYS, USUAL_BADGE_LOOK, type BadgeRule, type BadgeSettings, type Plan } from '@fond/core';
import { moveItem } from '../field/lists';

const withBadges = (plan: Plan, change: Partial<BadgeSettings>): Plan => ({
  ...plan,
  badges: { ...plan.badges, ...change },
});

/** The plan with one rule changed. */
export const withRule = (plan: Plan, id: string, change: Partial<BadgeRule>): Plan =>
  withBadges(plan, {
    rules: plan.badges.rules.map((rule) => (rule.id === id ? { ...rule, ...change } : rule)),
  });

/** A name that no rule of the plan has. */
function freeId(rules: readonly BadgeRule[]): string {
  for (let n = rules.length + 1; ; n++) {
    const id = `badge-${n}`;
    if (!rules.some((rule) => rule.id === id)) return id;
  }
}

/** The plan with another rule behind all others; it carries featured products until something else is said. */
export function withNewRule(plan: Plan, text: BadgeRule['text']): { plan: Plan; id: string } {
  const { rules } = plan.badges;
  const id = freeId(rules);
  const rule: BadgeRule = {
    ...USUAL_BADGE_LOOK,
    ...ALWAYS,
    id,
    on: true,
    clauses: [{ kind: 'featured' }],
    text,
  };
  return { plan: withBadges(plan, { rules: [...rules, rule] }), id };
}

export const withoutRule = (plan: Plan, id: string): Plan =>
  withBadges(plan, { rules: plan.badges.rules.filter((rule) => rule.id !== id) });

/** The plan with a rule at another place in the order of priority. */
export const withRuleAt = (plan: Plan, from: number, to: number): Plan =>
  withBadges(plan, { rules: moveItem(plan.badges.rules, from, to) });

export const withMostBadges = (plan: Plan, most: number): Plan => withBadges(plan, { most });
