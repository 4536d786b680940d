import { badgesFor } from '../badge/badges';
import { languageOf, type Snapshot } from '../catalogue/snapshot';
import type { RangeContext } from '../clause/rule';
import { usual } from '../plan/housePlan';
import { shelfOf, type Edition, type Fixture, type Plan } from '../plan/plan';
import type { PromotionSettings } from '../plan/fixtures';
import { promotionModel } from './frameModels';
import { fixtureNamed } from './onceMore';
import type { PromotionModel } from './pageModel';

/** A shelf of what a shopper has looked at, as their browser asks for it. */
export interface RecentRequest {
  plan: string;
  /** Of the plan's page, or below its products. */
  fixture: string;
  /** Article numbers, the latest first; what isn't in the shop any more is left out. */
  skus: readonly string[];
  lang: string | undefined;
  now: number;
  zone?: string;
}

/** Shows the products of such a shelf; null where the plan has none of that name, or nothing stands on it. */
export function composeRecent(
  snapshot: Snapshot,
  edition: Edition,
  { plan: id, fixture, skus, lang: asked, now, zone = 'UTC' }: RecentRequest,
): PromotionModel | null {
  const plan = edition.plans.find((one) => one.id === id);
  const shelf = plan && promotionIn(plan, fixtureNamed(fixture));
  if (!shelf) return null;
  const lang = languageOf(snapshot, asked);
  const recent = skus.flatMap((sku) => snapshot.bySku.get(sku) ?? []);
  const context: RangeContext = { now, ranges: edition.ranges, blends: edition.blends, zone, recent };
  const badges = badgesFor(snapshot, plan.badges, context);
  const aisle = snapshot.aisles.byKey.get('front')!;
  return promotionModel({ snapshot, aisle, plan, lang, context, badges }, shelf, shelfOf(plan));
}

/** The shelf of that name which only browsers can fill. */
function promotionIn(plan: Plan, id: string): (Fixture & PromotionSettings) | null {
  const below = plan.productPage.shelves.map((one): Fixture => ({
    ...usual(one.id),
    ...one,
    type: 'promotion',
  }));
  // A shelf of the page and one below products may be called the same.
  for (const one of [...plan.fixtures, ...below])
    if (one.id === id && one.type === 'promotion' && one.range.source.kind === 'recent') return one;
  return null;
}
