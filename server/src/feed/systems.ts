import { createHash, randomBytes } from 'node:crypto';
import type { Request } from 'express';
import type { Sequelize } from 'sequelize';
import type { FeedSystem } from '@fond/contract';
import { recordActivity } from '../activity/activity';
import { insertRows, runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';

interface SystemRow {
  id: number;
  name: string;
  off: number;
  createdAt: Date;
  lastSeenAt: Date | null;
}

const COLUMNS = 'id, name, off, created_at AS createdAt, last_seen_at AS lastSeenAt';

const systemOf = ({ id, name, off, createdAt, lastSeenAt }: SystemRow): FeedSystem => ({
  id,
  name,
  off: Boolean(off),
  createdAt: createdAt.toISOString(),
  lastSeenAt: lastSeenAt?.toISOString() ?? null,
});

/** Tokens are long and random, so that one hash is enough: nobody can try them out. */
export const hashToken = (token: string): string => createHash('sha256').update(token).digest('hex');
export const newToken = (): string => `fond_${randomBytes(32).toString('base64url')}`;

export async function listSystems(sequelize: Sequelize): Promise<FeedSystem[]> {
  const rows = await select<SystemRow>(sequelize, `SELECT ${COLUMNS} FROM feed_systems ORDER BY name, id`);
  return rows.map(systemOf);
}

/** Lets another system in. Its token is told once, and kept as a hash alone. */
export const addSystem = (
  sequelize: Sequelize,
  name: string,
  userId: number,
): Promise<{ system: FeedSystem; token: string }> =>
  inUnit(sequelize, async (transaction) => {
    const token = newToken();
    const hash = hashToken(token);
    await insertRows(
      sequelize,
      'feed_systems',
      ['name', 'token_hash', 'created_at'],
      [[name, hash, new Date()]],
      transaction,
    );
    const [row] = await select<SystemRow>(
      sequelize,
      `SELECT ${COLUMNS} FROM feed_systems WHERE token_hash = ?`,
      [hash],
      transaction,
    );
    await recordActivity(
      { userId, action: 'add', subject: `system:${row.id}`, detail: { name } },
      transaction,
    );
    return { system: systemOf(row), token };
  });

export const changeSystem = (
  sequelize: Sequelize,
  id: number,
  { name, off }: { name: string; off: boolean },
  userId: number,
): Promise<FeedSystem> =>
  inUnit(sequelize, async (transaction) => {
    await runSql(
      sequelize,
      'UPDATE feed_systems SET name = ?, off = ? WHERE id = ?',
      [name, off, id],
      transaction,
    );
    const [row] = await select<SystemRow>(
      sequelize,
      `SELECT ${COLUMNS} FROM feed_systems WHERE id = ?`,
      [id],
      transaction,
    );
    if (!row) throw problem('not-found', 'There is no such system.');
    await recordActivity(
      { userId, action: 'change', subject: `system:${id}`, detail: { name, off } },
      transaction,
    );
    return systemOf(row);
  });

const BEARER = /^Bearer (\S{10,200})$/;

/**
 * The system whose token a request carries.
 *
 * @throws {Problem} `system-unknown` where none has it, or it is kept out.
 */
export async function admitSystem(sequelize: Sequelize, request: Request): Promise<{ id: number }> {
  const token = BEARER.exec(request.get('Authorization') ?? '')?.[1];
  if (token === undefined)
    throw problem(
      'system-unknown',
      'Send the token of the system as “Authorization: Bearer …”. Nothing was changed.',
    );
  const [row] = await select<{ id: number; off: number }>(
    sequelize,
    'SELECT id, off FROM feed_systems WHERE token_hash = ?',
    [hashToken(token)],
  );
  if (!row)
    throw problem('system-unknown', 'Nothing was changed. An owner of the shop makes tokens under Feed.');
  if (row.off) throw problem('system-unknown', 'This system is kept out for now. Nothing was changed.');
  return { id: row.id };
}
