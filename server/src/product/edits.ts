import type { Sequelize } from 'sequelize';
import type { CellEdit, EditAnswer, EditLine } from '@fond/contract';
import { select } from '../database/rows';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';
import { writeCells } from './writeCells';

const SHOWN = 50;

/** Writes cells of products; shoppers see them at once. */
export const editProducts = (
  sequelize: Sequelize,
  cells: readonly CellEdit[],
  userId: number,
): Promise<EditAnswer> =>
  inUnit(sequelize, (transaction) =>
    writeCells(sequelize, cells, { userId, undoes: null }, false, transaction),
  );

/** Takes an edit back: cells that hold what it wrote hold again what stood there before. */
export function undoEdit(sequelize: Sequelize, id: string, userId: number): Promise<EditAnswer> {
  return inUnit(sequelize, async (transaction) => {
    const [edit] = await select<{ undone: number }>(
      sequelize,
      `SELECT EXISTS (SELECT 1 FROM product_edits u WHERE u.undoes = e.id) AS undone
        FROM product_edits e WHERE e.id = ? FOR UPDATE`,
      [id],
      transaction,
    );
    if (!edit) throw problem('not-found', 'There is no such edit. Edits can be taken back for 30 days.');
    if (edit.undone) throw problem('done-already', 'This edit was taken back already.');
    const cells = await select<{ sku: string; column: string; before: string; after: string }>(
      sequelize,
      `SELECT sku, field AS \`column\`, before_text AS \`before\`, after_text AS \`after\`
        FROM product_edit_cells WHERE edit_id = ? ORDER BY position`,
      [id],
      transaction,
    );
    return writeCells(
      sequelize,
      cells.map(({ sku, column, before, after }) => ({ sku, column, value: before, seen: after })),
      { userId, undoes: id },
      true,
      transaction,
    );
  });
}

/** The latest edits, the newest first. */
export async function listEdits(sequelize: Sequelize): Promise<EditLine[]> {
  const rows = await select<{
    id: string;
    at: Date;
    by: string | null;
    said: string;
    products: number;
    undone: number;
    undoing: number;
  }>(
    sequelize,
    `SELECT e.id, e.at, u.name AS \`by\`, e.said, e.products, e.undoes IS NOT NULL AS undoing,
        EXISTS (SELECT 1 FROM product_edits n WHERE n.undoes = e.id) AS undone
      FROM product_edits e LEFT JOIN users u ON u.id = e.user_id ORDER BY e.at DESC, e.id LIMIT ${SHOWN}`,
  );
  return rows.map(({ at, undone, undoing, ...row }) => ({
    ...row,
    at: at.toISOString(),
    undone: Boolean(undone),
    undoing: Boolean(undoing),
  }));
}
