import type { Sequelize } from 'sequelize';
import { QueryTypes } from 'sequelize';
import type { ProductLine, ProductLookup } from '@fond/contract';
import type { Snapshot } from '@fond/core';
import { inUnit } from '../database/unit';
import { select } from '../database/rows';
import { problem } from '../problem/problem';
import type { ServingHost, ServingState } from '../serving/servingHost';
import { productLineOf } from '../range/productLine';
import { findProducts } from './findProducts';
import { noteCatalogueChange } from '../database/catalogueChanges';
import { recordActivity } from '../activity/activity';

const MAX = 50;

/** The best of the products that a text finds, all of them for no text. */
export async function pickProducts(
  host: Pick<ServingHost, 'search'>,
  serving: ServingState,
  q: string,
  aisle: string | undefined,
): Promise<ProductLine[]> {
  const found = await findProducts(host, serving, { q, aisle }, null);
  return Array.from(found.subarray(0, MAX), (p) => productLineOf(serving.snapshot, p));
}

/** The products of a list of article numbers, in its order, and which of them are unknown. */
export function lookUpProducts(snapshot: Snapshot, skus: readonly string[]): ProductLookup {
  const found: ProductLine[] = [];
  const missing: string[] = [];
  for (const sku of new Set(skus)) {
    const p = snapshot.bySku.get(sku);
    if (p === undefined) missing.push(sku);
    else found.push(productLineOf(snapshot, p));
  }
  return { found, missing };
}

/** Marks a product as featured, or takes the mark away. */
export async function setFeatured(
  sequelize: Sequelize,
  sku: string,
  featured: boolean,
  userId: number,
): Promise<void> {
  await inUnit(sequelize, async (transaction) => {
    const [row] = await select<{ id: number; featured: number }>(
      sequelize,
      'SELECT id, featured FROM products WHERE sku = ? FOR UPDATE',
      [sku],
      transaction,
    );
    if (!row) throw problem('not-found', `There is no product “${sku.slice(0, 64)}” in the catalogue.`);
    if (Boolean(row.featured) === featured) return;
    await sequelize.query('UPDATE products SET featured = ?, changed_at = UTC_TIMESTAMP(3) WHERE id = ?', {
      replacements: [featured, row.id],
      type: QueryTypes.UPDATE,
      transaction,
    });
    await recordActivity(
      { userId, action: featured ? 'feature' : 'unfeature', subject: `product:${sku}`, detail: {} },
      transaction,
    );
    await noteCatalogueChange(sequelize, 'featured', transaction, { products: [row.id] });
  });
}
