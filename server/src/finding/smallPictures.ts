import type { SmallPicture } from '@fond/contract';
import {
  choosePlan,
  linkOf,
  pictureNeeds,
  spotlitProduct,
  tiledAisles,
  titleInShop,
  type Aisle,
  type Edition,
  type ImageRow,
  type PictureNeed,
  type Plan,
  type Snapshot,
} from '@fond/core';

/**
 * Pictures that are narrower than where they are drawn, the worst first: blurred on every screen, or on those with two
 * pixels for one. Each is told once, with the place that needs the most of it.
 */
export function smallPictures(
  snapshot: Snapshot,
  { plans, ranges, blends }: Edition,
  now: number,
): SmallPicture[] {
  const [lang] = snapshot.frame.languages;
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
  const products = needs
    .flatMap(({ plan, needs: all }) =>
      all.filter(({ of }) => of === 'products').map((need) => ({ plan, need })),
    )
    .reduce<{ plan: Plan; need: PictureNeed } | null>(
      (best, one) => (best && best.need.width >= one.need.width ? best : one),
      null,
    );
  const tellProduct = (p: number, plan: Plan, need: PictureNeed): void => {
    const [first] = snapshot.images[p] as readonly (ImageRow | undefined)[];
    const name = titleInShop(snapshot, snapshot.titles[p]);
    tell(first, { kind: 'product', sku: snapshot.skus[p], name }, plan, need);
  };
  if (products) for (let p = 0; p < snapshot.size; p++) tellProduct(p, products.plan, products.need);
  const ownerOf = ({ path, titles }: Aisle): SmallPicture['of'] => ({
    kind: 'aisle',
    path,
    name: titleInShop(snapshot, titles),
  });
  for (const aisle of snapshot.aisles.all) {
    const plan = choosePlan(plans, aisle).winner?.plan;
    for (const need of needs.find((one) => one.plan === plan)?.needs ?? []) {
      if (need.of === 'aisle') tell(aisle.picture, ownerOf(aisle), plan!, need);
      const fixture = plan!.fixtures.find(({ id }) => id === need.fixture);
      if (fixture?.type === 'tiles')
        for (const shown of tiledAisles(snapshot, aisle, fixture))
          tell(shown.picture, ownerOf(shown), plan!, need);
      if (fixture?.type !== 'spotlight') continue;
      const p = spotlitProduct({ snapshot, aisle, lang, context: { now, ranges, blends } }, fixture);
      if (p !== null) tellProduct(p, plan!, need);
    }
  }
  for (const { plan, needs: all } of needs)
    for (const need of all) if (typeof need.of === 'object') tell(need.of, { kind: 'uploaded' }, plan, need);
  return [...found.values()].sort((a, b) => a.width / a.needed - b.width / b.needed);
}
