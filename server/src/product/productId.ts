import type { Sequelize, Transaction } from 'sequelize';
import { select } from '../database/rows';
import { problem } from '../problem/problem';

/** The number of a product in the database. @throws {Problem} `not-found`. */
export async function productId(
  sequelize: Sequelize,
  sku: string,
  transaction?: Transaction,
): Promise<number> {
  const [row] = await select<{ id: number }>(
    sequelize,
    'SELECT id FROM products WHERE sku = ?',
    [sku],
    transaction,
  );
  if (!row) throw problem('not-found', `There is no product “${sku.slice(0, 64)}”.`);
  return row.id;
}
