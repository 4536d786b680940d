import type { Aisle } from '../catalogue/aisles';
import type { ImageRow } from '../catalogue/rows';
import { STRIDE } from '../catalogue/steps';
import { titleInShop, type Snapshot } from '../catalogue/snapshot';
import type { RangeContext } from '../clause/rule';
import { pictureNeeds, type PictureNeed } from '../layout/pictureNeeds';
import { spotlitProduct, tiledAisles } from '../page/frameModels';
import { linkOf } from '../plan/parts';
import type { FixtureType, Plan } from '../plan/plan';
import type { Served } from './served';

/** A picture that is narrower than where it is drawn. */
export interface SmallPicture {
  hash: string;
  /** Pixels of the original. */
  width: number;
  of:
    | { kind: 'product'; sku: string; name: string }
    | { kind: 'aisle'; path: string; name: string }
    | { kind: 'uploaded' };
  /** CSS pixels of the widest place; screens with two pixels for one need twice as many. */
  needed: number;
  plan: { id: string; name: string };
  fixture: string;
  type: FixtureType;
}

/** So many aisles are looked at in one step. */
const TOGETHER = 32;

/**
 * Pictures that are narrower than where they are drawn, the worst first, in steps: blurred on every screen, or on those with
 * two pixels for one. Each is told once, with the place that needs the most of it. O(products + aisles · tiles).
 */
export function* findSmallPictures(
  snapshot: Snapshot,
  plans: readonly Plan[],
  served: readonly Served[],
  context: RangeContext,
): Generator<null, SmallPicture[]> {
  const [lang] = snapshot.frame.languages;
  const found = new Map<string, SmallPicture>();
  const tell = (
    picture: { hash: string | null; width: number } | null | undefined,
    of: () => SmallPicture['of'],
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
      of: of(),
      needed,
      plan: { id: plan.id, name: plan.name },
      fixture: linkOf(fixture),
      type,
    });
  };
  const needs = new Map(plans.map((plan) => [plan, pictureNeeds(plan)]));
  let products: { plan: Plan; need: PictureNeed } | null = null;
  for (const [plan, all] of needs)
    for (const need of all)
      if (need.of === 'products' && (!products || products.need.width < need.width))
        products = { plan, need };
  const tellProduct = (p: number, plan: Plan, need: PictureNeed): void => {
    const [first] = snapshot.images[p] as readonly (ImageRow | undefined)[];
    tell(
      first,
      () => ({ kind: 'product', sku: snapshot.skus[p], name: titleInShop(snapshot, snapshot.titles[p]) }),
      plan,
      need,
    );
  };
  if (products)
    for (let p = 0; p < snapshot.size; p++) {
      if (p % STRIDE === STRIDE - 1) yield null;
      tellProduct(p, products.plan, products.need);
    }
  const ownerOf = ({ path, titles }: Aisle): SmallPicture['of'] => ({
    kind: 'aisle',
    path,
    name: titleInShop(snapshot, titles),
  });
  let at = 0;
  for (const { aisle, plan } of served) {
    if (at++ % TOGETHER === TOGETHER - 1) yield null;
    for (const need of needs.get(plan) ?? []) {
      if (need.of === 'aisle') tell(aisle.picture, () => ownerOf(aisle), plan, need);
      const fixture = plan.fixtures.find(({ id }) => id === need.fixture);
      if (fixture?.type === 'tiles')
        for (const shown of tiledAisles(snapshot, aisle, fixture))
          tell(shown.picture, () => ownerOf(shown), plan, need);
      if (fixture?.type !== 'spotlight') continue;
      const p = spotlitProduct({ snapshot, aisle, lang, context }, fixture);
      if (p !== null) tellProduct(p, plan, need);
    }
  }
  for (const [plan, all] of needs)
    for (const need of all)
      if (typeof need.of === 'object') tell(need.of, () => ({ kind: 'uploaded' }), plan, need);
  return [...found.values()].sort((a, b) => a.width / a.needed - b.width / b.needed);
}
