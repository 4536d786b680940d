import { randomUUID } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import type { EditAnswer, GroupUses, Standing } from '@fond/contract';
import { mentionsProduct, type Snapshot } from '@fond/core';
import { recordActivity } from '../activity/activity';
import { namedWhere } from '../catalogue/groups/groupUses';
import { noteCatalogueChange } from '../database/catalogueChanges';
import { insertRows, runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';
import { keepRows, keptRows, putRowsBack } from './keptRows';

/** Plans, ranges and collections that name a product. */
export const productUses = (sequelize: Sequelize, snapshot: Snapshot, sku: string): Promise<GroupUses> =>
  namedWhere(sequelize, snapshot, (document) => mentionsProduct(document, sku));

/**
 * Deletes a product. One that shoppers see has to be put aside first. All of it is kept for as long as edits can be taken
 * back.
 *
 * @returns the edit by which it is taken back.
 * @param undoes The edit that this takes back: one that put the product back.
 * @throws {Problem} `product-in-shop` while it is in the shop.
 */
export const deleteProduct = (
  sequelize: Sequelize,
  sku: string,
  userId: number,
  undoes: string | null = null,
): Promise<{ edit: string }> =>
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
        'Nothing was deleted: put it aside first, so that nobody has it in a cart unawares.',
      );
    const edit = randomUUID();
    await noteEdit(sequelize, { id: edit, said: `Deleted ${sku}`, userId, undoes }, transaction);
    await keepRows(sequelize, edit, row.id, transaction);
    await runSql(sequelize, 'DELETE FROM products WHERE id = ?', [row.id], transaction);
    await recordActivity({ userId, action: 'delete', subject: `product:${sku}` }, transaction);
    await noteCatalogueChange(sequelize, 'product', transaction, { products: [row.id] });
    return { edit };
  });

const noteEdit = (
  sequelize: Sequelize,
  { id, said, userId, undoes }: { id: string; said: string; userId: number; undoes: string | null },
  transaction: Transaction,
): Promise<void> =>
  insertRows(
    sequelize,
    'product_edits',
    ['id', 'at', 'said', 'products', 'user_id', 'undoes'],
    [[id, new Date(), said, 1, userId, undoes]],
    transaction,
  );

/**
 * Puts a deleted product back, as it was and aside.
 *
 * @param edit The edit that deleted it.
 * @returns null where that edit deleted nothing.
 * @throws {Problem} `bad-input` where another product has its article number, or its address, by now.
 */
export async function restoreProduct(
  sequelize: Sequelize,
  edit: string,
  userId: number,
  transaction: Transaction,
): Promise<EditAnswer | null> {
  const rows = await keptRows(sequelize, edit, transaction);
  const first = rows.find(({ table }) => table === 'products');
  if (!first) return null;
  const { id, sku, slug } = JSON.parse(first.row) as { id: number; sku: string; slug: string };
  const [rival] = await select<{ sku: string }>(
    sequelize,
    'SELECT sku FROM products WHERE sku = ? OR slug = ? LIMIT 1',
    [sku, slug],
    transaction,
  );
  if (rival)
    throw problem('bad-input', 'Nothing was put back.', [
      {
        path: 'id',
        message:
          rival.sku === sku
            ? `another product has the article number ${sku} by now`
            : `${rival.sku} has its address by now`,
      },
    ]);
  await putRowsBack(sequelize, rows, transaction);
  const undo = randomUUID();
  await noteEdit(sequelize, { id: undo, said: `Put back ${sku}`, userId, undoes: edit }, transaction);
  await recordActivity({ userId, action: 'restore', subject: `product:${sku}` }, transaction);
  await noteCatalogueChange(sequelize, 'product', transaction, { products: [id] });
  return { id: undo, cells: [], left: [], job: null };
}

/** Deletes a product again that was put back by an edit; null where that edit put nothing back. */
export async function deleteAgain(
  sequelize: Sequelize,
  { edit, undoes }: { edit: string; undoes: string | null },
  userId: number,
  transaction: Transaction,
): Promise<EditAnswer | null> {
  const rows = undoes === null ? [] : await keptRows(sequelize, undoes, transaction);
  const first = rows.find(({ table }) => table === 'products');
  if (!first) return null;
  const { sku } = JSON.parse(first.row) as { sku: string };
  const { edit: id } = await deleteProduct(sequelize, sku, userId, edit);
  return { id, cells: [], left: [], job: null };
}
