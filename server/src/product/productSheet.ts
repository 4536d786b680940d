import type { Sequelize } from 'sequelize';
import type { PictureWords, ProductPlace, ProductSheet, SheetPicture } from '@fond/contract';
import {
  aisleProducts,
  choosePlan,
  firstFacts,
  holds,
  pageAt,
  shelfCut,
  shelfOf,
  standingOf,
  titleInShop,
  type Aisle,
  type Plan,
  type RangeContext,
  type Snapshot,
} from '@fond/core';
import { select } from '../database/rows';
import { explainProduct } from '../explain/explainPlace';
import { readStored } from '../catalogue/import/stored';
import { pageTime } from '../page/compose';
import { wordsOf, type StoredWords } from '../picture/pictureWords';
import { rangeContext } from '../page/rangeContext';
import { problem } from '../problem/problem';
import type { ServingState } from '../serving/servingHost';
import { namedPlan } from '../text/namedPlan';
import { TableColumns } from './tableColumns';

const PRICES = 100;

/** Everything of one product, whatever its standing. */
export async function readProduct(sequelize: Sequelize, sku: string): Promise<ProductSheet> {
  const product = (await readStored(sequelize, [sku])).get(sku);
  if (!product) throw problem('not-found', `There is no product “${sku.slice(0, 64)}”.`);
  const columns = await TableColumns.read(sequelize);
  const prices = await select<{ until: Date; price: number | null; was: number | null }>(
    sequelize,
    `SELECT until, price_cents AS price, was_cents AS was FROM product_prices
      WHERE product_id = ? ORDER BY until DESC LIMIT ${PRICES}`,
    [product.id],
  );
  const [row] = await select<{ changed: Date | null }>(
    sequelize,
    'SELECT changed_at AS changed FROM products WHERE id = ?',
    [product.id],
  );
  return {
    sku,
    standing: product.standing,
    cells: [...columns.cellsOf(product)].map(([column, value]) => ({ column, value })),
    pictures: await picturesOf(sequelize, product.lists.images.map(String)),
    prices: prices.map(({ until, price, was }) => ({
      until: until.toISOString(),
      price: inUnits(price),
      was: inUnits(was),
    })),
    changedAt: row?.changed?.toISOString() ?? null,
  };
}

const inUnits = (cents: number | null): number | null => (cents === null ? null : cents / 100);

async function picturesOf(sequelize: Sequelize, sources: readonly string[]): Promise<SheetPicture[]> {
  if (!sources.length) return [];
  const rows = await select<Omit<SheetPicture, keyof PictureWords> & StoredWords>(
    sequelize,
    'SELECT source, hash, width, height, alts, focus_x AS x, focus_y AS y FROM pictures WHERE source IN (?)',
    [sources],
  );
  const known = new Map(
    rows.map(({ alts, x, y, ...row }) => [row.source, { ...row, ...wordsOf({ alts, x, y }) }]),
  );
  const none = { hash: null, width: 0, height: 0, alts: {}, focus: null };
  return sources.map((source) => known.get(source) ?? { source, ...none });
}

/** Every aisle that a product is in, with its place on the aisle's own shelf. */
export function productPlaces({ snapshot, edition, zone }: ServingState, sku: string): ProductPlace[] {
  const p = snapshot.bySku.get(sku);
  if (p === undefined) return [];
  const context = rangeContext(edition, pageTime(), zone);
  return snapshot.aisles.all
    .filter((aisle) => aisle.kind !== 'search' && holds(aisleProducts(snapshot, aisle).bits, p))
    .map((aisle) => {
      const plan = choosePlan(edition.plans, aisle).winner?.plan ?? null;
      return {
        path: aisle.path,
        title: titleInShop(snapshot, aisle.titles),
        kind: aisle.kind,
        plan: plan && namedPlan(plan),
        place: plan && placeOn(snapshot, aisle, plan, sku, context),
      };
    });
}

function placeOn(
  snapshot: Snapshot,
  aisle: Aisle,
  plan: Plan,
  sku: string,
  context: RangeContext,
): ProductPlace['place'] {
  const shelf = shelfOf(plan);
  if (!shelf) return null;
  const { place } = explainProduct(snapshot, aisle, plan, { sku }, context);
  if (!place) return null;
  const standing = standingOf(shelf, plan.fixtures, firstFacts(snapshot, aisle, context));
  const page = pageAt(place.place, shelfCut(shelf, standing));
  return { place: place.place, of: place.of, by: place.by, page };
}
