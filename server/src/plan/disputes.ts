import type { AisleMove, Dispute } from '@fond/contract';
import { choosePlan, overlapsOf, titleInShop, type Plan, type Snapshot } from '@fond/core';
import { namedPlan } from '../text/namedPlan';

/** Aisles that a plan shares with another one that is just as exact. */
export const disputesOf = (snapshot: Snapshot, plans: readonly Plan[], id: string): Dispute[] =>
  overlapsOf(plans, snapshot.aisles, id).map(({ aisle, other }) => ({
    key: aisle.key,
    path: aisle.path,
    title: titleInShop(snapshot, aisle.titles),
    plan: { ...namedPlan(other), rank: other.rank },
  }));

/** The aisles that come to a plan, and those that leave it. */
export function movesOf(
  snapshot: Snapshot,
  before: readonly Plan[],
  after: readonly Plan[],
  id: string,
): { gained: AisleMove[]; lost: AisleMove[] } {
  const gained: AisleMove[] = [];
  const lost: AisleMove[] = [];
  for (const aisle of snapshot.aisles.all) {
    const from = choosePlan(before, aisle).winner?.plan ?? null;
    const to = choosePlan(after, aisle).winner?.plan ?? null;
    if (from?.id === to?.id || (from?.id !== id && to?.id !== id)) continue;
    const other = to?.id === id ? from : to;
    (to?.id === id ? gained : lost).push({
      key: aisle.key,
      path: aisle.path,
      title: titleInShop(snapshot, aisle.titles),
      plan: other && namedPlan(other),
    });
  }
  return { gained, lost };
}
