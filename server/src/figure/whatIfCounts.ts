import type { Sequelize } from 'sequelize';
import {
  attentionFit,
  WIDTH_NAMES,
  type PerWidth,
  type ProductCount,
  type ShownPage,
  type WhatIfCounts,
} from '@fond/core';
import type { ServingState } from '../serving/servingHost';
import { ownShelves } from './asked';
import { cardsByPlace, marksOf, seenByWidth } from './readCounts';

/** Places further down tell little of attention, and are many. */
const MOST_PLACES = 60;

/** What estimates of an aisle rest on: its visits and rows, and what its products and all places did in the whole shop. */
export async function readWhatIfCounts(
  sequelize: Sequelize,
  { snapshot, edition }: ServingState,
  {
    aisle,
    from,
    to,
    today,
    products: wanted,
  }: { aisle: string; from: string; to: string; today: ShownPage; products: ReadonlySet<number> },
): Promise<WhatIfCounts> {
  const shelves = ownShelves(edition.plans);
  const shop = { from, to, aisles: null, product: null };
  const here = { ...shop, aisles: [aisle] };
  const [cells, marks, sights] = await Promise.all([
    cardsByPlace(sequelize, shop, shelves),
    marksOf(sequelize, here),
    seenByWidth(sequelize, here, shelves),
  ]);
  const placed = cells.filter(({ spot }) => spot > 0);
  const positions = new Map(Array.from(snapshot.ids, (id, p) => [id, p]));
  const products = new Map<number, ProductCount & { seenAt: Map<number, number> }>();
  for (const { product, spot, seen, clicks, carts, bought } of placed) {
    // The others tell how much products differ, and are told by their clicks alone.
    const p = positions.get(product);
    if (p === undefined && !wanted.has(product)) continue;
    let one = products.get(product);
    if (!one) {
      const price = p === undefined ? 0 : snapshot.price.numbers[p];
      products.set(
        product,
        (one = {
          product,
          price: Number.isNaN(price) ? 0 : price,
          clicks: 0,
          carts: 0,
          bought: 0,
          seenAt: new Map(),
        }),
      );
    }
    one.clicks += clicks;
    one.carts += carts;
    one.bought += bought;
    one.seenAt.set(spot, (one.seenAt.get(spot) ?? 0) + seen);
  }
  const seen: PerWidth<Map<number, number>> = { wide: new Map(), medium: new Map(), narrow: new Map() };
  for (const { width, place, seen: times } of sights) seen[width].set(place, times);
  return {
    visits: plainVisits(marks, seen),
    seen,
    today,
    products,
    attention: attentionFit(
      placed
        .filter(({ spot }) => spot <= MOST_PLACES)
        .map(({ spot, product, seen: times, clicks }) => ({ place: spot, product, seen: times, clicks })),
    ),
  };
}

/** Visits in the aisle's own order; which of those that were narrowed had which width is not counted, so it is shared out. */
function plainVisits(
  marks: readonly { kind: string; name: string; visits: number }[],
  seen: PerWidth<ReadonlyMap<number, number>>,
): PerWidth<number> {
  const byWidth = (width: string): number =>
    marks.find(({ kind, name }) => kind === 'width' && name === width)?.visits ?? 0;
  const all = WIDTH_NAMES.reduce((sum, width) => sum + byWidth(width), 0);
  const narrowed = marks.find(({ kind }) => kind === 'narrowed')?.visits ?? 0;
  const plain = all ? Math.max(0, 1 - narrowed / all) : 0;
  const of = (width: keyof typeof seen): number => Math.max(byWidth(width) * plain, seen[width].get(1) ?? 0);
  return { wide: of('wide'), medium: of('medium'), narrow: of('narrow') };
}
