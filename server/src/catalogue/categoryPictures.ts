import type { Sequelize, Transaction } from 'sequelize';
import type { FocusPoint } from '@fond/core';
import { inUnit } from '../database/unit';
import { runSql, select } from '../database/rows';
import { problem } from '../problem/problem';
import { recordActivity } from '../activity/activity';
import { noteCatalogueChange } from '../database/catalogueChanges';

/** A picture of the library, or a product's first one, as the picture of a category; neither takes its picture away. */
export function setCategoryPicture(
  sequelize: Sequelize,
  id: number,
  { sku, source: kept }: { sku: string | null; source?: string },
  userId: number,
): Promise<void> {
  return changed(sequelize, id, { picture: kept ?? sku }, userId, async (transaction) => {
    const source =
      kept === undefined
        ? sku && (await firstPicture(sequelize, sku, transaction))
        : await knownPicture(sequelize, kept, transaction);
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

async function knownPicture(sequelize: Sequelize, source: string, transaction: Transaction): Promise<string> {
  const [known] = await select(
    sequelize,
    'SELECT source FROM pictures WHERE source = ?',
    [source],
    transaction,
  );
  if (!known)
    throw problem('bad-input', 'Nothing was changed.', [
      { path: 'source', message: `there is no picture “${source.slice(0, 80)}” in the library` },
    ]);
  return source;
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
