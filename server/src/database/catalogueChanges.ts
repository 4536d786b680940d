import type { Sequelize, Transaction } from 'sequelize';
import { insertRows, runSql, select } from './rows';

/**
 * Writes the numbered rows that all servers on this database follow; the last thing that a unit does.
 *
 * The number is taken under a lock that is held until the unit has ended. So numbers are in the order of commits, and
 * whoever has seen one has seen all that are lower: a number taken earlier and committed later would be passed over.
 *
 * @param kind What changed; see `followChanges` for those that are followed by less than by reading all definitions.
 * @param products Ids of the products that changed.
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
