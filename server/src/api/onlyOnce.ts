import { createHash } from 'node:crypto';
import type { Request } from 'express';
import { UniqueConstraintError, type Sequelize } from 'sequelize';
import { runSql, select } from '../database/rows';
import { inUnit, outsideUnits } from '../database/unit';
import { canonicalJson } from '../text/canonicalJson';
import { problem } from '../problem/problem';
import { ToldAfterwards } from '../http/toldAfterwards';

/** A request that may arrive twice, told by its key. */
export interface Once {
  key: string;
  operation: string;
  userId: number;
  body: unknown;
}

const KEPT_FOR = 24 * 3_600_000;
const KEY = /^[\w-]{8,100}$/;

/** The key of a request that makes something, by which a second sending of it is known; null where it brings none. */
export function keyOf(request: Request): string | null {
  const key = request.get('Idempotency-Key');
  if (key === undefined) return null;
  if (!KEY.test(key))
    throw problem('bad-input', 'Nothing was made.', [
      { path: 'Idempotency-Key', message: 'is 8 to 100 letters, digits, hyphens and underscores' },
    ]);
  return key;
}

/** Thrown into a unit whose key another one has used; takes it back. */
class SentBefore extends Error {}

/**
 * Does something once for a key of a person: its row is written in the same unit, so a second request waits for the
 * first one to end and is then told what that one answered.
 *
 * @throws the problem `key-reused` where the key came with another body, and `done-already` where the answer isn't known
 * any more.
 */
export async function onlyOnce(
  sequelize: Sequelize,
  once: Once,
  work: () => Promise<unknown>,
): Promise<unknown> {
  const { key, operation, userId } = once;
  const hash = createHash('sha256').update(canonicalJson(once.body)).digest('hex');
  const where = [userId, operation, key];
  try {
    return await inUnit(sequelize, async (transaction) => {
      try {
        await runSql(
          sequelize,
          'INSERT INTO idempotency_keys (user_id, operation, `key`, body_hash, at) VALUES (?, ?, ?, ?, ?)',
          [...where, hash, new Date()],
          transaction,
        );
      } catch (error) {
        if (error instanceof UniqueConstraintError) throw new SentBefore();
        throw error;
      }
      await runSql(
        sequelize,
        'DELETE FROM idempotency_keys WHERE at < ? LIMIT 20',
        [new Date(Date.now() - KEPT_FOR)],
        transaction,
      );
      const answer = await work();
      await runSql(
        sequelize,
        'UPDATE idempotency_keys SET answer = ? WHERE user_id = ? AND operation = ? AND `key` = ?',
        [answer instanceof ToldAfterwards ? null : JSON.stringify(answer), ...where],
        transaction,
      );
      return answer;
    });
  } catch (error) {
    if (!(error instanceof SentBefore)) throw error;
    const [row] = await outsideUnits(() =>
      select<{ hash: string; answer: unknown }>(
        sequelize,
        'SELECT body_hash AS hash, answer FROM idempotency_keys WHERE user_id = ? AND operation = ? AND `key` = ?',
        where,
      ),
    );
    if (row && row.hash !== hash)
      throw problem(
        'key-reused',
        'This key came with another request before. Nothing was made; send a new key.',
      );
    if (!row?.answer) throw problem('done-already', 'This was made a moment ago. Reload to see it.');
    return row.answer;
  }
}
