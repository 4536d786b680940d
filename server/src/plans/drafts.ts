import { randomUUID } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import type { Dispute, EditionSummary, PlanChanges, PlanSummary, StoredPlan } from '@fond/contract';
import {
  aislesOfPlan,
  choosePlan,
  HOUSE_PLAN_ID,
  textIn,
  withDraft,
  type Edition,
  type Plan,
  type Reach,
  type SavedRange,
  type Snapshot,
} from '@fond/core';
import type { Stand } from '../catalogue/catalogueHost';
import { planOf, PlanModel, UserModel } from '../database/models';
import { canonicalJson, contentHash, publish, readLiveEdition, summaries } from '../editions/editions';
import { problem } from '../http/problem';
import { recordActivity } from '../people/activity';
import { savedRanges } from '../ranges/savedRanges';
import { aisleChanges, changedProductPages } from './aisleChanges';

const samePlan = (a: Plan, b: Plan): boolean => canonicalJson(a) === canonicalJson(b);

async function namesOf(): Promise<Map<number, string>> {
  const users = await UserModel.findAll({ attributes: ['id', 'name'] });
  return new Map(users.map((user) => [user.id, user.name]));
}

async function rowOf(id: string, transaction?: Transaction): Promise<PlanModel> {
  const row = await PlanModel.findByPk(id, transaction && { transaction, lock: transaction.LOCK.UPDATE });
  if (!row) throw problem('not-found', 'There is no such plan. It may have been discarded.');
  return row;
}

async function storedPlan(row: PlanModel, edition: Edition): Promise<StoredPlan> {
  const author = row.updatedBy === null ? null : await UserModel.findByPk(row.updatedBy);
  return {
    plan: planOf(row),
    version: row.version,
    updatedAt: row.updatedAt.toISOString(),
    updatedBy: author?.name ?? 'Fond Aisle',
    live: edition.plans.find((plan) => plan.id === row.id) ?? null,
  };
}

export async function readPlan(id: string): Promise<StoredPlan> {
  const [row, edition] = await Promise.all([rowOf(id), readLiveEdition()]);
  return storedPlan(row, edition);
}

export async function listPlans(stand: Stand): Promise<PlanSummary[]> {
  const [rows, names, edition] = await Promise.all([
    PlanModel.findAll({ order: [['id', 'ASC']] }),
    namesOf(),
    readLiveEdition(),
  ]);
  const { plans } = edition;
  return rows
    .map((row) => {
      const live = plans.find((plan) => plan.id === row.id);
      const document = planOf(row);
      return {
        id: row.id,
        name: document.name,
        version: row.version,
        live: live !== undefined,
        changed: !live || !samePlan(live, document),
        aisles: aislesOfPlan(plans, stand.snapshot.aisles, row.id).length,
        updatedAt: row.updatedAt.toISOString(),
        updatedBy: names.get(row.updatedBy ?? 0) ?? 'Fond Aisle',
      };
    })
    .sort(
      (a, b) =>
        Number(b.id === HOUSE_PLAN_ID) - Number(a.id === HOUSE_PLAN_ID) || a.name.localeCompare(b.name, 'en'),
    );
}

export interface NewPlan {
  name: string;
  reach: Reach;
  from: string;
}

export async function createPlan(sequelize: Sequelize, asked: NewPlan, userId: number): Promise<StoredPlan> {
  const { id } = await sequelize.transaction(async (transaction) => {
    const from = await rowOf(asked.from, transaction);
    const plan: Plan = {
      id: randomUUID(),
      name: asked.name,
      reach: asked.reach,
      fixtures: planOf(from).fixtures,
      related: planOf(from).related,
    };
    await recordActivity(
      { userId, action: 'create', subject: `plan:${plan.id}`, detail: { name: plan.name, from: asked.from } },
      transaction,
    );
    return PlanModel.create(
      { id: plan.id, document: plan, version: 1, updatedAt: new Date(), updatedBy: userId },
      { transaction },
    );
  });
  return readPlan(id);
}

/** Refuses to write over a version that the caller has not seen; the answer carries the newer draft. */
async function refuseNewer(row: PlanModel, version: number): Promise<void> {
  if (row.version === version) return;
  const theirs = await storedPlan(row, await readLiveEdition());
  throw problem(
    'newer-draft',
    `${theirs.updatedBy} saved version ${row.version} while you edited version ${version}. Yours is kept in this window: take theirs, or save yours over it.`,
    undefined,
    { theirs },
  );
}

export async function savePlan(
  sequelize: Sequelize,
  id: string,
  plan: Plan,
  version: number,
  userId: number,
): Promise<StoredPlan> {
  if (plan.id !== id)
    throw problem('bad-input', 'Nothing was saved.', [
      { path: 'plan.id', message: 'is another plan’s than the address’s' },
    ]);
  await sequelize.transaction(async (transaction) => {
    const row = await rowOf(id, transaction);
    await refuseNewer(row, version);
    if (samePlan(planOf(row), plan)) return;
    await row.update(
      { document: plan, version: row.version + 1, updatedAt: new Date(), updatedBy: userId },
      { transaction },
    );
    await recordActivity(
      { userId, action: 'save', subject: `plan:${id}`, detail: { version: row.version } },
      transaction,
    );
  });
  return readPlan(id);
}

export async function discardPlan(sequelize: Sequelize, id: string, userId: number): Promise<void> {
  await sequelize.transaction(async (transaction) => {
    const row = await rowOf(id, transaction);
    const live = await readLiveEdition(transaction);
    if (live.plans.some((plan) => plan.id === id))
      throw problem('plan-in-use', 'Only a plan that was never published can be discarded.');
    await row.destroy({ transaction });
    await recordActivity(
      { userId, action: 'discard', subject: `plan:${id}`, detail: { plan: planOf(row) } },
      transaction,
    );
  });
}

/** What publishing a draft would do to the shop's aisles. */
export async function planChanges(stand: Stand, id: string): Promise<PlanChanges> {
  const [row, edition, ranges] = await Promise.all([rowOf(id), readLiveEdition(), savedRanges()]);
  return changesOf(stand.snapshot, edition, planOf(row), ranges);
}

export function changesOf(
  snapshot: Snapshot,
  edition: Edition,
  draft: Plan,
  ranges: readonly SavedRange[],
): PlanChanges {
  const after = withDraft(edition, draft, ranges);
  const changes = aisleChanges(snapshot, edition, after);
  return {
    changes,
    productPages: changedProductPages(snapshot, edition, after),
    disputes: disputesOf(snapshot, after.plans, draft.id),
  };
}

/** Aisles that a plan shares with another one that is just as exact. */
export function disputesOf(snapshot: Snapshot, plans: readonly Plan[], id: string): Dispute[] {
  const { aisles, frame } = snapshot;
  return aisles.all.flatMap((aisle) => {
    const { winner, disputed } = choosePlan(plans, aisle);
    const equals = winner ? [winner.plan, ...disputed.map(({ plan }) => plan)] : [];
    if (!equals.some((plan) => plan.id === id)) return [];
    return equals
      .filter((plan) => plan.id !== id)
      .map((plan) => ({
        path: aisle.path,
        title: textIn(aisle.titles, frame.languages[0], frame.languages),
        plan: { id: plan.id, name: plan.name },
      }));
  });
}

/** Publishes a draft, at the version the caller has seen, beside all other plans as they are live. */
export async function publishPlan(
  sequelize: Sequelize,
  id: string,
  version: number,
  note: string,
  userId: number,
): Promise<EditionSummary> {
  const number = await sequelize.transaction(async (transaction) => {
    const row = await rowOf(id, transaction);
    await refuseNewer(row, version);
    const live = await readLiveEdition(transaction);
    const published = live.plans.find((plan) => plan.id === id);
    const draft = planOf(row);
    const after = withDraft(live, draft, await savedRanges(transaction));
    if (published && contentHash(after) === contentHash(live))
      throw problem('nothing-to-publish', 'The draft is what shoppers see already.');
    return publish(
      { plans: after.plans, ranges: after.ranges, note: note || draft.name, userId },
      transaction,
    );
  });
  return (await summaries()).find((edition) => edition.number === number)!;
}
