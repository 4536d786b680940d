import type { Sequelize } from 'sequelize';
import type { KeptReviews } from '@fond/core';
import { select } from '../database/rows';

/** The reviews of a product that stand, the latest first, of how many. */
export async function standingReviews(
  sequelize: Sequelize,
  product: number,
  most: number,
  from = 0,
): Promise<KeptReviews> {
  const [{ total }] = await select<{ total: number }>(
    sequelize,
    `SELECT COUNT(*) AS total FROM reviews WHERE product_id = ? AND state = 'standing'`,
    [product],
  );
  if (!total) return { total, shown: [] };
  const rows = await select<Omit<KeptReviews['shown'][number], 'at'> & { writtenAt: Date }>(
    sequelize,
    `SELECT reviews.id, stars, title, text, lang, name AS \`by\`, written_at AS writtenAt, answer FROM reviews
      JOIN shoppers ON shoppers.id = shopper_id
      WHERE product_id = ? AND state = 'standing'
      ORDER BY written_at DESC, reviews.id DESC LIMIT ${most} OFFSET ${from}`,
    [product],
  );
  return { total, shown: rows.map(({ writtenAt, ...row }) => ({ ...row, at: writtenAt.getTime() })) };
}
