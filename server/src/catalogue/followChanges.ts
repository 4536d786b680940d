import type { Sequelize, Transaction } from 'sequelize';
import { patchSnapshot, type Snapshot } from '@fond/core';
import { runSql, select } from '../database/rows';

/** More changes than this are read with everything else. */
const MOST = 500;

/**
 * The snapshot brought to a later version by its few changes; null where something else than the price, the stock or
 * the mark of single products changed, so that the catalogue has to be read anew.
 */
export async function followChanges(
  sequelize: Sequelize,
  snapshot: Snapshot,
  version: number,
): Promise<Snapshot | null> {
  const changes = await select<{ product: number | null }>(
    sequelize,
    `SELECT product_id AS product FROM catalogue_changes WHERE id > ? AND id <= ? LIMIT ${MOST + 1}`,
    [snapshot.version, version],
  );
  const ids = changes.flatMap(({ product }) => (product === null ? [] : [product]));
  if (!changes.length || changes.length > MOST || ids.length < changes.length) return null;
  const rows = await select<{
    id: number;
    price: number | null;
    was: number | null;
    stock: number | null;
    featured: number;
    changed: Date | null;
  }>(
    sequelize,
    `SELECT id, price_cents AS price, was_cents AS was, stock, featured, changed_at AS changed FROM products
      WHERE id IN (?)`,
    [ids],
  );
  return patchSnapshot(
    snapshot,
    rows.map(({ featured, changed, ...row }) => ({
      ...row,
      featured: Boolean(featured),
      ...(changed && { changed: changed.getTime() }),
    })),
    version,
  );
}

/** Writes the numbered row that all servers on this database follow. */
export const noteCatalogueChange = (
  sequelize: Sequelize,
  kind: string,
  transaction: Transaction,
): Promise<void> =>
  runSql(
    sequelize,
    'INSERT INTO catalogue_changes (at, kind) VALUES (?, ?)',
    [new Date(), kind],
    transaction,
  );
