import type { Sequelize } from 'sequelize';
import type { ProductView } from '@fond/contract';
import { recordActivity } from '../activity/activity';
import { insertRows, runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';

/** Ways to look at the products table, by name. */
export async function listViews(sequelize: Sequelize): Promise<ProductView[]> {
  const rows = await select<{ name: string; view: Omit<ProductView, 'name'> }>(
    sequelize,
    'SELECT name, view FROM product_views ORDER BY name',
  );
  return rows.map(({ name, view }) => ({ name, ...view }));
}

export const saveView = (
  sequelize: Sequelize,
  name: string,
  view: Omit<ProductView, 'name'>,
  userId: number,
): Promise<void> =>
  inUnit(sequelize, async (transaction) => {
    await insertRows(
      sequelize,
      'product_views',
      ['name', 'view', 'updated_at'],
      [[name, JSON.stringify(view), new Date()]],
      transaction,
      ['view', 'updated_at'],
    );
    await recordActivity({ userId, action: 'save', subject: `view:${name}` }, transaction);
  });

export const deleteView = (sequelize: Sequelize, name: string, userId: number): Promise<void> =>
  inUnit(sequelize, async (transaction) => {
    const [there] = await select(
      sequelize,
      'SELECT name FROM product_views WHERE name = ? FOR UPDATE',
      [name],
      transaction,
    );
    if (!there) throw problem('not-found', 'There is no such view any more.');
    await runSql(sequelize, 'DELETE FROM product_views WHERE name = ?', [name], transaction);
    await recordActivity({ userId, action: 'delete', subject: `view:${name}` }, transaction);
  });
