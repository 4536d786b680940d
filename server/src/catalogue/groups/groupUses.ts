import type { Sequelize } from 'sequelize';
import type { GroupUses } from '@fond/contract';
import { mentions, titleInShop, type Group, type Snapshot } from '@fond/core';
import { documentIn, PlanModel, SavedRangeModel } from '../../database/models';
import { select } from '../../database/rows';

/** Where plans, saved ranges and the rules of collections name a group. */
export async function groupUses(sequelize: Sequelize, snapshot: Snapshot, group: Group): Promise<GroupUses> {
  const [plans, ranges] = [
    await PlanModel.findAll({ where: { standing: ['open', 'aside'] } }),
    await SavedRangeModel.findAll(),
  ];
  const collections = await select<{ id: number; clauses: unknown }>(
    sequelize,
    'SELECT id, clauses FROM collections WHERE clauses IS NOT NULL',
  );
  const named = new Map(snapshot.frame.collections.map(({ id, titles }) => [id, titles]));
  return {
    plans: plans
      .map(documentIn)
      .filter((document) => mentions(document, group))
      .map(({ id, name }) => ({ id, name })),
    ranges: ranges.filter(({ rule }) => mentions(rule, group)).map(({ id, name }) => ({ id, name })),
    collections: collections
      .filter(({ clauses }) => mentions(clauses, group))
      .map(({ id }) => ({ id, title: titleInShop(snapshot, named.get(id) ?? {}) })),
  };
}
