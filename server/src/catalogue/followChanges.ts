import type { Sequelize, Transaction } from 'sequelize';
import { patchSnapshot, type Snapshot } from '@fond/core';
import { insertRows, runSql, select } from '../database/rows';

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
    `SELECT product_id AS product FROM catalogue_changes WHERE version > ? AND version <= ? LIMIT ${MOST + 1}`,
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

/**
 * Writes the numbered rows that all servers on this database follow; the last thing that a unit does.
 *
 * The number is taken under a lock that is held until the unit has ended. So numbers are in the order of commits, and
 * whoever has seen one has seen all that are lower: a number taken earlier and committed later would be passed over.
 *
 * @param products Ids, where nothing but the price, the stock or the mark of these products changed.
 * @param importId The import whose rows tell which products changed.
 */
export async function noteCatalogueChange(
  sequelize: Sequelize,
  kind: string,
  transaction: Transaction,
  { products, importId = null }: { products?: readonly number[]; importId?: string | null } = {},
): Promise<void> {
  await runSql(sequelize, 'UPDATE catalogue_version SET version = version + 1 WHERE id = 1', [], transaction);
  const [{ version }] = await select<{ version: number }>(
    sequelize,
    'SELECT CAST(version AS SIGNED) AS version FROM catalogue_version WHERE id = 1',
    [],
    transaction,
  );
  const at = new Date();
  await insertRows(
    sequelize,
    'catalogue_changes',
    ['version', 'at', 'kind', 'product_id', 'import_id'],
    (products ?? [null]).map((product) => [version, at, kind, product, importId]),
    transaction,
  );
}
