import type { Sequelize, Transaction } from 'sequelize';
import { insertRows, runSql, select } from '../database/rows';

/** All rows of a product, as the database writes each. */
interface KeptRow {
  table: string;
  row: string;
}

/** A table that names products, by the columns that do. */
interface Naming {
  table: string;
  columns: string[];
}

/** Every table whose rows go with a product: what is added later is among them by itself. */
async function tablesNaming(sequelize: Sequelize, transaction: Transaction): Promise<Naming[]> {
  const rows = await select<{ name: string; key: string }>(
    sequelize,
    `SELECT TABLE_NAME AS name, COLUMN_NAME AS \`key\` FROM information_schema.KEY_COLUMN_USAGE
      WHERE TABLE_SCHEMA = DATABASE() AND REFERENCED_TABLE_NAME = 'products' ORDER BY TABLE_NAME, COLUMN_NAME`,
    [],
    transaction,
  );
  const columns = new Map<string, string[]>();
  for (const { name, key } of rows) columns.set(name, [...(columns.get(name) ?? []), key]);
  return [...columns].map(([table, named]) => ({ table, columns: named }));
}

/** Columns that are written; those that the database works out are not. */
async function columnsOf(sequelize: Sequelize, table: string, transaction: Transaction): Promise<string[]> {
  const rows = await select<{ name: string }>(
    sequelize,
    `SELECT COLUMN_NAME AS name FROM information_schema.COLUMNS
      WHERE TABLE_SCHEMA = DATABASE() AND TABLE_NAME = ? AND GENERATION_EXPRESSION IS NULL
      ORDER BY ORDINAL_POSITION`,
    [table],
    transaction,
  );
  return rows.map(({ name }) => name);
}

/**
 * Keeps all rows of a product under an edit, so that they can be put back as they were: the product first, then what
 * goes with it.
 */
export async function keepRows(
  sequelize: Sequelize,
  edit: string,
  product: number,
  transaction: Transaction,
): Promise<void> {
  const all = [{ table: 'products', columns: ['id'] }, ...(await tablesNaming(sequelize, transaction))];
  let position = 0;
  for (const { table, columns } of all) {
    const written = await columnsOf(sequelize, table, transaction);
    const pairs = written.map((name) => `'${name}', \`${name}\``).join(', ');
    const rows = await select<{ row: string }>(
      sequelize,
      `SELECT JSON_OBJECT(${pairs}) AS row FROM \`${table}\`
        WHERE ${columns.map((column) => `\`${column}\` = ?`).join(' OR ')}`,
      columns.map(() => product),
      transaction,
    );
    await insertRows(
      sequelize,
      'deleted_rows',
      ['edit_id', 'position', 'table_name', 'content'],
      rows.map(({ row }) => [edit, position++, table, typeof row === 'string' ? row : JSON.stringify(row)]),
      transaction,
    );
  }
}

/** The rows that an edit keeps, in the order in which they can be put back. */
export const keptRows = (sequelize: Sequelize, edit: string, transaction: Transaction): Promise<KeptRow[]> =>
  select<KeptRow>(
    sequelize,
    'SELECT table_name AS `table`, content AS row FROM deleted_rows WHERE edit_id = ? ORDER BY position',
    [edit],
    transaction,
  );

/** Puts rows back. What they name that is gone meanwhile, such as a product that was linked, stays gone. */
export async function putRowsBack(
  sequelize: Sequelize,
  rows: readonly KeptRow[],
  transaction: Transaction,
): Promise<void> {
  for (const { table, row } of rows) {
    const values = Object.entries(JSON.parse(row) as Record<string, string | number | null>);
    const known = new Set(await columnsOf(sequelize, table, transaction));
    const written = values.filter(([name]) => known.has(name));
    if (!written.length) continue;
    await runSql(
      sequelize,
      `INSERT ${table === 'products' ? '' : 'IGNORE '}INTO \`${table}\`
        (${written.map(([name]) => `\`${name}\``).join(', ')}) VALUES (${written.map(() => '?').join(', ')})`,
      written.map(([, value]) => value),
      transaction,
    );
  }
}
