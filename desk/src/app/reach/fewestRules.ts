import type { FloorAisle } from '@fond/contract';
import type { ReachRule } from '@fond/core';

/** The rules that name some aisles and no other, as few as there can be: a category with all below it is one. */
export function fewestRules(
  keys: readonly string[],
  floor: readonly Pick<FloorAisle, 'key' | 'kind' | 'parent'>[],
): ReachRule[] {
  const wanted = new Set(keys);
  const below = new Map<string, string[]>();
  for (const { key, parent } of floor) if (parent) below.set(parent, [...(below.get(parent) ?? []), key]);
  const kinds = new Map(floor.map(({ key, kind }) => [key, kind]));
  const parents = new Map(floor.map(({ key, parent }) => [key, parent]));
  const whole = new Map<string, boolean>();
  /** Whether a category is wanted with all categories below it. */
  const isWhole = (key: string): boolean => {
    let known = whole.get(key);
    if (known === undefined) {
      known = wanted.has(key) && (below.get(key) ?? []).every(isWhole);
      whole.set(key, known);
    }
    return known;
  };
  return [...wanted].flatMap((key): ReachRule[] => {
    if (kinds.get(key) !== 'category') return [{ kind: 'aisle', aisle: key }];
    const parent = parents.get(key);
    if (isWhole(key) && parent && kinds.get(parent) === 'category' && isWhole(parent)) return [];
    return isWhole(key) && (below.get(key) ?? []).length
      ? [{ kind: 'category', category: Number(key.split(':')[1]), below: true }]
      : [{ kind: 'aisle', aisle: key }];
  });
}
