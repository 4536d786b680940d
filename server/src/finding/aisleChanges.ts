import type { AisleChangeSummary } from '@fond/contract';
import {
  aisleProducts,
  changedAisles,
  choosePlan,
  textIn,
  type Aisle,
  type Edition,
  type Plan,
  type Snapshot,
} from '@fond/core';

const toNamed = (plan: Plan | null): { id: string; name: string } | null =>
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
    from: toNamed(from),
    to: toNamed(to),
  }));
}

/** How many product pages would look different. */
export function changedProductPages(snapshot: Snapshot, before: Edition, after: Edition): number {
  const front = snapshot.aisles.byKey.get('front')!;
  const differs = new Map<number, boolean>();
  let pages = 0;
  for (const category of snapshot.mainCategory) {
    let changed = differs.get(category);
    if (changed === undefined) {
      const aisle = snapshot.aisles.byKey.get(`category:${category}`) ?? front;
      changed = onProductPages(before, aisle) !== onProductPages(after, aisle);
      differs.set(category, changed);
    }
    if (changed) pages++;
  }
  return pages;
}

/** What the plan of an aisle makes of product pages, with the saved ranges and blends it uses there, and its badges. */
function onProductPages({ plans, ranges, blends }: Edition, aisle: Aisle): string {
  const plan = choosePlan(plans, aisle).winner?.plan;
  const page = plan?.productPage ?? null;
  const saved = page?.shelves.map(({ range: { source } }) =>
    source.kind === 'saved' ? ranges.find(({ id }) => id === source.range)?.rule : null,
  );
  const blended = blends.filter(({ id }) =>
    page?.shelves.some(({ levels }) => levels.some(({ key, of }) => key === 'blend' && of === id)),
  );
  return JSON.stringify([page, saved, blended, plan?.badges]);
}
