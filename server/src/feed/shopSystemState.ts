import type { Sequelize } from 'sequelize';
import type { ShopSystemState, ShopSystemWish } from '@fond/contract';
import { recordActivity } from '../activity/activity';
import { insertRows, runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';
import { hashToken, newToken } from './systems';

const NAME = 'Pellmere till';

/** Sets the simulated shop system up as another system of the demo's shop, once. */
export const seedShopSystem = (sequelize: Sequelize): Promise<void> =>
  inUnit(sequelize, async (transaction) => {
    const there = await select(sequelize, 'SELECT id FROM shop_system FOR UPDATE', [], transaction);
    if (there.length) return;
    const token = newToken();
    await insertRows(
      sequelize,
      'feed_systems',
      ['name', 'token_hash', 'created_at'],
      [[NAME, hashToken(token), new Date()]],
      transaction,
    );
    await insertRows(
      sequelize,
      'shop_system',
      ['id', 'token', 'running', 'pace', 'trouble', 'turn', 'said'],
      [[1, token, true, 4, 'none', 0, 'It has not begun yet.']],
      transaction,
    );
  });

export async function readShopSystem(sequelize: Sequelize): Promise<ShopSystemState | null> {
  const [row] = await select<
    Omit<ShopSystemState, 'running' | 'saidAt'> & { running: number; saidAt: Date | null }
  >(sequelize, 'SELECT running, pace, trouble, said, said_at AS saidAt FROM shop_system');
  return row ? { ...row, running: Boolean(row.running), saidAt: row.saidAt?.toISOString() ?? null } : null;
}

export const changeShopSystem = (
  sequelize: Sequelize,
  { running, pace, trouble }: ShopSystemWish,
  userId: number,
): Promise<void> =>
  inUnit(sequelize, async (transaction) => {
    const there = await select(sequelize, 'SELECT id FROM shop_system FOR UPDATE', [], transaction);
    if (!there.length) throw problem('not-found', 'The simulated shop system runs in the demo only.');
    await runSql(
      sequelize,
      'UPDATE shop_system SET running = ?, pace = ?, trouble = ?',
      [running, pace, trouble],
      transaction,
    );
    await recordActivity(
      {
        userId,
        action: 'change',
        subject: 'system:shop',
        detail: { name: 'that simulates a till', running, pace, trouble },
      },
      transaction,
    );
  });
