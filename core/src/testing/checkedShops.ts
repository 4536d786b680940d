import type { Finding, FindingKind } from '../finding/finding';
import { findInShop, type CheckedShop, type ShopFindings } from '../finding/findInShop';
import { editionFrom } from '../plan/edition';
import { housePlan } from '../plan/housePlan';
import type { Fixture, Plan, Shelf } from '../plan/plan';
import type { CatalogueFrame, ProductRow } from '../catalogue/rows';
import type { Snapshot } from '../catalogue/snapshot';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { runToEnd } from '../catalogue/steps';
import { FRAME, NOW, product } from './catalogues';

/** A product that lacks nothing. */
export const wholeProduct = (id: number, change: Partial<ProductRow> = {}): ProductRow =>
  product(id, {
    titles: { en: `Pan ${id}`, fr: `Poêle ${id}` },
    descriptions: { en: 'A pan.' },
    images: [{ source: 'a', hash: 'a', width: 900, height: 900, focus: { x: 50, y: 50 } } as never],
    ...change,
  });
export const shopOf = (rows: readonly ProductRow[], frame: CatalogueFrame = FRAME): Snapshot =>
  snapshotOf(frame, rows);
export const someProducts = (count: number): ProductRow[] =>
  Array.from({ length: count }, (_, at) => wholeProduct(at + 1));
/** The house plan with its shelf changed, and more fixtures. */
export const planOf = (
  snapshot: Snapshot,
  change: Partial<Shelf> = {},
  more: readonly Fixture[] = [],
): Plan => {
  const house = housePlan(snapshot, 'House');
  return {
    ...house,
    fixtures: [
      ...house.fixtures.map((one): Fixture => (one.type === 'shelf' ? { ...one, ...change } : one)),
      ...more,
    ],
  };
};
/** All that checks find in a shop of some plans. */
export const findAll = (
  snapshot: Snapshot,
  plans: readonly Plan[],
  change: Partial<CheckedShop> = {},
): ShopFindings =>
  runToEnd(
    findInShop({
      snapshot,
      edition: editionFrom(1, { documents: [...plans], ranges: [], blends: [] }),
      redirects: [],
      context: { now: NOW, ranges: [], blends: [] },
      putOff: new Set(),
      readCss: () => ({ pointerOnly: [], smallTargets: [] }),
      heavy: new Map(),
      unused: { ranges: [], blends: [] },
      planned: { beneath: { documents: [], ranges: [], blends: [] }, campaigns: [] },
      ...change,
    }),
  );
/** Those of a kind. */
export const ofKind = (
  snapshot: Snapshot,
  plans: readonly Plan[],
  kind: FindingKind,
  change: Partial<CheckedShop> = {},
): readonly Finding[] =>
  findAll(snapshot, plans, change).groups.find((group) => group.kind === kind)?.found ?? [];
