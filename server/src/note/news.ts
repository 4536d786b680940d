import { Op, type Sequelize } from 'sequelize';
import type { News } from '@fond/contract';
import { EditionModel } from '../database/models';
import { insertRows, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { readEditionOf } from '../edition/editions';
import { aisleChanges } from '../finding/aisleChanges';
import type { ServingState } from '../serving/servingHost';

/** What of the catalogue is told, as the record names it. */
const TOLD = ['product', 'category', 'tag', 'attribute', 'collection', 'picture', 'page', 'redirect'];

/** What others have changed since somebody last said that they have seen it; null before they have said so. */
export async function readNews(sequelize: Sequelize, serving: ServingState, userId: number): Promise<News> {
  const [look] = await select<{ at: Date }>(sequelize, 'SELECT at FROM looks WHERE user_id = ?', [userId]);
  const nothing: News = { since: null, editions: null, catalogue: [] };
  if (!look) return nothing;
  const since = new Date(look.at);
  const [editions, catalogue] = await Promise.all([
    editionsSince(serving, since, userId),
    select<{ kind: string; count: number }>(
      sequelize,
      `SELECT SUBSTRING_INDEX(subject, ':', 1) AS kind, COUNT(DISTINCT subject) AS count FROM activity
        WHERE at > ? AND NOT (user_id <=> ?) AND SUBSTRING_INDEX(subject, ':', 1) IN (?)
        GROUP BY kind ORDER BY count DESC, kind`,
      [since, userId, TOLD],
    ),
  ]);
  return { since: since.toISOString(), editions, catalogue };
}

async function editionsSince(
  { snapshot, edition }: ServingState,
  since: Date,
  userId: number,
): Promise<News['editions']> {
  const attributes = ['number', 'publishedBy'];
  const [fresh, before] = await Promise.all([
    EditionModel.findAll({ attributes, where: { publishedAt: { [Op.gt]: since } } }),
    EditionModel.findOne({
      attributes,
      where: { publishedAt: { [Op.lte]: since } },
      order: [['number', 'DESC']],
    }),
  ]);
  const others = fresh.filter(({ publishedBy }) => publishedBy !== userId);
  if (!others.length || !before) return null;
  const changes = aisleChanges(snapshot, await readEditionOf(before.number), edition);
  return {
    count: others.length,
    from: before.number,
    to: edition.number,
    aisles: changes.length,
    some: changes.slice(0, 3).map(({ title }) => title),
  };
}

/** Everything until now has been seen. */
export const seeNews = (sequelize: Sequelize, userId: number): Promise<void> =>
  inUnit(sequelize, (transaction) =>
    insertRows(sequelize, 'looks', ['user_id', 'at'], [[userId, new Date()]], transaction, ['at']),
  );
