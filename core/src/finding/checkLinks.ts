import type { Aisle } from '../catalogue/aisles';
import type { Snapshot } from '../catalogue/snapshot';
import type { RangeContext } from '../clause/rule';
import { tiledAisles } from '../page/frameModels';
import type { Plan } from '../plan/plan';
import { aisleOfRange } from '../range/aisleOfRange';
import { aisleProducts } from '../range/range';
import { addressesIn, pathOf } from './addressesIn';
import type { Finding } from './finding';
import type { Served } from './served';

/** So many aisles are looked at in one step. */
const TOGETHER = 32;

/**
 * Aisles that show products and that no page leads to: neither the shop's head, nor a navigation, tiles, a link, a breadcrumb
 * or a product. Walked from the front, page by page, so that a ring of pages that lead to one another alone is found as well.
 * Filters lead to pages of the same aisle, and searches are typed; neither counts. In steps.
 */
export function* checkLinks(
  snapshot: Snapshot,
  served: readonly Served[],
  context: RangeContext,
): Generator<Finding | null> {
  const { aisles } = snapshot;
  const planOf = new Map(served.map(({ aisle, plan }) => [aisle, plan]));
  const front = aisles.byKey.get('front')!;
  const reached = new Set<Aisle>([front, ...front.children]);
  const named = new Map<Plan, readonly Aisle[]>();
  // A product's own page leads to its main category, to those above it, to its tags and to the aisles of its values.
  const main = new Set(snapshot.mainCategory);
  for (const aisle of aisles.all)
    if (aisle.kind === 'tag' || aisle.kind === 'value') reached.add(aisle);
    else if (aisle.kind === 'category' && main.has(aisle.id))
      for (let above: Aisle | null = aisle; above; above = above.parent) reached.add(above);
  let at = 0;
  for (const aisle of reached) {
    if (at++ % TOGETHER === TOGETHER - 1) yield null;
    const plan = planOf.get(aisle);
    if (!plan) continue;
    let anywhere = named.get(plan);
    if (!anywhere) named.set(plan, (anywhere = namedBy(snapshot, plan)));
    for (const other of anywhere) reached.add(other);
    for (const other of ledTo(snapshot, aisle, plan, context)) reached.add(other);
  }
  for (const { aisle } of served) {
    if (at++ % TOGETHER === TOGETHER - 1) yield null;
    if (aisle.closed || aisle.kind === 'search' || reached.has(aisle)) continue;
    // Whoever looks for the aisle in whose place it stands finds it.
    if (aisle.standsFor && reached.has(aisle.standsFor)) continue;
    if (aisleProducts(snapshot, aisle).count) yield { kind: 'aisle-unlinked', aisle: aisle.key };
  }
}

/** Where a plan leads from all of its pages. */
function namedBy({ aisles }: Snapshot, plan: Plan): Aisle[] {
  const byAddress = addressesIn(plan.fixtures).flatMap((address) => {
    const path = pathOf(address);
    return (path !== null && aisles.byPath.get(path)) || [];
  });
  const chosen = plan.fixtures.flatMap((fixture) =>
    fixture.type === 'navigation' && fixture.of === 'chosen'
      ? fixture.links.flatMap(({ aisle }) => (aisle !== null && aisles.byKey.get(aisle)) || [])
      : [],
  );
  return [...byAddress, ...chosen];
}

/** Where one of its pages leads besides. */
function* ledTo(snapshot: Snapshot, aisle: Aisle, plan: Plan, context: RangeContext): Generator<Aisle> {
  for (const fixture of plan.fixtures)
    switch (fixture.type) {
      case 'breadcrumb':
        for (let above = aisle.parent; above; above = above.parent) yield above;
        break;
      case 'navigation':
        // The tree opens towards the page as well, and each page on the way leads on.
        if (fixture.of !== 'chosen')
          yield* aisle.children.length ? aisle.children : (aisle.parent?.children ?? []);
        break;
      case 'tiles':
        yield* tiledAisles(snapshot, aisle, fixture);
        break;
      case 'promotion': {
        const more =
          fixture.more && !fixture.more.address && aisleOfRange(snapshot, aisle, fixture.range, context);
        if (more) yield more;
      }
    }
}
