import type { Sequelize } from 'sequelize';
import type { GroupUses } from '@fond/contract';
import { mentions, titleInShop, type Group, type Snapshot } from '@fond/core';
import { documentIn, PlanModel, SavedRangeModel } from '../../database/models';
import { select } from '../../database/rows';

/** Where plans, saved ranges, the rules of collections and those of searches name a group. */
export const groupUses = (sequelize: Sequelize, snapshot: Snapshot, group: Group): Promise<GroupUses> =>
  namedWhere(sequelize, snapshot, (document) => mentions(document, group));

/** Plans, saved ranges, collections and searches of which something holds, whatever their form. */
export async function namedWhere(
  sequelize: Sequelize,
  snapshot: Snapshot,
  names: (document: unknown) => boolean,
): Promise<GroupUses> {
  const [plans, ranges] = [
    await PlanModel.findAll({ where: { standing: ['open', 'aside'] } }),
    await SavedRangeModel.findAll(),
  ];
  const collections = await select<{ id: number; clauses: unknown; skus: unknown }>(
    sequelize,
    'SELECT id, clauses, arranged AS skus FROM collections WHERE clauses IS NOT NULL OR arranged IS NOT NULL',
  );
  const named = new Map(snapshot.frame.collections.map(({ id, titles }) => [id, titles]));
  return {
    plans: plans
      .map(documentIn)
      .filter(names)
      .map(({ id, name }) => ({ id, name })),
    ranges: ranges.filter(({ rule }) => names(rule)).map(({ id, name }) => ({ id, name })),
    collections: collections
      .filter(({ clauses, skus }) => names({ clauses, skus }))
      .map(({ id }) => ({ id, title: titleInShop(snapshot, named.get(id) ?? {}) })),
    search: names(snapshot.frame.search),
  };
}
