import type { AisleChangeSummary } from '@fond/contract';
import { aisleProducts, changedAisles, textIn, type Edition, type Plan, type Snapshot } from '@fond/core';

const named = (plan: Plan | null): { id: string; name: string } | null =>
  plan && { id: plan.id, name: plan.name };

/** The aisles that look different under `after`, as the desk lists them. */
export function aisleChanges(snapshot: Snapshot, before: Edition, after: Edition): AisleChangeSummary[] {
  const { languages } = snapshot.frame;
  return changedAisles(snapshot.aisles, before, after).map(({ aisle, from, to }) => ({
    key: aisle.key,
    path: aisle.path,
    title: textIn(aisle.titles, languages[0], languages),
    kind: aisle.kind,
    products: aisleProducts(snapshot, aisle).count,
    from: named(from),
    to: named(to),
  }));
}
