import type { Aisle } from '../catalogue/aisles';
import type { ImageRow } from '../catalogue/rows';
import { STRIDE } from '../catalogue/steps';
import { titleInShop, type Snapshot } from '../catalogue/snapshot';
import type { RangeContext } from '../clause/rule';
import { pictureNeeds, type PictureNeed } from '../layout/pictureNeeds';
import { spotlitProduct, tiledAisles } from '../page/frameModels';
import { linkOf } from '../plan/parts';
import type { FixtureType, Plan } from '../plan/plan';
import { fetchedFor, renditionName } from '../width/renditions';
import type { Served } from './served';

/** Whose picture it is. */
export type PictureHolder =
  | { kind: 'product'; sku: string; name: string }
  | { kind: 'aisle'; path: string; name: string }
  | { kind: 'uploaded' };

/** A picture where it is drawn widest. */
export interface DrawnPicture {
  hash: string;
  /** Pixels of the original. */
  width: number;
  of: PictureHolder;
  /** CSS pixels of the widest place; screens with two pixels for one need twice as many. */
  needed: number;
  plan: { id: string; name: string };
  fixture: string;
  type: FixtureType;
}

/** Which pictures are looked for, by the original's pixels and the CSS pixels of a place. */
export type PictureTest = (picture: { hash: string; width: number }, needed: number) => boolean;

/** So many aisles are looked at in one step. */
const TOGETHER = 32;

/**
 * The pictures that live plans draw and that a test holds for, in steps; each once, at the widest of the places at which it
 * holds. Of products the one that shoppers see first, where cards are widest. O(products + aisles · tiles).
 */
export function* drawnPictures(
  snapshot: Snapshot,
  plans: readonly Plan[],
  served: readonly Served[],
  context: RangeContext,
  test: PictureTest,
): Generator<null, DrawnPicture[]> {
  const [lang] = snapshot.frame.languages;
  const found = new Map<string, DrawnPicture>();
  const look = (
    picture: { hash: string | null; width: number } | null | undefined,
    of: () => PictureHolder,
    plan: Plan,
    { fixture, type, width: needed }: PictureNeed,
  ): void => {
    if (!picture?.hash) return;
    const { hash, width } = picture;
    if (!test({ hash, width }, needed)) return;
    const known = found.get(hash);
    if (known && known.needed >= needed) return;
    const { id, name } = plan;
    found.set(hash, { hash, width, of: of(), needed, plan: { id, name }, fixture: linkOf(fixture), type });
  };
  const needs = new Map(plans.map((plan) => [plan, pictureNeeds(plan)]));
  let products: { plan: Plan; need: PictureNeed } | null = null;
  for (const [plan, all] of needs)
    for (const need of all)
      if (need.of === 'products' && (!products || products.need.width < need.width))
        products = { plan, need };
  const lookAtProduct = (p: number, plan: Plan, need: PictureNeed): void => {
    const [first] = snapshot.images[p] as readonly (ImageRow | undefined)[];
    look(
      first,
      () => ({ kind: 'product', sku: snapshot.skus[p], name: titleInShop(snapshot, snapshot.titles[p]) }),
      plan,
      need,
    );
  };
  if (products)
    for (let p = 0; p < snapshot.size; p++) {
      if (p % STRIDE === STRIDE - 1) yield null;
      lookAtProduct(p, products.plan, products.need);
    }
  const ownerOf = ({ path, titles }: Aisle): PictureHolder => ({
    kind: 'aisle',
    path,
    name: titleInShop(snapshot, titles),
  });
  let at = 0;
  for (const { aisle, plan } of served) {
    if (at++ % TOGETHER === TOGETHER - 1) yield null;
    for (const need of needs.get(plan) ?? []) {
      if (need.of === 'aisle') look(aisle.picture, () => ownerOf(aisle), plan, need);
      const fixture = plan.fixtures.find(({ id }) => id === need.fixture);
      if (fixture?.type === 'tiles')
        for (const shown of tiledAisles(snapshot, aisle, fixture))
          look(shown.picture, () => ownerOf(shown), plan, need);
      if (fixture?.type !== 'spotlight') continue;
      const p = spotlitProduct({ snapshot, aisle, lang, context }, fixture);
      if (p !== null) lookAtProduct(p, plan, need);
    }
  }
  for (const [plan, all] of needs)
    for (const need of all)
      if (typeof need.of === 'object') look(need.of, () => ({ kind: 'uploaded' }), plan, need);
  return [...found.values()];
}

/** Narrower than its place on screens with two pixels for one, or on every screen. */
const isSmall: PictureTest = ({ width }, needed) => width < needed * 2;

/** Pictures that are narrower than where they are drawn, the worst first, in steps; see `drawnPictures`. */
export function* findSmallPictures(
  ...shop: [Snapshot, readonly Plan[], readonly Served[], RangeContext]
): Generator<null, DrawnPicture[]> {
  const small = yield* drawnPictures(...shop, isSmall);
  return small.sort((a, b) => a.width / a.needed - b.width / b.needed);
}

/** A picture that weighs too much as it is drawn. */
export interface HeavyPicture extends DrawnPicture {
  /** Pixels and bytes of the rendition that its place fetches. */
  fetched: number;
  bytes: number;
}

/**
 * Pictures that weigh too much as they are drawn, the heaviest first, in steps; see `drawnPictures`.
 *
 * @param heavy Bytes of the renditions that weigh too much, by their names.
 */
export function* findHeavyPictures(
  heavy: ReadonlyMap<string, number>,
  ...shop: [Snapshot, readonly Plan[], readonly Served[], RangeContext]
): Generator<null, HeavyPicture[]> {
  if (!heavy.size) return [];
  const nameAt = (hash: string, original: number, needed: number): string =>
    renditionName(hash, fetchedFor(needed, original));
  const isHeavy: PictureTest = ({ hash, width }, needed) => heavy.has(nameAt(hash, width, needed));
  const found = yield* drawnPictures(...shop, isHeavy);
  return found
    .map((one): HeavyPicture => {
      const { hash, width, needed } = one;
      return { ...one, fetched: fetchedFor(needed, width), bytes: heavy.get(nameAt(hash, width, needed))! };
    })
    .sort((a, b) => b.bytes - a.bytes);
}
