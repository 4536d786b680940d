import {
  USUAL_PANEL,
  type Condition,
  type FacetPanel,
  type Fixture,
  type FixtureType,
  type Plan,
  type ShelfSettings,
} from '@fond/core';

/** The plan with its shelf changed. */
export const withShelf = (plan: Plan, change: Partial<ShelfSettings>): Plan => ({
  ...plan,
  fixtures: plan.fixtures.map((fixture): Fixture =>
    fixture.type === 'shelf' ? { ...fixture, ...change } : fixture,
  ),
});

export const withPanel = (plan: Plan, change: Partial<Omit<FacetPanel, 'id' | 'type'>>): Plan => ({
  ...plan,
  fixtures: plan.fixtures.map((fixture): Fixture =>
    fixture.type === 'facets' ? { ...fixture, ...change } : fixture,
  ),
});

export const withNavigation = (plan: Plan, change: { hideEmpty?: boolean; counts?: boolean }): Plan => ({
  ...plan,
  fixtures: plan.fixtures.map((fixture): Fixture =>
    fixture.type === 'navigation' ? { ...fixture, ...change } : fixture,
  ),
});

/** The plan with one fixture shown under another condition; null shows it always. */
export const withWhen = (plan: Plan, id: string, when: Condition | null): Plan => ({
  ...plan,
  fixtures: plan.fixtures.map((fixture): Fixture => (fixture.id === id ? { ...fixture, when } : fixture)),
});

/** The list with one entry moved; out of range places leave it as it is. */
export function moved<T>(list: readonly T[], from: number, to: number): readonly T[] {
  if (to < 0 || to >= list.length || from === to || !list[from]) return list;
  const next = list.filter((_, at) => at !== from);
  next.splice(to, 0, list[from]);
  return next;
}

/** Fixtures of which a plan has one at most, in the order in which they usually stand. */
export const USUAL_ORDER: readonly FixtureType[] = [
  'breadcrumb',
  'title',
  'description',
  'navigation',
  'facets',
  'shelf',
];

const fresh = (type: Exclude<FixtureType, 'shelf'>): Fixture => {
  switch (type) {
    case 'navigation':
      return { id: type, type, when: null, hideEmpty: true, counts: true };
    case 'facets':
      return { id: type, type, when: null, ...USUAL_PANEL, facets: [] };
    default:
      return { id: type, type, when: null };
  }
};

/** Takes a fixture out, or puts one in at its usual place. */
export function toggledFixture(plan: Plan, type: Exclude<FixtureType, 'shelf'>): Plan {
  const without = plan.fixtures.filter((fixture) => fixture.type !== type);
  if (without.length < plan.fixtures.length) return { ...plan, fixtures: without };
  const rank = USUAL_ORDER.indexOf(type);
  const after = plan.fixtures.findIndex((fixture) => USUAL_ORDER.indexOf(fixture.type) > rank);
  const at = after < 0 ? plan.fixtures.length : after;
  return { ...plan, fixtures: [...plan.fixtures.slice(0, at), fresh(type), ...plan.fixtures.slice(at)] };
}
