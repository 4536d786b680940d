import type { Sequelize, Transaction } from 'sequelize';
import type { ReviewLine, ReviewState } from '@fond/contract';
import { recordActivity } from '../activity/activity';
import { noteCatalogueChange } from '../database/catalogueChanges';
import { runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';
import { readReview } from './listReviews';
import { settleRating, tellRating } from './ratings';

const SAID: Readonly<Record<ReviewState, string>> = {
  standing: 'Let stand',
  down: 'Took down',
  waiting: 'Let wait again',
};

/**
 * Puts reviews into a state, all or none; what is in it already stays as it was decided on.
 *
 * @returns how many were in another one.
 * @throws {Problem} `not-found` where one is gone.
 */
export const decideReviews = (
  sequelize: Sequelize,
  { ids, state }: { ids: readonly number[]; state: ReviewState },
  userId: number,
): Promise<{ changed: number }> =>
  inUnit(sequelize, async (transaction) => {
    const rows = await select<{ id: number; product: number; sku: string; state: ReviewState }>(
      sequelize,
      `SELECT reviews.id, product_id AS product, sku, state FROM reviews
        JOIN products ON products.id = product_id WHERE reviews.id IN (?) ORDER BY product_id`,
      [ids],
      transaction,
    );
    if (rows.length < ids.length)
      throw problem('not-found', 'One of these reviews is gone. Nothing was changed; look at the list anew.');
    const changing = rows.filter((row) => row.state !== state);
    if (!changing.length) return { changed: 0 };
    await changeStates(sequelize, changing, transaction, () =>
      runSql(
        sequelize,
        'UPDATE reviews SET state = ?, decided_at = ?, decided_by = ? WHERE id IN (?)',
        [state, new Date(), userId, changing.map(({ id }) => id)],
        transaction,
      ),
    );
    const skus = [...new Set(changing.map(({ sku }) => sku))];
    const count = changing.length === 1 ? 'a review' : `${changing.length} reviews`;
    await recordActivity(
      {
        userId,
        action: 'edit',
        subject: 'reviews',
        detail: { said: `${SAID[state]}: ${count} of ${skus.join(', ')}`.slice(0, 400) },
      },
      transaction,
    );
    return { changed: changing.length };
  });

/** Changes which reviews of some products stand, with the ratings that follow, and the servers that show them. */
export async function changeStates(
  sequelize: Sequelize,
  of: readonly { product: number }[],
  transaction: Transaction,
  change: () => Promise<unknown>,
): Promise<void> {
  // In one order, so that two who decide at once wait for each other instead of holding each other up.
  const products = [...new Set(of.map(({ product }) => product))].sort((a, b) => a - b);
  for (const product of products) await settleRating(sequelize, product, transaction);
  await change();
  for (const product of products) await tellRating(sequelize, product, transaction);
  await noteCatalogueChange(sequelize, 'product', transaction, { products });
}

/** Puts the shop's own words beneath a review, or takes them away. */
export const answerReview = (
  sequelize: Sequelize,
  id: number,
  answer: string,
  userId: number,
): Promise<ReviewLine> =>
  inUnit(sequelize, async (transaction) => {
    const [row] = await select<{ product: number; sku: string }>(
      sequelize,
      `SELECT product_id AS product, sku FROM reviews JOIN products ON products.id = product_id WHERE reviews.id = ?`,
      [id],
      transaction,
    );
    if (!row) throw problem('not-found', 'This review is gone. Its shopper may have taken it back.');
    await runSql(sequelize, 'UPDATE reviews SET answer = ? WHERE id = ?', [answer, id], transaction);
    const said = `${answer ? 'Answered' : 'Took the answer away from'} a review of ${row.sku}`;
    await recordActivity({ userId, action: 'edit', subject: 'reviews', detail: { said } }, transaction);
    // No rating changes, but the page that shows it is to be made anew.
    await noteCatalogueChange(sequelize, 'product', transaction, { products: [row.product] });
    return (await readReview(sequelize, id, transaction))!;
  });
