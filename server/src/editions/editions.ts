import { createHash } from 'node:crypto';
import { fn, col, type Sequelize, type Transaction } from 'sequelize';
import type { EditionSummary } from '@fond/contract';
import type { Edition } from '@fond/core';
import { recordActivity } from '../people/activity';
import { EditionModel, editionOf, LiveEditionModel, UserModel } from '../database/models';
import { problem } from '../http/problem';

/** What is published together. */
export type EditionContent = Omit<Edition, 'number'>;

/** The same for the same plans and ranges, whatever order their keys or they themselves stand in. */
export function contentHash({ plans, ranges }: EditionContent): string {
  const sorted = <T extends { id: string }>(list: readonly T[]): T[] =>
    [...list].sort((a, b) => (a.id < b.id ? -1 : 1));
  return createHash('sha256')
    .update(canonicalJson({ plans: sorted(plans), ranges: sorted(ranges) }))
    .digest('hex');
}

/** JSON with the keys of every object in order. */
export function canonicalJson(value: unknown): string {
  return JSON.stringify(value, (_, inner: unknown) =>
    inner && typeof inner === 'object' && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  );
}

/** What is live. Within a transaction the pointer is locked, so that nobody publishes before the caller has. */
export async function readLiveEdition(transaction?: Transaction): Promise<Edition> {
  const live = await LiveEditionModel.findByPk(
    1,
    transaction && { transaction, lock: transaction.LOCK.UPDATE },
  );
  const edition = live && (await EditionModel.findByPk(live.number, { transaction }));
  if (!edition) throw new Error('The database holds no edition yet.');
  return editionOf(edition);
}

export interface Publication extends EditionContent {
  note: string;
  userId: number | null;
}

/**
 * Writes a new edition and points the shop at it, all within the caller's transaction: a server that dies on the way
 * leaves the edition before. The pointer's row is locked first, so that two publications follow one another.
 */
export async function publish(publication: Publication, transaction: Transaction): Promise<number> {
  const { plans, ranges, note, userId } = publication;
  const live = await LiveEditionModel.findByPk(1, { transaction, lock: transaction.LOCK.UPDATE });
  const [{ last }] = (await EditionModel.findAll({
    attributes: [[fn('MAX', col('number')), 'last']],
    raw: true,
    transaction,
  })) as unknown as [{ last: number | null }];
  const number = (last ?? 0) + 1;
  await EditionModel.create(
    {
      number,
      document: { plans, ranges },
      hash: contentHash({ plans, ranges }),
      note,
      publishedAt: new Date(),
      publishedBy: userId,
    },
    { transaction },
  );
  if (live) await live.update({ number }, { transaction });
  else await LiveEditionModel.create({ id: 1, number }, { transaction });
  await recordActivity(
    { userId, action: 'publish', subject: `edition:${number}`, detail: { note } },
    transaction,
  );
  return number;
}

/** Publishes what an earlier edition held under a new number; that edition itself stays as it is. */
export async function publishAgain(
  sequelize: Sequelize,
  number: number,
  note: string,
  userId: number,
): Promise<EditionSummary> {
  const published = await sequelize.transaction(async (transaction) => {
    const edition = await EditionModel.findByPk(number, { transaction });
    if (!edition) throw problem('not-found', `There is no edition ${number}.`);
    const live = await readLiveEdition(transaction);
    const { plans, ranges } = editionOf(edition);
    if (contentHash(live) === contentHash({ plans, ranges }))
      throw problem('nothing-to-publish', `What edition ${number} holds is live already.`);
    return publish({ plans, ranges, note: note || `Edition ${number} again`, userId }, transaction);
  });
  return (await summaries()).find((edition) => edition.number === published)!;
}

/** All editions, the newest first. */
export async function summaries(): Promise<EditionSummary[]> {
  const [editions, live, users] = await Promise.all([
    EditionModel.findAll({ order: [['number', 'DESC']] }),
    LiveEditionModel.findByPk(1),
    UserModel.findAll({ attributes: ['id', 'name'] }),
  ]);
  const names = new Map(users.map((user) => [user.id, user.name]));
  return editions.map((edition) => ({
    number: edition.number,
    publishedAt: edition.publishedAt.toISOString(),
    publishedBy: names.get(edition.publishedBy ?? 0) ?? 'Fond Aisle',
    note: edition.note,
    hash: edition.hash,
    live: edition.number === live?.number,
    plans: editionOf(edition).plans.map(({ id, name }) => ({ id, name })),
  }));
}

export async function readEdition(
  number: number,
): Promise<{ edition: EditionSummary; document: EditionContent }> {
  const [edition, all] = await Promise.all([EditionModel.findByPk(number), summaries()]);
  if (!edition) throw problem('not-found', `There is no edition ${number}.`);
  const { plans, ranges } = editionOf(edition);
  return { edition: all.find((summary) => summary.number === number)!, document: { plans, ranges } };
}
