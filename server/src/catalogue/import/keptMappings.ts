import type { Sequelize } from 'sequelize';
import type { KeptMapping } from '@fond/contract';
import { recordActivity } from '../../activity/activity';
import { insertRows, runSql, select } from '../../database/rows';
import { inUnit } from '../../database/unit';
import { problem } from '../../problem/problem';

type KeptBody = Omit<KeptMapping, 'name' | 'updatedAt'>;

/** How files are read, by name. */
export async function listMappings(sequelize: Sequelize): Promise<KeptMapping[]> {
  const rows = await select<{ name: string; body: KeptBody; at: Date }>(
    sequelize,
    'SELECT name, body, updated_at AS at FROM import_mappings ORDER BY name',
  );
  return rows.map(({ name, body, at }) => ({ name, ...body, updatedAt: at.toISOString() }));
}

export const keepMapping = (
  sequelize: Sequelize,
  name: string,
  body: KeptBody,
  userId: number,
): Promise<void> =>
  inUnit(sequelize, async (transaction) => {
    await insertRows(
      sequelize,
      'import_mappings',
      ['name', 'body', 'updated_at'],
      [[name, JSON.stringify(body), new Date()]],
      transaction,
      ['body', 'updated_at'],
    );
    await recordActivity(
      { userId, action: 'save', subject: `mapping:${name}`, detail: { name } },
      transaction,
    );
  });

export const forgetMapping = (sequelize: Sequelize, name: string, userId: number): Promise<void> =>
  inUnit(sequelize, async (transaction) => {
    const [there] = await select(
      sequelize,
      'SELECT name FROM import_mappings WHERE name = ? FOR UPDATE',
      [name],
      transaction,
    );
    if (!there) throw problem('not-found', 'There is no such mapping any more.');
    await runSql(sequelize, 'DELETE FROM import_mappings WHERE name = ?', [name], transaction);
    await recordActivity(
      { userId, action: 'delete', subject: `mapping:${name}`, detail: { name } },
      transaction,
    );
  });
