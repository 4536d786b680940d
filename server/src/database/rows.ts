import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';

export type Cell = string | number | boolean | Date | null;

/** Rows per statement; keeps a statement well below MariaDB's packet limit. */
const ROWS_AT_ONCE = 500;

/** Rows of a read, typed by the caller. */
export function select<T extends object>(
  sequelize: Sequelize,
  sql: string,
  replacements: unknown[] = [],
  transaction?: Transaction,
): Promise<T[]> {
  return sequelize.query<T>(sql, { type: QueryTypes.SELECT, replacements, transaction });
}

/** A statement that answers with nothing. */
export async function runSql(
  sequelize: Sequelize,
  sql: string,
  replacements: unknown[],
  transaction: Transaction,
): Promise<void> {
  await sequelize.query(sql, { type: QueryTypes.RAW, replacements, transaction });
}

/**
 * Inserts many rows with few statements and without a model object each. With `update`, rows whose key is there
 * already get the values of these columns instead.
 */
export const insertRows = (
  sequelize: Sequelize,
  table: string,
  columns: readonly string[],
  rows: readonly (readonly Cell[])[],
  transaction: Transaction,
  update: readonly string[] = [],
): Promise<void> =>
  insertOver(
    sequelize,
    table,
    columns,
    rows,
    transaction,
    update.map((column) => `\`${column}\` = VALUES(\`${column}\`)`),
  );

/** Adds numbers to rows by their key, which are made where they aren't there; columns of `update` get the last value. */
export const addToRows = (
  sequelize: Sequelize,
  table: string,
  keys: readonly string[],
  sums: readonly string[],
  rows: readonly (readonly Cell[])[],
  transaction: Transaction,
  update: readonly string[] = [],
): Promise<void> =>
  insertOver(sequelize, table, [...keys, ...sums], rows, transaction, [
    ...sums.map((column) => `\`${column}\` = \`${column}\` + VALUES(\`${column}\`)`),
    ...update.map((column) => `\`${column}\` = VALUES(\`${column}\`)`),
  ]);

async function insertOver(
  sequelize: Sequelize,
  table: string,
  columns: readonly string[],
  rows: readonly (readonly Cell[])[],
  transaction: Transaction,
  changes: readonly string[],
): Promise<void> {
  const names = columns.map((column) => `\`${column}\``).join(', ');
  const onDuplicate = changes.length ? ` ON DUPLICATE KEY UPDATE ${changes.join(', ')}` : '';
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) {
    const some = rows.slice(from, from + ROWS_AT_ONCE);
    const places = some.map(() => `(${columns.map(() => '?').join(', ')})`).join(', ');
    await sequelize.query(`INSERT INTO \`${table}\` (${names}) VALUES ${places}${onDuplicate}`, {
      type: QueryTypes.RAW,
      replacements: some.flat(),
      transaction,
    });
  }
}
