import type { Sequelize } from 'sequelize';
import type { ReviewState } from '@fond/contract';
import type { OwnReview, ReviewWish } from '@fond/core';
import { insertRows, runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { changeStates } from './decideReviews';

/** What a shopper has said of a product; null for nothing yet. */
export async function ownReview(
  sequelize: Sequelize,
  product: number,
  shopper: number,
): Promise<OwnReview | null> {
  const [row] = await select<OwnReview>(
    sequelize,
    'SELECT stars, title, text, state FROM reviews WHERE product_id = ? AND shopper_id = ?',
    [product, shopper],
  );
  return (row as OwnReview | undefined) ?? null;
}

interface Held {
  id: number;
  state: ReviewState;
}

/** Keeps what a shopper says of a product, in place of what they said before; it waits until somebody lets it stand. */
export const writeReview = (
  sequelize: Sequelize,
  of: { product: number; shopper: number; lang: string },
  { stars, title, text }: ReviewWish,
): Promise<void> =>
  inUnit(sequelize, async (transaction) => {
    const [before] = await select<Held>(
      sequelize,
      'SELECT id, state FROM reviews WHERE product_id = ? AND shopper_id = ? FOR UPDATE',
      [of.product, of.shopper],
      transaction,
    );
    const keep = (): Promise<unknown> =>
      insertRows(
        sequelize,
        'reviews',
        [
          'product_id',
          'shopper_id',
          'lang',
          'stars',
          'title',
          'text',
          'written_at',
          'state',
          'folded',
          'answer',
        ],
        [[of.product, of.shopper, of.lang, stars, title, text, new Date(), 'waiting', false, '']],
        transaction,
        ['lang', 'stars', 'title', 'text', 'written_at', 'state', 'folded', 'answer'],
      );
    // One that stood doesn't any more, so its stars go with it.
    if ((before as Held | undefined)?.state === 'standing')
      await changeStates(sequelize, [of], transaction, keep);
    else await keep();
  });

/** Takes back what a shopper has said of a product, for good. */
export const takeBackReview = (
  sequelize: Sequelize,
  of: { product: number; shopper: number },
): Promise<void> =>
  inUnit(sequelize, async (transaction) => {
    const [before] = await select<Held>(
      sequelize,
      'SELECT id, state FROM reviews WHERE product_id = ? AND shopper_id = ? FOR UPDATE',
      [of.product, of.shopper],
      transaction,
    );
    if (!(before as Held | undefined)) return;
    const remove = (): Promise<unknown> =>
      runSql(sequelize, 'DELETE FROM reviews WHERE id = ?', [before.id], transaction);
    if (before.state === 'standing') await changeStates(sequelize, [of], transaction, remove);
    else await remove();
  });
