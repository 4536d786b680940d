import type { Sequelize, Transaction } from 'sequelize';
import type { FocusPoint } from '@fond/core';
import { inUnit } from '../database/unit';
import { runSql, select } from '../database/rows';
import { problem } from '../problem/problem';
import { recordActivity } from '../activity/activity';
import { noteCatalogueChange } from '../database/catalogueChanges';

/** The first picture of a product as the picture of a category; null takes the category's picture away. */
export function setCategoryPicture(
  sequelize: Sequelize,
  id: number,
  sku: string | null,
  userId: number,
): Promise<void> {
  return changed(sequelize, id, { picture: sku }, userId, async (transaction) => {
    const source = sku === null ? null : await firstPicture(sequelize, sku, transaction);
    await runSql(
      sequelize,
      'UPDATE categories SET picture = ?, focus_x = 50, focus_y = 50 WHERE id = ?',
      [source, id],
      transaction,
    );
  });
}

/** What of a category's picture stays in view wherever it is cropped. */
export function focusCategoryPicture(
  sequelize: Sequelize,
  id: number,
  focus: FocusPoint,
  userId: number,
): Promise<void> {
  const { x, y } = focus;
  return changed(sequelize, id, { focus }, userId, (transaction) =>
    runSql(sequelize, 'UPDATE categories SET focus_x = ?, focus_y = ? WHERE id = ?', [x, y, id], transaction),
  );
}

async function changed(
  sequelize: Sequelize,
  id: number,
  detail: Record<string, unknown>,
  userId: number,
  change: (transaction: Transaction) => Promise<unknown>,
): Promise<void> {
  await inUnit(sequelize, async (transaction) => {
    const [category] = await select(
      sequelize,
      'SELECT id FROM categories WHERE id = ? FOR UPDATE',
      [id],
      transaction,
    );
    if (!category) throw problem('not-found', 'There is no such category.');
    await change(transaction);
    await noteCatalogueChange(sequelize, 'categories', transaction);
    await recordActivity({ userId, action: 'save', subject: `category:${id}`, detail }, transaction);
  });
}

async function firstPicture(sequelize: Sequelize, sku: string, transaction: Transaction): Promise<string> {
  const [picture] = await select<{ source: string }>(
    sequelize,
    `SELECT i.source FROM product_images i JOIN products p ON p.id = i.product_id JOIN pictures USING (source)
      WHERE p.sku = ? ORDER BY i.position LIMIT 1`,
    [sku],
    transaction,
  );
  if (!picture)
    throw problem('bad-input', 'Nothing was changed.', [{ path: 'sku', message: `“${sku}” has no picture` }]);
  return picture.source;
}
