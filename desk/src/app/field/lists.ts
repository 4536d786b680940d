import { MAX_HAND_STEPS, type FacetPanel, type Fixture, type Plan, type ShelfSettings } from '@fond/core';

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

/** The list with one entry moved; out of range places leave it as it is. */
export function moveItem<T>(list: readonly T[], from: number, to: number): readonly T[] {
  if (to < 0 || to >= list.length || from === to || !(from in list)) return list;
  const next = list.filter((_, at) => at !== from);
  next.splice(to, 0, list[from]);
  return next;
}

/** The numbers that somebody typed, ascending and each once; null for what is none. */
export function typedSteps(text: string): number[] | null {
  const parts = text.split(/[\s;]+/).filter(Boolean);
  const numbers = parts.map((part) => Number(part.replace(',', '.')));
  if (numbers.some((number) => !Number.isFinite(number)) || numbers.length > MAX_HAND_STEPS) return null;
  return [...new Set(numbers)].sort((a, b) => a - b);
}
