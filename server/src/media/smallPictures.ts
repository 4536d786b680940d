import type { SmallPicture } from '@fond/contract';
import {
  choosePlan,
  linkOf,
  pictureNeeds,
  titleInShop,
  type Edition,
  type PictureNeed,
  type Plan,
  type Snapshot,
} from '@fond/core';

/**
 * Pictures that are narrower than where they are drawn, the worst first: blurred on every screen, or on those with two
 * pixels for one. Each is told once, with the place that needs the most of it.
 */
export function smallPictures(snapshot: Snapshot, { plans }: Edition): SmallPicture[] {
  const found = new Map<string, SmallPicture>();
  const tell = (
    picture: { hash: string | null; width: number } | null | undefined,
    of: SmallPicture['of'],
    plan: Plan,
    { fixture, type, width: needed }: PictureNeed,
  ): void => {
    if (!picture?.hash || picture.width >= needed * 2) return;
    const known = found.get(picture.hash);
    if (known && known.needed >= needed) return;
    const { hash, width } = picture;
    found.set(hash, {
      hash,
      width,
      of,
      needed,
      plan: { id: plan.id, name: plan.name },
      fixture: linkOf(fixture),
      type,
    });
  };
  const needs = plans.map((plan) => ({ plan, needs: pictureNeeds(plan) }));
  const widestOf = (kind: 'products' | 'categories'): { plan: Plan; need: PictureNeed } | null =>
    needs
      .flatMap(({ plan, needs: all }) => all.filter(({ of }) => of === kind).map((need) => ({ plan, need })))
      .reduce<{ plan: Plan; need: PictureNeed } | null>(
        (best, one) => (best && best.need.width >= one.need.width ? best : one),
        null,
      );

  const products = widestOf('products');
  if (products)
    snapshot.images.forEach(([first], p) => {
      const name = titleInShop(snapshot, snapshot.titles[p]);
      tell(
        first as typeof first | undefined,
        { kind: 'product', sku: snapshot.skus[p], name },
        products.plan,
        products.need,
      );
    });
  const tiles = widestOf('categories');
  for (const aisle of snapshot.aisles.all) {
    const of = { kind: 'aisle' as const, path: aisle.path, name: titleInShop(snapshot, aisle.titles) };
    if (tiles && aisle.kind === 'category') tell(aisle.picture, of, tiles.plan, tiles.need);
    const plan = aisle.picture && choosePlan(plans, aisle).winner?.plan;
    if (!plan) continue;
    for (const need of needs.find((one) => one.plan === plan)?.needs ?? [])
      if (need.of === 'aisle') tell(aisle.picture, of, plan, need);
  }
  for (const { plan, needs: all } of needs)
    for (const need of all) if (typeof need.of === 'object') tell(need.of, { kind: 'uploaded' }, plan, need);
  return [...found.values()].sort((a, b) => a.width / a.needed - b.width / b.needed);
}
