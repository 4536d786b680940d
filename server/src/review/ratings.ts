import type { Sequelize, Transaction } from 'sequelize';
import { insertRows, runSql, select } from '../database/rows';

interface Rated {
  rating: string | null;
  ratings: number;
}

interface Row extends Rated {
  base: string | null;
  baseCount: number | null;
  told: string | null;
  toldCount: number | null;
}

const same = (a: string | null, b: string | null): boolean =>
  a === null || b === null ? a === b : Number(a) === Number(b);

/**
 * Sees to it that the reviews that stand are counted once: where somebody else has rated the product since, as by a
 * product file, that is what it was rated before, and holds what stands by now. Before any of its reviews changes.
 *
 * @param product Its row is locked until the unit ends.
 */
export async function settleRating(
  sequelize: Sequelize,
  product: number,
  transaction: Transaction,
): Promise<void> {
  const [row]: (Row | undefined)[] = await select<Row>(
    sequelize,
    `SELECT products.rating, products.ratings, own.rating AS base, own.ratings AS baseCount,
        told_rating AS told, told_ratings AS toldCount
      FROM products LEFT JOIN product_ratings own ON own.product_id = products.id
      WHERE products.id = ? FOR UPDATE`,
    [product],
    transaction,
  );
  // Deleted meanwhile, and its reviews with it.
  if (!row) return;
  if (row.baseCount !== null && same(row.rating, row.told) && row.ratings === row.toldCount) return;
  await insertRows(
    sequelize,
    'product_ratings',
    ['product_id', 'rating', 'ratings', 'told_rating', 'told_ratings'],
    [[product, row.rating, row.ratings, row.rating, row.ratings]],
    transaction,
    ['rating', 'ratings', 'told_rating', 'told_ratings'],
  );
  await runSql(
    sequelize,
    `UPDATE reviews SET folded = TRUE WHERE product_id = ? AND state = 'standing'`,
    [product],
    transaction,
  );
}

/** The rating that a product has by what it was rated before and the reviews that stand; after any of them has changed. */
export async function tellRating(
  sequelize: Sequelize,
  product: number,
  transaction: Transaction,
): Promise<void> {
  await runSql(
    sequelize,
    `UPDATE product_ratings own
      JOIN (SELECT COUNT(*) AS count, IFNULL(SUM(stars), 0) AS stars FROM reviews
        WHERE product_id = ? AND state = 'standing' AND NOT folded) said
      SET told_ratings = own.ratings + said.count,
        told_rating = IF(
          IF(own.rating IS NULL, 0, own.ratings) + said.count = 0,
          own.rating,
          ROUND((IFNULL(own.rating, 0) * IF(own.rating IS NULL, 0, own.ratings) + said.stars)
            / (IF(own.rating IS NULL, 0, own.ratings) + said.count), 2)
        )
      WHERE product_id = ?`,
    [product, product],
    transaction,
  );
  await runSql(
    sequelize,
    `UPDATE products JOIN product_ratings own ON own.product_id = products.id
      SET products.rating = own.told_rating, products.ratings = own.told_ratings
      WHERE products.id = ?`,
    [product],
    transaction,
  );
}
