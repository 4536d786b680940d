import type { Sequelize } from 'sequelize';
import type { GroupUses, Standing } from '@fond/contract';
import { mentionsProduct, type Snapshot } from '@fond/core';
import { recordActivity } from '../activity/activity';
import { namedWhere } from '../catalogue/groups/groupUses';
import { noteCatalogueChange } from '../database/catalogueChanges';
import { runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';

/** Plans, ranges and collections that name a product. */
export const productUses = (sequelize: Sequelize, snapshot: Snapshot, sku: string): Promise<GroupUses> =>
  namedWhere(sequelize, snapshot, (document) => mentionsProduct(document, sku));

/**
 * Deletes a product for good. One that shoppers see has to be put aside first, which can be taken back.
 *
 * @throws {Problem} `product-in-shop` while it is in the shop.
 */
export const deleteProduct = (sequelize: Sequelize, sku: string, userId: number): Promise<void> =>
  inUnit(sequelize, async (transaction) => {
    const [row] = await select<{ id: number; standing: Standing }>(
      sequelize,
      'SELECT id, standing FROM products WHERE sku = ? FOR UPDATE',
      [sku],
      transaction,
    );
    if (!row) throw problem('not-found', `There is no product “${sku.slice(0, 64)}” any more.`);
    if (row.standing === 'live')
      throw problem(
        'product-in-shop',
        'Nothing was deleted: put it aside first. That can be taken back, this can’t.',
      );
    await runSql(sequelize, 'DELETE FROM products WHERE id = ?', [row.id], transaction);
    await recordActivity({ userId, action: 'delete', subject: `product:${sku}` }, transaction);
    await noteCatalogueChange(sequelize, 'product', transaction, { products: [row.id] });
  });
