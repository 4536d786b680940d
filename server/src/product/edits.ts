import type { Sequelize } from 'sequelize';
import type { CellEdit, EditAnswer, EditLine } from '@fond/contract';
import { select } from '../database/rows';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';
import { ShopNames } from '../catalogue/import/names';
import type { ImportJobs } from '../catalogue/import/importJob';
import { readStored } from '../catalogue/import/stored';
import { startEdit, type Slice } from './bulkEdit';
import { deleteAgain, restoreProduct } from './deleteProduct';
import { TableColumns } from './tableColumns';
import { isStill, readCells, writeCells } from './writeCells';

const SHOWN = 50;
/** Cells that are taken back before the answer; more of them take a job. */
const MAX_AT_ONCE = 500;
const TOGETHER = 400;

interface WrittenCell {
  sku: string;
  column: string;
  before: string;
  after: string;
}

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
export function undoEdit(
  sequelize: Sequelize,
  imports: ImportJobs,
  id: string,
  userId: number,
): Promise<EditAnswer> {
  return inUnit(sequelize, async (transaction) => {
    const [edit] = await select<{ said: string; undoes: string | null; undone: number }>(
      sequelize,
      `SELECT e.said, e.undoes, EXISTS (SELECT 1 FROM product_edits u WHERE u.undoes = e.id) AS undone
        FROM product_edits e WHERE e.id = ? AND e.ready FOR UPDATE`,
      [id],
      transaction,
    );
    if (!edit) throw problem('not-found', 'There is no such edit. Edits can be taken back for 30 days.');
    if (edit.undone) throw problem('done-already', 'This edit was taken back already.');
    const restored =
      (await restoreProduct(sequelize, id, userId, transaction)) ??
      (await deleteAgain(sequelize, { edit: id, undoes: edit.undoes }, userId, transaction));
    if (restored) return restored;
    const cells = await select<WrittenCell>(
      sequelize,
      `SELECT sku, field AS \`column\`, before_text AS \`before\`, after_text AS \`after\`
        FROM product_edit_cells WHERE edit_id = ? ORDER BY position`,
      [id],
      transaction,
    );
    if (cells.length > MAX_AT_ONCE) {
      const beginning = { userId, said: edit.said, undoes: id, total: cells.length };
      const { id: job } = await startEdit(sequelize, imports, beginning, backwards(sequelize, cells));
      return { id: job, cells: [], left: [], job };
    }
    return writeCells(
      sequelize,
      cells.map(({ sku, column, before, after }) => ({ sku, column, value: before, seen: after })),
      { userId, undoes: id },
      true,
      transaction,
    );
  });
}

/** Each product as it was before, where it still is as it was written. */
async function* backwards(sequelize: Sequelize, cells: readonly WrittenCell[]): AsyncGenerator<Slice> {
  const columns = await TableColumns.read(sequelize);
  const [own] = columns.shop.languages;
  const names = await ShopNames.read(sequelize, own);
  for (let from = 0; from < cells.length; from += TOGETHER) {
    const some = cells.slice(from, from + TOGETHER);
    const stored = await readStored(sequelize, [...new Set(some.map(({ sku }) => sku))]);
    yield {
      looked: some.length,
      changed: some.flatMap(({ sku, column, before, after }) => {
        const product = stored.get(sku);
        if (!product || !isStill(product, { column, value: after }, columns, names)) return [];
        const record = readCells(sku, new Map([[column, before]]), columns, () => undefined);
        const seen = columns.cellsOf(product).get(column) ?? '';
        return [{ edit: { sku, column, value: before, seen }, record }];
      }),
    };
  }
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
      FROM product_edits e LEFT JOIN users u ON u.id = e.user_id WHERE e.ready ORDER BY e.at DESC, e.id LIMIT ${SHOWN}`,
  );
  return rows.map(({ at, undone, undoing, ...row }) => ({
    ...row,
    at: at.toISOString(),
    undone: Boolean(undone),
    undoing: Boolean(undoing),
  }));
}
