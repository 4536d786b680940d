import type { FloorAisle } from '@fond/contract';
import type { Reach, ReachRule } from '@fond/core';

/** The aisle to begin with: the fullest category that a plan serves, or would serve by its reach; else any aisle of it. */
export function firstAisle(id: string, reach: Reach | null, aisles: readonly FloorAisle[]): string | null {
  const served = aisles.filter((aisle) => aisle.plan?.id === id);
  const byKey = new Map(aisles.map((aisle) => [aisle.key, aisle]));
  const claimed = reach
    ? aisles.filter(
        (aisle) => reachMeets(reach.include, aisle, byKey) && !reachMeets(reach.exclude, aisle, byKey),
      )
    : [];
  const [first] = [...(served.length ? served : claimed)].sort(
    (a, b) => Number(b.kind === 'category') - Number(a.kind === 'category') || b.products - a.products,
  );
  return first?.path ?? null;
}

/** Whether an aisle is meant by any of some rules. */
export const reachMeets = (
  rules: readonly ReachRule[],
  aisle: FloorAisle,
  byKey: ReadonlyMap<string, FloorAisle>,
): boolean => rules.some((rule) => includes(rule, aisle, byKey));

function includes(rule: ReachRule, aisle: FloorAisle, byKey: ReadonlyMap<string, FloorAisle>): boolean {
  switch (rule.kind) {
    case 'everything':
      return true;
    case 'aisles':
      return aisle.kind === rule.of;
    case 'values':
      return aisle.attribute?.key === rule.attribute;
    case 'aisle':
      return aisle.key === rule.aisle;
    case 'category': {
      const wanted = `category:${rule.category}`;
      if (!rule.below) return aisle.key === wanted;
      for (
        let at: FloorAisle | undefined = aisle;
        at;
        at = at.parent === null ? undefined : byKey.get(at.parent)
      )
        if (at.key === wanted) return true;
      return false;
    }
  }
}
