import type { Sequelize, Transaction } from 'sequelize';
import {
  REVIEW_STATES,
  REVIEWS_A_PAGE,
  type ReviewFilter,
  type ReviewLine,
  type ReviewPage,
  type ReviewState,
} from '@fond/contract';
import { productPath } from '@fond/core';
import { select } from '../database/rows';
import { shopSettings } from '../setting/shopSettings';

type Row = Omit<ReviewLine, 'writtenAt' | 'decidedAt' | 'path'> & {
  writtenAt: Date;
  decidedAt: Date | null;
  slug: string | null;
};

const FROM = `FROM reviews
  JOIN products ON products.id = product_id
  JOIN shoppers ON shoppers.id = shopper_id
  LEFT JOIN product_texts own ON own.product_id = products.id AND own.lang = ?
  LEFT JOIN users ON users.id = decided_by`;

/** One page of what shoppers say, the latest first; of what waits the first come first, as it has waited longest. */
export async function listReviews(sequelize: Sequelize, filter: ReviewFilter): Promise<ReviewPage> {
  const { state, stars, lang, q, page = 1 } = filter;
  const conditions = [
    ...(state ? [['reviews.state = ?', state] as const] : []),
    ...(stars ? [['reviews.stars = ?', stars] as const] : []),
    ...(lang ? [['reviews.lang = ?', lang] as const] : []),
  ];
  const words = (q ?? '').split(/\s+/).filter(Boolean).slice(0, 8);
  const where = [
    ...conditions.map(([condition]) => condition),
    ...words.map(() => `CONCAT_WS(' ', reviews.title, reviews.text, own.title, sku, shoppers.name) LIKE ?`),
  ];
  const values = [...conditions.map(([, value]) => value), ...words.map(likeText)];
  const within = where.length ? `WHERE ${where.join(' AND ')}` : '';
  const first = await firstLanguage(sequelize);
  const [{ total }] = await select<{ total: number }>(
    sequelize,
    `SELECT COUNT(*) AS total ${FROM} ${within}`,
    [first, ...values],
  );
  const from = (page - 1) * REVIEWS_A_PAGE;
  const lines = await readLines(
    sequelize,
    first,
    `${within} ORDER BY written_at ${state === 'waiting' ? 'ASC' : 'DESC'}, reviews.id DESC
      LIMIT ${REVIEWS_A_PAGE} OFFSET ${from}`,
    values,
  );
  return { lines, total, counts: await countReviews(sequelize) };
}

const likeText = (word: string): string => `%${word.replace(/[\\%_]/g, '\\$&')}%`;

async function firstLanguage(sequelize: Sequelize, transaction?: Transaction): Promise<string> {
  const { languages } = await shopSettings((sql) => select(sequelize, sql, [], transaction));
  return languages[0];
}

async function countReviews(sequelize: Sequelize): Promise<Record<ReviewState, number>> {
  const rows = await select<{ state: ReviewState; count: number }>(
    sequelize,
    'SELECT state, COUNT(*) AS count FROM reviews GROUP BY state',
  );
  const countOf = (state: ReviewState): number => rows.find((row) => row.state === state)?.count ?? 0;
  const [waiting, standing, down] = REVIEW_STATES.map(countOf);
  return { waiting, standing, down };
}

async function readLines(
  sequelize: Sequelize,
  lang: string,
  rest: string,
  values: readonly (string | number)[],
  transaction?: Transaction,
): Promise<ReviewLine[]> {
  const rows = await select<Row>(
    sequelize,
    `SELECT reviews.id, sku, IFNULL(own.title, sku) AS product, IF(standing = 'live', slug, NULL) AS slug,
        stars, reviews.title, reviews.text, reviews.lang, shoppers.name AS \`by\`, written_at AS writtenAt, state,
        answer, decided_at AS decidedAt, users.name AS decidedBy
      ${FROM} ${rest}`,
    [lang, ...values],
    transaction,
  );
  return rows.map(({ slug, writtenAt, decidedAt, ...line }) => ({
    ...line,
    path: slug === null ? null : productPath(slug),
    writtenAt: writtenAt.toISOString(),
    decidedAt: decidedAt?.toISOString() ?? null,
  }));
}

/** One review as the list has it; undefined where it is gone. */
export async function readReview(
  sequelize: Sequelize,
  id: number,
  transaction: Transaction,
): Promise<ReviewLine | undefined> {
  const lang = await firstLanguage(sequelize, transaction);
  const [line] = await readLines(sequelize, lang, 'WHERE reviews.id = ?', [id], transaction);
  return line;
}
