import type { Sequelize } from 'sequelize';
import type { AisleChangeSummary, ToldGroup } from '@fond/contract';
import { choosePlan, findInPlans, heirsOf, type Edition, type FindingGroup } from '@fond/core';
import type { ServingState } from '../serving/servingHost';
import { inTurns } from '../turns';
import { readChecked, toldGroups } from './findings';

/** Of one kind so many are told before publishing; all are counted. */
const MAX_TOLD = 12;

/** What checks find in some plans and in the aisles that they serve, with what of it is fresh. */
export async function findInDrafts(
  sequelize: Sequelize,
  serving: Pick<ServingState, 'snapshot' | 'zone'>,
  before: Edition,
  after: Edition,
  ids: ReadonlySet<string>,
): Promise<{ groups: FindingGroup[]; fresh: ReadonlySet<string> }> {
  const { shop } = await readChecked(sequelize, serving, after);
  return inTurns(findInPlans(shop, before, ids));
}

/**
 * What checks find in what a publication changes: the plans that are published, those that build on them, and those that
 * serve the aisles which would look different. Nothing of it stands in the way.
 */
export async function publicationFindings(
  sequelize: Sequelize,
  serving: Pick<ServingState, 'snapshot' | 'zone'>,
  { before, after }: { before: Edition; after: Edition },
  published: readonly string[],
  changes: readonly AisleChangeSummary[],
): Promise<ToldGroup[]> {
  const { snapshot } = serving;
  const ids = new Set(
    published.flatMap((id) => [id, ...heirsOf(after.documents, id).map((heir) => heir.id)]),
  );
  for (const { key } of changes) {
    const aisle = snapshot.aisles.byKey.get(key);
    const plan = aisle && choosePlan(after.plans, aisle).winner?.plan;
    if (plan) ids.add(plan.id);
  }
  const { groups, fresh } = await findInDrafts(sequelize, serving, before, after, ids);
  return toldGroups(snapshot, after, groups, fresh).map((group) => ({
    ...group,
    // What is new matters most to whoever is about to publish.
    found: [...group.found].sort((a, b) => Number(b.fresh) - Number(a.fresh)).slice(0, MAX_TOLD),
  }));
}
