import type { Sequelize } from 'sequelize';
import type { ShoppersState, ShoppersWish } from '@fond/contract';
import { recordActivity } from '../activity/activity';
import { insertRows, runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';

/** Lets simulated shoppers into the demo's shop, once. */
export const seedShoppers = (sequelize: Sequelize): Promise<void> =>
  inUnit(sequelize, (transaction) =>
    insertRows(
      sequelize,
      'simulated_shoppers',
      ['id', 'walking', 'pace', 'said'],
      [[1, true, 6, 'Nobody has come yet.']],
      transaction,
      ['id'],
    ),
  );

/** Null outside the demo. */
export async function readShoppers(sequelize: Sequelize): Promise<ShoppersState | null> {
  const [row] = await select<
    Omit<ShoppersState, 'walking' | 'saidAt'> & { walking: number; saidAt: Date | null }
  >(sequelize, 'SELECT walking, pace, visits, said, said_at AS saidAt FROM simulated_shoppers');
  return row ? { ...row, walking: Boolean(row.walking), saidAt: row.saidAt?.toISOString() ?? null } : null;
}

export const changeShoppers = (
  sequelize: Sequelize,
  { walking, pace }: ShoppersWish,
  userId: number,
): Promise<void> =>
  inUnit(sequelize, async (transaction) => {
    const there = await select(sequelize, 'SELECT id FROM simulated_shoppers FOR UPDATE', [], transaction);
    if (!there.length) throw problem('not-found', 'Simulated shoppers walk through the demo only.');
    await runSql(
      sequelize,
      'UPDATE simulated_shoppers SET walking = ?, pace = ?',
      [walking, pace],
      transaction,
    );
    await recordActivity(
      {
        userId,
        action: 'change',
        subject: 'system:shoppers',
        detail: { name: 'of simulated shoppers', walking, pace },
      },
      transaction,
    );
  });
